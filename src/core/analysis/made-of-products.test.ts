import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { Exact } from '../number';
import { type Selection } from '../selection';
import { priceWords } from '../words';
import { lowestMargin, MARGIN_LIMITS, NextClick, sellableRange } from '.';

/** What is claimed of products that others are made of: each was false once. */

const part = (key: string, product: string, more: object = {}) => ({
  key,
  title: key,
  candidates: [{ product }],
  ...more,
});
const slot = (key: string, candidates: string[], more: object = {}) => ({
  kind: 'slot',
  key,
  title: key,
  required: true,
  options: candidates.map((candidate) => ({ key: candidate, title: '' })),
  ...more,
});
const kit = (more: object, ...others: object[]) => shopOf([{ price: null, draws: [], ...more }, ...others]).program();
const many = (key: string) => ({ key: 'many', title: 'Many', text: key, serves: { kind: 'shown' } });
const refuse = (when: object) => ({ key: 'no', when, then: [{ kind: 'refuse', reason: 'No.' }] });
const ends = (program: ReturnType<typeof kit>) => {
  const { lowest, highest } = analyseWhole(program, TODAY);
  return [lowest, highest].map((end) => end && `${end.price} ${end.coverage.kind}`);
};
const frame = (slug: string, width: string, more: object = {}) => ({
  slug,
  title: slug,
  sku: slug.toUpperCase(),
  price: '10',
  properties: { wide: { value: width, unit: 'mm' } },
  ...more,
});
const titled = (option: { key: string }) => ({ title: option.key, ...option });
const nail = { slug: 'nail', title: 'Nail', sku: 'NAIL', price: '1' };
const lid = { slug: 'lid', title: 'Lid', sku: 'LID', price: '20' };

