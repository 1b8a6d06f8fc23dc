import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { type KitProgram, type Program } from '../../compile';
import { breakpointsOf } from '../model/breakpoints';
import { kitCases } from '../margin/kit-cases';
import { allCounts } from '../model/in-number';
import { sellableRange } from './price-range';

const lid = {
  slug: 'lid',
  title: 'Lid',
  sku: 'LID',
  price: '10',
  choices: [
    list('wood', [], {
      options: [
        { key: 'pine', title: 'Pine' },
        { key: 'oak', title: 'Oak', amount: fixed('4') },
      ],
    }),
  ],
};
const nail = { slug: 'nail', title: 'Nail', sku: 'NAIL', price: '0.50' };
const part = (key: string, product: string, more: object = {}) => ({
  key,
  title: key,
  candidates: [{ product }],
  ...more,
});
const kit = (more: object): { program: Program; kit: KitProgram } => {
  const program = shopOf([
    {
      price: null,
      draws: [],
      parts: [part('lid', 'lid'), part('nails', 'nail', { quantity: { least: 2, usual: 4, most: 6 } })],
      ...more,
    },
    lid,
    nail,
  ]).program();
  if (!program.kit) throw new Error('it is no kit');
  return { program, kit: program.kit };
};
const endsOf = (more: object) => {
  const range = sellableRange(kit(more).program);
  return range && [range.from.toString(), range.to.toString(), range.isProved];
};

describe('the ends of what parts come to', () => {
  // A lid is 10 or 14, two to six nails are 1 to 3.
  it('are the least and the most of each part, as the terms of the kit have it', () => {
    expect(endsOf({})).toEqual(['11', '17', true]);
    expect(endsOf({ partsPrice: { kind: 'lessAmount', amount: '2' } })).toEqual(['9', '15', true]);
    expect(endsOf({ partsPrice: { kind: 'lessPercent', percent: '50' } })).toEqual(['5.5', '8.5', true]);
  });

  it('are differences to what usually comes where the kit has a price of its own', () => {
    // Usually a lid of pine and four nails: 10 and 2.
    const own = (more: object) => endsOf({ price: '20', partsPrice: { kind: 'own', ...more } });
    expect(own({ extras: 'onTop' })).toEqual(['19', '25', true]);
    expect(own({ extras: 'onTop', cheaperLess: false })).toEqual(['20', '25', true]);
    expect(own({ extras: 'included' })).toEqual(['20', '21', true]);
    expect(own({ extras: 'all' })).toEqual(['20', '20', true]);
  });

  it('leave out what may be left out, and need what may not', () => {
    expect(endsOf({ parts: [part('lid', 'lid', { optional: true })] })).toEqual(['0', '14', true]);
    const never = { ...lid, rules: [{ key: 'no', then: [{ kind: 'refuse', reason: 'No.' }] }] };
    const gone = (optional: boolean) =>
      sellableRange(shopOf([{ price: null, draws: [], parts: [part('lid', 'lid', { optional })] }, never]).program());
    expect(gone(false)).toBeNull();
    expect(gone(true)?.to.toString()).toBe('0');
  });

  it('know the breaks of the kit, in each number', () => {
    // Half from three on: of the whole of what the parts come to.
    const breaks = { gives: 'percent', steps: [{ from: '3', value: '50' }] };
    const { lowest, highest } = analyseWhole(kit({ breaks }).program, '2026-11-25');
    expect([lowest?.price, lowest?.coverage.kind, lowest?.selection.quantity]).toEqual(['5.50', 'proved', 3]);
    expect([highest?.price, highest?.coverage.kind]).toEqual(['17.00', 'proved']);
  });

  it('know what formulas and rules ask of parts', () => {
    const perNail = { key: 'f', title: 'F', text: 'nails × 2 EUR', serves: { kind: 'amount' } };
    expect(endsOf({ formulas: [perNail] })).toEqual(['15', '29', true]);
    const many = { key: 'many', title: 'Many', text: 'nails', serves: { kind: 'shown' } };
    const noMore = {
      key: 'r',
      when: { kind: 'figure', formula: 'many', compare: 'more', value: '4', unit: '1' },
      then: [{ kind: 'refuse', reason: 'No.' }],
    };
    expect(endsOf({ formulas: [many], rules: [noMore] })).toEqual(['11', '16', true]);
  });

  it('go through numbers one by one, while they are few', () => {
    expect(allCounts({ least: 2, usual: 4, most: 6 })).toEqual([2, 3, 4, 5, 6]);
    expect(allCounts({ least: 1, usual: 1, most: 12 })).toHaveLength(12);
    expect(allCounts({ least: 1, usual: 1, most: 13 })).toBeNull();
  });
});

describe('the cases of a kit', () => {
  const sharesOf = (more: object) => {
    const made = kit(more);
    return kitCases(made.program, made.kit)?.map(({ share, program }) => [share.toString(), program.defaultQuantity]);
  };
  const breaks = (gives: string, ...steps: [string, string][]) => ({
    breaks: { gives, counting: 'allUnits', steps: steps.map(([from, value]) => ({ from, value })) },
  });

  it('are one while nothing parts them', () => {
    expect(sharesOf({})).toEqual([['1', 1]]);
  });

  it('are one for each step of what more costs', () => {
    expect(sharesOf(breaks('percent', ['5', '10'], ['10', '25']))).toEqual([
      ['1', 1],
      ['0.9', 5],
      ['0.75', 10],
    ]);
  });

  it('are one for each answer that takes a share', () => {
    const finish = list('finish', [], {
      required: false,
      options: [
        { key: 'oil', title: 'Oil', amount: { kind: 'percentOfBase', value: '20' } },
        { key: 'raw', title: 'Raw' },
      ],
    });
    expect(sharesOf({ choices: [finish] })?.map(([share]) => share)).toEqual(['1.2', '1', '1']);
  });
});

describe('where a formula begins to behave in another way', () => {
  const pointsOf = (text: string) => {
    const program = shopOf([
      {
        choices: [{ kind: 'number', key: 'legs', title: 'Legs', min: '0', max: '20', parts: true }],
        formulas: [{ key: 'f', title: 'F', text, serves: { kind: 'amount' } }],
      },
    ]).program();
    expect(program.faults.filter(({ gravity }) => gravity === 'mustFix')).toEqual([]);
    const found = breakpointsOf(program, '2026-11-25').get(0) ?? [];
    return [...found].sort((a, b) => a.compare(b)).map(String);
  };

  it('is where two sides of a comparison meet', () => {
    expect(pointsOf('if(2 × legs > 7, 3 EUR, 1 EUR)')).toContain('3.5');
  });

  it('is where a divisor is nothing, and where a root begins', () => {
    expect(pointsOf('1 EUR / (legs - 6)')).toContain('6');
    expect(pointsOf('sqrt(legs - 4) × 1 EUR')).toContain('4');
  });

  it('is at every step that is rounded to', () => {
    const steps = pointsOf('ceil(legs / 4) × 1 EUR');
    for (const step of ['4', '8', '12', '16', '20']) expect(steps).toContain(step);
  });

  it('is nowhere on a straight line', () => {
    expect(pointsOf('legs × 2 EUR')).toEqual([]);
  });
});
