import { describe, expect, it } from 'vitest';
import { resolve } from '../run';
import { refilled } from '../selection';
import { list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { NextClick, sellableRange } from '.';

/**
 * What is true of all that can be put together: candidates with choices of their own, figures, and what is not proved.
 */
const mm = (value: string) => ({ value, unit: 'mm' });
const slot = (key: string, candidates: string[], more: object = {}) => ({
  kind: 'slot',
  key,
  title: key,
  options: candidates.map((candidate) => ({ key: candidate, title: '' })),
  ...more,
});
const timber = (more: object = {}) => ({
  ...list('timber', []),
  options: ['pine', 'cedar'].map((key) => ({
    key,
    title: key.toUpperCase(),
    properties: { timber: { text: key } },
    amount: key === 'cedar' ? { kind: 'fixed', value: '10' } : null,
    ...more,
  })),
});
const BOX = {
  slug: 'box',
  title: 'Box',
  sku: 'BOX',
  price: '40',
  properties: { height: mm('200') },
  choices: [timber()],
};
const LOW = {
  slug: 'low',
  title: 'Low box',
  sku: 'LOW',
  price: '30',
  properties: { height: mm('100'), timber: { text: 'pine' } },
};
const ROOF = {
  slug: 'roof',
  title: 'Roof',
  sku: 'ROOF',
  price: '25',
  properties: { height: mm('50'), timber: { text: 'cedar' } },
};
const TIN = {
  slug: 'tin',
  title: 'Tin roof',
  sku: 'TIN',
  price: '20',
  properties: { height: mm('50'), timber: { text: 'pine' } },
};
const CHOICES = [slot('boxes', ['box', 'low'], { most: 3 }), slot('lid', ['roof', 'tin'])];
const ONE_TIMBER = [{ key: 'f', place: 'lid', property: 'timber', other: { place: 'boxes', property: 'timber' } }];
const shop = (more: object = {}, others: object[] = []) =>
  shopOf([
    { price: null, draws: [], choices: CHOICES, fits: ONE_TIMBER, ...more },
    BOX,
    LOW,
    ROOF,
    TIN,
    ...others,
  ]).program();
const analysed = (more: object = {}, others: object[] = []) => analyseWhole(shop(more, others), TODAY);
const prices = ({ lowest, highest }: ReturnType<typeof analysed>) => [
  lowest?.price,
  lowest?.coverage.kind,
  highest?.price,
  highest?.coverage.kind,
];
const height = { key: 'h', title: 'Height', serves: { kind: 'shown' }, text: 'sum(boxes.height, lid.height)' };
const over = (value: string, ...then: object[]) => ({
  key: `over${value.replace('.', '')}`,
  when: { kind: 'figure', formula: 'h', compare: 'more', value, unit: 'm' },
  then,
});

describe('what can be put together', () => {
  it('knows candidates by what is chosen of them: the dearest is of cedar all over, the cheapest of pine', () => {
    // A low box and a tin roof; three boxes of cedar under the cedar roof.
    expect(prices(analysed())).toEqual(['50.00', 'proved', '175.00', 'proved']);
    const range = sellableRange(shop());
    expect([range?.from.toString(), range?.to.toString(), range?.isProved]).toEqual(['50', '175', true]);
  });

  it('counts what is in the slots, and says between what it lies with what is chosen of it', () => {
    const { selections, selectionsBetween } = analysed();
    expect(selections).toBeNull();
    expect(Number(selectionsBetween?.[0])).toBeLessThanOrEqual(Number(selectionsBetween?.[1]));
    const plain = analysed({ choices: [slot('boxes', ['low'], { most: 3 }), slot('lid', ['tin'])] });
    expect(plain.selections).toBe('3');
  });

  it('finds what never goes: a cedar roof over boxes that are only of pine', () => {
    const { deadOptions } = analysed({ choices: [slot('boxes', ['low']), slot('lid', ['roof', 'tin'])] });
    expect(deadOptions).toEqual([{ choice: 1, option: 0 }]);
    expect(analysed({ choices: [slot('boxes', ['low']), slot('lid', ['roof'])] }).nothingSells).not.toBeNull();
  });

  it('follows figures in conditions to their end', () => {
    const refuse = over('0.5', { kind: 'refuse', reason: 'Too high.' });
    // Two boxes of 0.2 m under a roof of 0.05 m go, three do not.
    expect(prices(analysed({ formulas: [height], rules: [refuse] }))).toEqual(['50.00', 'proved', '125.00', 'proved']);
    expect(analysed({ formulas: [height], rules: [over('0.7', { kind: 'tell', text: 'High.' })] }).neverFire).toEqual([
      0,
    ]);
    expect(analysed({ formulas: [height], rules: [over('0.6', { kind: 'tell', text: 'High.' })] }).neverFire).toEqual(
      [],
    );
    expect(
      analysed({ formulas: [height], rules: [over('0.1', { kind: 'refuse', reason: 'No.' })] }).nothingSells,
    ).not.toBeNull();
  });

  it('says what it did not prove, and claims nothing of it: a weight that follows from what is chosen', () => {
    const heavy = {
      ...BOX,
      slug: 'heavy',
      title: 'Heavy box',
      sku: 'HEAVY',
      weight: { value: '3', unit: 'kg' },
      choices: [timber({ weight: { value: '2', unit: 'kg' } })],
    };
    const formulas = [{ key: 'h', title: 'Weight', serves: { kind: 'shown' }, text: 'sum(boxes.weight)' }];
    const rules = [
      {
        key: 'r',
        when: { kind: 'figure', formula: 'h', compare: 'more', value: '4', unit: 'kg' },
        then: [{ kind: 'tell', text: 'Two carry it.' }],
      },
    ];
    const analysis = analysed({ choices: [slot('boxes', ['heavy']), slot('lid', ['roof', 'tin'])], formulas, rules }, [
      heavy,
    ]);
    expect(analysis.gaps.map(({ kind }) => kind)).toContain('slotTooWide');
    expect(analysis.neverFire).toEqual([]);
    expect(analysis.deadOptions).toEqual([]);
  });

  it('says nothing against what only some customers can have', () => {
    const trade = {
      slug: 'trade',
      title: 'Trade roof',
      sku: 'TRADE',
      price: null,
      properties: { timber: { text: 'pine' } },
      choices: [{ ...list('size', ['s']), groups: ['trade'] }],
      formulas: [{ key: 'p', title: 'P', serves: { kind: 'base' }, text: 'rate' }],
      rates: [{ key: 'rate', title: 'Rate', value: '-1', byGroup: { trade: '10' } }],
    };
    expect(analysed({ choices: [slot('boxes', ['low']), slot('lid', ['tin', 'trade'])] }, [trade]).deadOptions).toEqual(
      [],
    );
  });
});

describe('the smallest change of a build', () => {
  const look = (given: object, kept: string, more: object = {}) =>
    new NextClick(shop(more), TODAY).look(
      { answers: given as Record<string, unknown>, quantity: 1 },
      { stock: null, today: TODAY },
      kept,
    );
  const cedar = { product: 'box', quantity: 2, answers: { timber: 'cedar' } };

  it('configures otherwise what is there, before it takes anything out', () => {
    const outlook = look({ boxes: [cedar], lid: ['tin'] }, 'lid');
    expect(outlook).toMatchObject({ kind: 'conflict', changes: [{ choice: 'boxes', toWords: '2 × Box (PINE)' }] });
    const to = outlook.kind === 'conflict' ? outlook.changes[0]?.to : null;
    const boxes = refilled([cedar], to);
    expect(boxes).toEqual([{ product: 'box', quantity: 2, answers: { timber: 'pine' } }]);
    expect(resolve(shop(), { answers: { boxes, lid: ['tin'] } }, { stock: null, today: TODAY }).state).toBe('sellable');
  });

  it('withholds what no configuration of the rest could go with', () => {
    const outlook = look({ boxes: ['low'] }, 'boxes');
    expect(outlook.kind === 'open' && [...(outlook.impossible.get(1) ?? [])]).toEqual([0]);
    const open = look({ boxes: ['box'] }, 'boxes');
    // As it stands a box is of pine or cedar, whichever is not said yet; what it begins with counts.
    expect(open.kind).toBe('open');
  });

  it('keeps what was answered of what stays, and merges what is alike', () => {
    const before = [
      { product: 'box', quantity: 1, answers: { timber: 'pine', name: 'Ada' } },
      { product: 'low', quantity: 2, answers: {} },
    ];
    expect(refilled(before, ['low', 'box'])).toEqual([
      { product: 'low', quantity: 1, answers: {} },
      { product: 'box', quantity: 1, answers: { timber: 'pine', name: 'Ada' } },
    ]);
    expect(refilled(before, [{ product: 'box', quantity: 1, answers: { timber: 'cedar' } }])).toEqual([
      { product: 'box', quantity: 1, answers: { timber: 'cedar', name: 'Ada' } },
    ]);
    expect(refilled(before, ['low', 'low', 'low'])).toEqual([{ product: 'low', quantity: 3, answers: {} }]);
    expect(refilled(undefined, 7)).toEqual([]);
  });
});