describe('what is claimed of what is made of products', () => {
  it('knows that an optional choice of a candidate may be left out', () => {
    // Plain it is 400 wide and fits; with the board it is 500 wide and does not.
    const body = frame('body', '400', {
      choices: [
        list('board', [], {
          required: false,
          options: [{ key: 'wide', title: 'Wide', properties: { wide: { value: '500', unit: 'mm' } } }],
        }),
      ],
    });
    const program = kit(
      {
        parts: [part('base', 'base')],
        choices: [slot('s', ['body'])],
        fits: [{ key: 'f', place: 's', property: 'wide', compare: 'is', other: { place: 'base', property: 'wide' } }],
      },
      body,
      frame('base', '400'),
    );
    expect(analyseWhole(program, TODAY).nothingSells).toBeNull();
    expect(ends(program)).toEqual(['20.00 proved', '20.00 proved']);
    const look = new NextClick(program, TODAY).look({ answers: {}, quantity: 1 }, { stock: null, today: TODAY }, null);
    expect(look.kind === 'open' && look.impossible.size).toBe(0);
  });

  it('judges rules over figures of parts by what these can be', () => {
    const program = kit(
      {
        parts: [part('nails', 'nail', { quantity: { least: 2, usual: 4, most: 6 } })],
        formulas: [many('nails')],
        rules: [refuse({ kind: 'figure', formula: 'many', compare: 'more', value: '4', unit: '1' })],
      },
      nail,
    );
    expect(analyseWhole(program, TODAY).neverFire).toEqual([]);
    expect(ends(program)).toEqual(['2.00 proved', '4.00 proved']);
  });

  it('looks at every number of a kit, the first of which may be refused', () => {
    const few = refuse({ kind: 'quantity', compare: 'less', value: 3 });
    const program = kit({ parts: [part('lid', 'lid')], rules: [few], quantity: { maximum: 5 } }, lid);
    expect(ends(program)).toEqual(['20.00 proved', '20.00 proved']);
    expect(analyseWhole(program, TODAY).lowest).toMatchObject({ words: 'lid · 3 pieces', selection: { quantity: 3 } });
    const breaks = { gives: 'percent', steps: [{ from: '5', value: '20' }] };
    expect(ends(kit({ parts: [part('lid', 'lid')], breaks }, lid))).toEqual(['16.00 proved', '20.00 proved']);
  });

  it('goes down into a kit in a kit whose price follows from its parts', () => {
    const tenth = { key: 'more', title: 'More', text: 'sum(lid.price) × 10 %', serves: { kind: 'amount' } };
    const inner = {
      slug: 'inner',
      title: 'Inner',
      sku: 'I',
      price: null,
      parts: [part('lid', 'lid')],
      formulas: [tenth],
    };
    const program = kit({ parts: [part('inner', 'inner')] }, inner, lid);
    expect(ends(program)).toEqual(['22.00 proved', '22.00 proved']);
    expect(priceWords(program)).toBe('€22.00');
  });

  it('shows no price in lists that is not proved', () => {
    // What it costs asks how many there are, together: from what it costs at least, or nothing.
    const cheaper = { ...nail, breaks: { steps: [{ from: '2', value: '0.50' }] } };
    const program = kit({ choices: [slot('s', ['nail'], { most: 3 })] }, cheaper);
    expect(sellableRange(program)?.isProved).toBe(false);
    expect(priceWords(program)).toBeNull();
    expect(ends(program).map((end) => end?.split(' ')[1])).toEqual(['within', 'within']);
  });

  it('does not take what the cheapest parts bring below nothing for all there is', () => {
    const wood = {
      ...lid,
      choices: [
        list('wood', [], {
          options: [
            { key: 'pine', title: 'Pine' },
            { key: 'ash', title: 'Ash', amount: fixed('8') },
            { key: 'oak', title: 'Oak', amount: fixed('40') },
          ],
        }),
      ],
    };
    const program = kit({ parts: [part('lid', 'lid')], partsPrice: { kind: 'lessAmount', amount: '25' } }, wood);
    // Of pine it would be -5, of ash 3.
    expect(sellableRange(program)?.least?.toString() ?? '0').toBe('0');
    const look = new NextClick(program, TODAY).look({ answers: {}, quantity: 1 }, { stock: null, today: TODAY }, null);
    expect(look.kind).toBe('open');
  });

  it('knows that what is dearer may make the whole cheaper', () => {
    const wood = {
      ...lid,
      choices: [list('wood', [], { options: [{ key: 'pine' }, { key: 'oak', amount: fixed('40') }].map(titled) })],
    };
    const adds = (key: string, kind: string, value: string) => ({
      key,
      when: null,
      then: [{ kind: 'amount', amount: { kind, value } }],
    });
    const set = { key: 'set', when: null, then: [{ kind: 'setPrice', price: '73' }] };
    const of = (rules: object[], more: object = {}) =>
      ends(kit({ parts: [part('lid', 'lid')], rules, ...more }, wood)).map((end) => end?.split(' '));
    // Two percent of 20 or of 60, off 73.
    expect(of([set, adds('less', 'percentOfBase', '-2')])).toEqual([
      ['71.80', 'proved'],
      ['72.60', 'proved'],
    ]);
    // More than all of it is taken off, and 90 put on top.
    const more = [
      adds('one', 'percentOfBase', '-80'),
      adds('two', 'percentOfBase', '-80'),
      adds('three', 'fixed', '90'),
    ];
    expect(of(more)).toEqual([
      ['54.00', 'proved'],
      ['78.00', 'proved'],
    ]);
    // What comes on top of a price of its own is in no percentage of it.
    const own = { price: '50', partsPrice: { kind: 'own', extras: 'onTop' } };
    expect(of(more, own)).toEqual([
      ['60.00', 'proved'],
      ['100.00', 'proved'],
    ]);
  });

  it('counts exactly only what nothing ties together', () => {
    const trade = (slug: string) => ({
      ...lid,
      slug,
      choices: [list('c', [], { required: false, options: [{ key: 'x', title: 'X', groups: ['trade'] }] })],
    });
    const { selections, selectionsBetween } = analyseWhole(
      kit({ parts: [part('a', 'one'), part('b', 'two')] }, trade('one'), trade('two')),
      TODAY,
    );
    expect([selections, selectionsBetween]).toEqual([null, ['1', '4']]);
  });

  it('asks what must fit of parts that may be several things, or left out', () => {
    const program = kit(
      {
        parts: [part('base', 'narrow', { candidates: [{ product: 'narrow' }, { product: 'wide' }], optional: true })],
        choices: [slot('s', ['wide'])],
        fits: [{ key: 'f', place: 's', property: 'wide', compare: 'is', other: { place: 'base', property: 'wide' } }],
      },
      frame('narrow', '400'),
      frame('wide', '500', { price: '30' }),
    );
    // Alone, or on what is as wide; not on the narrow one.
    expect(ends(program)).toEqual(['30.00 proved', '60.00 proved']);
    expect(lowestMargin(program, TODAY, () => Exact.one, Exact.zero, MARGIN_LIMITS).kind).not.toBe('nothingSold');
    const look = new NextClick(program, TODAY).look(
      { answers: { s: ['wide'] }, quantity: 1 },
      { stock: null, today: TODAY },
      's',
    );
    expect(look.kind === 'open' && [...look.inParts]).toEqual([['base', new Set(['narrow 1'])]]);
  });

  it('withholds a product in a number in which it is refused, and names it', () => {
    const pair = { ...lid, rules: [refuse({ kind: 'quantity', compare: 'is', value: 1 })] };
    const program = kit({ parts: [part('lid', 'lid', { quantity: { least: 1, usual: 2, most: 2 } })] }, pair);
    expect(ends(program)).toEqual(['40.00 proved', '40.00 proved']);
    const look = new NextClick(program, TODAY).look({ answers: {}, quantity: 1 }, { stock: null, today: TODAY }, null);
    expect(look.kind === 'open' && [...look.inParts]).toEqual([['lid', new Set(['lid 1'])]]);
  });

  it('lets nothing that comes by default stand in the way of a part', () => {
    const wide = { kind: 'figure', formula: 'many', compare: 'more', value: '0.45', unit: 'm' };
    const program = kit(
      {
        parts: [part('base', 'narrow', { candidates: [{ product: 'narrow' }, { product: 'wide' }] })],
        choices: [list('c', ['x', 'y'], { default: 'x' })],
        formulas: [{ key: 'many', title: 'Width', serves: { kind: 'shown' }, text: 'sum(base.wide)' }],
        rules: [{ key: 'r', when: wide, then: [{ kind: 'withhold', choice: 'c', options: ['x'] }] }],
      },
      frame('narrow', '400'),
      frame('wide', '500'),
    );
    const gone = (answers: Selection['answers'], parts?: Selection['parts']) => {
      const selection = { answers, quantity: 1, ...(parts && { parts }) };
      const found = new NextClick(program, TODAY).look(selection, { stock: null, today: TODAY }, null);
      return found.kind === 'open' ? [...found.inParts].map(([key, names]) => `${key}: ${[...names].join()}`) : found;
    };
    // What comes by default nobody has asked for: it is in nobody's way, and not offered on the wide one.
    expect(gone({})).toEqual([]);
    expect(gone({ c: 'x' })).toEqual(['base: wide 1']);
    expect(gone({}, { base: { answers: {}, product: 'wide' } })).toEqual([]);
  });

  it('finds kits that share an SKU, with the parts in which they differ', () => {
    const program = kit({ parts: [part('a', 'lid', { optional: true }), part('b', 'lid', { optional: true })] }, lid);
    expect(analyseWhole(program, TODAY).sharedSkus).toMatchObject([
      { sku: 'P-LID', differAt: { kind: 'part', index: 0 } },
    ]);
  });

  it('does not say that no SKU is shared where something inside has choices that write none', () => {
    const body = frame('body', '400', { choices: [{ kind: 'yesNo', key: 'oil', title: 'Oiled' }] });
    const settled = [{ product: 'body', fixed: { oil: true } }];
    const isLeft = (program: ReturnType<typeof kit>) => analyseWhole(program, TODAY).skusLeftInside;
    expect(isLeft(kit({ choices: [slot('s', ['body'])] }, body))).toBe(true);
    expect(isLeft(kit({ parts: [part('a', 'body')] }, body))).toBe(true);
    expect(isLeft(kit({ parts: [part('a', 'body', { candidates: settled })] }, body))).toBe(false);
  });

  it('knows a margin beside a percentage of what the parts cost', () => {
    const rules = [
      {
        key: 'r',
        when: { kind: 'quantity', compare: 'atLeast', value: 3 },
        then: [{ kind: 'amount', amount: { kind: 'percentOfSum', value: '-50' } }],
      },
    ];
    const priced = { ...lid, draws: [{ kind: 'fixed', stock: 'wood', quantity: '2' }] };
    const shop = shopOf([{ price: null, draws: [], parts: [part('lid', 'lid')], rules }, priced], {
      stock: [{ key: 'wood', title: 'Wood', unit: '1' }],
    });
    // Half of 20, less 2 at 3.
    expect(lowestMargin(shop.program(), TODAY, () => Exact.of(3), Exact.zero, MARGIN_LIMITS)).toMatchObject({
      kind: 'proved',
      margin: '4',
    });
  });
});
