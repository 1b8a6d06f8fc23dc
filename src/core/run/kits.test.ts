import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { proofOf } from '../exchange';
import { prove, readiness } from '../judge';
import { Exact } from '../number';
import { whereText } from '../selection';
import { stockView } from '../stock';
import { fixed, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { type Resolution } from './resolution';
import { partsWithin } from './shares';
import { stockOf } from './stock-of';

const draws = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const items = ['cloth', 'veil', 'iron', 'paper'].map((key) => ({ key, title: key, unit: '1' }));
const suit = {
  slug: 'suit',
  title: 'Suit',
  sku: 'SUIT',
  price: '129',
  weight: { value: '1.5', unit: 'kg' },
  draws: draws('cloth'),
  quantity: { minimum: 2, multiple: 2 },
  choices: [
    list('size', ['m', 'l']),
    { kind: 'text', key: 'name', title: 'Name', required: false, amount: { kind: 'perCharacter', value: '0.85' } },
  ],
};
const smoker = { slug: 'smoker', title: 'Smoker', sku: 'SMOK', price: '39.90', draws: draws('iron') };
const book = { slug: 'book', title: 'Handbook', sku: 'BOOK', price: '0', draws: draws('paper') };
const part = (product: string, more: object = {}, candidate: object = {}) => ({
  key: product,
  candidates: [{ product, ...candidate }],
  ...more,
});
const kit = (parts: object[], more: object = {}) => ({ price: null, draws: [], parts, ...more });
const shop = (parts: object[], more: object = {}, others: object[] = []) =>
  shopOf([kit(parts, more), suit, smoker, book, ...others], { stock: items });
const M = { suit: { answers: { size: 'm' } } };

const money = (value: Exact | null | undefined) => value?.toFixed(2);
const lines = ({ working }: Resolution) =>
  working.map(({ label, amount, per }) => `${label} ${money(amount) ?? ''}${per === 'line' ? ' once' : ''}`);
const shares = ({ parts }: Pick<Resolution, 'parts'>) =>
  parts.map(({ part: key, share }) => `${key} ${money(share?.unit) ?? '–'}`);
const told = ({ problems }: Resolution) => problems.map(({ where, code }) => `${whereText(where)} ${code}`);

describe('the parts of a kit', () => {
  it('are resolved as the products they are, in the number that the kit says, whatever their own rule', () => {
    const { take } = shop([part('suit'), part('smoker', { quantity: { least: 3, usual: 3, most: 3 } })]);
    const one = take({ parts: M, quantity: 2 });
    expect(one).toMatchObject({ state: 'sellable', quantity: 2 });
    expect([money(one.unitPrice), money(one.lineTotal)]).toEqual(['248.70', '497.40']);
    expect(one.parts.map(({ title, pieces, resolution }) => [title, pieces, resolution.item.sku])).toEqual([
      ['Suit', 1, 'SUIT-M'],
      ['Smoker', 3, 'SMOK'],
    ]);
    expect(one.draws.map(({ stock, total, by }) => [stock, total.value.toString(), by])).toEqual([
      ['cloth', '2', ['suit']],
      ['iron', '6', ['smoker']],
    ]);
  });

  it('say at themselves what is missing and wrong in them', () => {
    const { take } = shop([part('suit'), part('smoker')]);
    expect(told(take({}))).toEqual(['part:suit/choice:size answerMissing']);
    expect(told(take({ parts: { suit: { answers: { size: 'xs', hat: 1 } } } }))).toEqual([
      'part:suit/choice:size unknownOption',
      'part:suit/selection unknownChoice',
    ]);
    expect(take({}).state).toBe('incomplete');
    expect(money(take({}).unitPrice)).toBe('168.90');
  });

  it('can be left out where they may be, and only there', () => {
    const { take } = shop([
      part('suit'),
      part('smoker', { optional: true }),
      part('book', { optional: true, taken: true }),
    ]);
    const skus = (parts: object) => take({ parts: { ...M, ...parts } }).parts.map(({ part: key }) => key);
    expect([
      skus({}),
      skus({ smoker: {} }),
      skus({ smoker: { quantity: 1 }, book: null }),
      skus({ book: { quantity: 0 } }),
    ]).toEqual([['suit', 'book'], ['suit', 'smoker', 'book'], ['suit', 'smoker'], ['suit']]);
    expect(told(take({ parts: { suit: null } }))).toEqual(['part:suit/selection partNotLeftOut']);
  });

  it('come in a number that customers may say within limits, unless only whole kits are sold', () => {
    const limits = { quantity: { least: 1, usual: 2, most: 4 } };
    const { take } = shop([part('smoker', limits)]);
    const pieces = (given: unknown) => take({ parts: { smoker: { quantity: given } } });
    expect([take({}).parts[0]?.pieces, pieces(4).parts[0]?.pieces]).toEqual([2, 4]);
    for (const given of [5, -1, 1.5, '2', Number.NaN])
      expect(told(pieces(given))).toContain('part:smoker/quantity partQuantity');
    const whole = shop([part('smoker', limits)], { onlyWholeKits: true });
    expect(told(whole.take({ parts: { smoker: { quantity: 3 } } }))).toEqual(['part:smoker/quantity partQuantity']);
    expect(whole.take({}).parts[0]?.pieces).toBe(2);
  });

  it('are what the manager settled or narrowed them to', () => {
    const { take } = shop([part('suit', {}, { fixed: { size: 'l' } })]);
    expect(take({})).toMatchObject({ state: 'sellable', parts: [{ resolution: { item: { sku: 'SUIT-L' } } }] });
    expect(take({}).parts[0]?.resolution.shown.map(({ choice, shown, why }) => [choice, shown, why])).toEqual([
      ['size', false, 'fixed'],
      ['name', true, null],
    ]);
    expect(told(take({ parts: M }))).toEqual(['part:suit/choice:size answerFixed']);
    const narrowed = shop([part('suit', {}, { narrowed: { size: ['l'] } })]);
    expect(told(narrowed.take({ parts: M }))).toEqual(['part:suit/choice:size optionNotOffered']);
    expect(
      narrowed.take({}).parts[0]?.resolution.shown[0]?.options.map(({ option, shown }) => [option, shown]),
    ).toEqual([
      ['m', false],
      ['l', true],
    ]);
    expect(narrowed.take({ parts: { suit: { answers: { size: 'l' } } } }).state).toBe('sellable');
  });

  it('can be one of several products, the first unless somebody says otherwise', () => {
    const either = { key: 'gift', title: 'Gift', candidates: [{ product: 'book' }, { product: 'smoker' }] };
    const { take } = shop([either], { price: '5' });
    expect(
      [take({}), take({ parts: { gift: { product: 'smoker' } } })].map(({ item, unitPrice }) => [
        item.sku,
        money(unitPrice),
      ]),
    ).toEqual([
      ['P-BOOK', '5.00'],
      ['P-SMOK', '44.90'],
    ]);
    expect(told(take({ parts: { gift: { product: 'suit' } } }))).toEqual(['part:gift/selection partNotOffered']);
  });

  it('can be the same product twice, each with its own answers, as one item', () => {
    const two = [part('suit', { key: 'his', title: 'His suit' }), part('suit', { key: 'hers', title: 'Her suit' })];
    const { take } = shop(two);
    const of = (his: string, hers: string) =>
      take({ parts: { his: { answers: { size: his } }, hers: { answers: { size: hers } } } });
    expect(of('m', 'l')).toMatchObject({
      state: 'sellable',
      item: { sku: 'P-SUIT-M-SUIT-L' },
      draws: [{ stock: 'cloth', by: ['his', 'hers'] }],
    });
    expect(of('m', 'l').item.key).toBe(
      take({ parts: { hers: { answers: { size: 'l' } }, his: { answers: { size: 'm' } } } }).item.key,
    );
    expect(of('m', 'l').item.key).not.toBe(of('l', 'm').item.key);
  });

  it('of which nothing can be chosen change neither key nor SKU', () => {
    expect(
      shop([part('smoker'), part('book', { quantity: { least: 2, usual: 2, most: 2 } })]).take({}).item,
    ).toMatchObject({ key: 'p', sku: 'P' });
  });
});

describe('the price of a kit', () => {
  const both = [part('suit'), part('smoker')];

  it('is the sum of its parts, or that less an amount or a percentage, and says what is saved', () => {
    const priced = (partsPrice: object) => shop(both, { partsPrice }).take({ parts: M });
    expect(lines(priced({ kind: 'sum' }))).toEqual(['Suit 129.00', 'Smoker 39.90']);
    expect(priced({ kind: 'sum' }).wasPrice).toBeNull();
    const less = priced({ kind: 'lessPercent', percent: '12' });
    // 12 % of 168.90 is 20.268; what is left, 148.632, is rounded once.
    expect(lines(less)).toEqual(['Suit 129.00', 'Smoker 39.90', 'Less, bought together -20.27', 'Rounding 0.00']);
    expect([money(less.unitPrice), money(less.wasPrice)]).toEqual(['148.63', '168.90']);
    expect(money(priced({ kind: 'lessAmount', amount: '18.90' }).unitPrice)).toBe('150.00');
    expect(told(priced({ kind: 'lessAmount', amount: '200' }))).toEqual(['item priceBelowNothing']);
  });

  it('is its own with extras on top: what a part costs more than the usual one', () => {
    const named = { suit: { answers: { size: 'm', name: 'Ada' } } };
    const onTop = shop(both, { price: '150', partsPrice: { kind: 'own' } });
    expect(lines(onTop.take({ parts: M }))).toEqual(['Base price 150.00']);
    expect(lines(onTop.take({ parts: named }))).toEqual(['Base price 150.00', 'Suit 2.55']);
    expect(money(onTop.take({ parts: named }).wasPrice)).toBe('171.45');
    expect(
      money(
        shop(both, { price: '150', partsPrice: { kind: 'own', extras: 'included' } }).take({ parts: named }).unitPrice,
      ),
    ).toBe('150.00');
  });

  it('of its own counts an optional part, one more of a part, and the difference to another product', () => {
    const { take } = shop(
      [
        part('smoker', { quantity: { least: 1, usual: 1, most: 3 } }),
        part('suit', { optional: true }),
        { key: 'gift', title: 'Gift', candidates: [{ product: 'smoker' }, { product: 'book' }] },
      ],
      { price: '50', partsPrice: { kind: 'own' } },
    );
    expect(lines(take({}))).toEqual(['Base price 50.00']);
    expect(lines(take({ parts: { ...M, smoker: { quantity: 2 }, gift: { product: 'book' } } }))).toEqual([
      'Base price 50.00',
      'Smoker 39.90',
      'Suit 129.00',
      'Gift: Handbook -39.90',
    ]);
  });

  it('has its own choices beside that; a percentage is of what the kit costs before them', () => {
    const wrap = {
      ...list('wrap', ['paper', 'box']),
      options: [
        { key: 'paper', title: 'Paper', amount: { kind: 'percentOfBase', value: '10' } },
        { key: 'box', title: 'Box', amount: fixed('4') },
      ],
    };
    const { take } = shop(both, { price: '10', choices: [wrap], partsPrice: { kind: 'lessAmount', amount: '8.90' } });
    expect(lines(take({ answers: { wrap: 'paper' }, parts: M }))).toEqual([
      'Suit 129.00',
      'Smoker 39.90',
      'Less, bought together -8.90',
      'Base price 10.00',
      'WRAP: Paper 17.00',
    ]);
    // What it costs one by one has the wrapping on top, as the kit has.
    expect(money(take({ answers: { wrap: 'paper' }, parts: M }).wasPrice)).toBe('195.90');
  });

  it('has what a part costs once, once for the line of the kit', () => {
    const stamped = {
      ...smoker,
      choices: [
        {
          kind: 'yesNo',
          key: 'stamp',
          title: 'Stamp',
          required: false,
          default: true,
          amount: { kind: 'oncePerLine', value: '6' },
        },
      ],
    };
    const { take } = shopOf(
      [kit([part('smoker', { quantity: { least: 7, usual: 7, most: 7 } }), part('book')]), stamped, book],
      { stock: items },
    );
    const seven = take({ quantity: 7 });
    expect([lines(seven), money(seven.lineTotal)]).toEqual([
      ['Smoker 279.30', 'Handbook 0.00', 'Smoker 6.00 once'],
      '1961.10',
    ]);
    expect(seven.parts.map(({ share }) => [money(share?.unit), money(share?.once)])).toEqual([
      ['279.30', '6.00'],
      ['0.00', '0.00'],
    ]);
  });

  it('holds rules and group prices of its parts, with the number of one kit', () => {
    const bulk = {
      ...smoker,
      rules: [
        {
          key: 'many',
          when: { kind: 'quantity', compare: 'atLeast', value: 3 },
          then: [{ kind: 'amount', amount: fixed('-5') }],
        },
      ],
      rates: [{ key: 'less', title: 'Less', value: '0', byGroup: { trade: '-1' } }],
      formulas: [{ key: 'f', title: 'F', text: 'less × 1', serves: { kind: 'amount' } }],
    };
    const of = (most: number, group: string | null, quantity = 1) =>
      shopOf([kit([part('smoker', { quantity: { least: most, usual: most, most } })]), bulk], { stock: items }).take(
        { quantity },
        { group },
      );
    expect([of(2, null), of(3, null), of(3, 'trade'), of(2, null, 5)].map(({ unitPrice }) => money(unitPrice))).toEqual(
      ['79.80', '104.70', '101.70', '79.80'],
    );
  });
});

describe('the shares of a kit’s price', () => {
  it('go by what parts cost alone, to the cent, and a part that costs nothing gets nothing', () => {
    const less = shop([part('suit'), part('smoker'), part('book')], {
      partsPrice: { kind: 'lessPercent', percent: '12' },
    }).take({ parts: M });
    // 148.63 in the proportion 129 : 39.90 is 113.518… and 35.111…; the cent left goes to the larger rest.
    expect(shares(less)).toEqual(['suit 113.52', 'smoker 35.11', 'book 0.00']);
  });

  it('go by the number of pieces where all parts cost nothing', () => {
    expect(
      shares(
        shop([part('book', { quantity: { least: 2, usual: 2, most: 2 } }), part('book', { key: 'more' })], {
          price: '10',
          partsPrice: { kind: 'own' },
        }).take({}),
      ),
    ).toEqual(['book 6.67', 'more 3.33']);
  });

  it('are shared out again in a kit in a kit', () => {
    const inner = { ...kit([part('smoker'), part('book')]), slug: 'inner', title: 'Inner', sku: 'IN' };
    const outer = shop(
      [part('inner', { quantity: { least: 2, usual: 2, most: 2 } }), part('suit')],
      { price: '100', partsPrice: { kind: 'own' } },
      [inner],
    ).take({ parts: M });
    expect(shares(outer)).toEqual(['inner 38.22', 'suit 61.78']);
    expect(outer.parts[0] && shares({ parts: partsWithin(outer.parts[0]) })).toEqual(['smoker 38.22', 'book 0.00']);
    expect(outer.draws.map(({ stock, total, by }) => [stock, total.value.toString(), by])).toEqual([
      ['iron', '2', ['inner']],
      ['paper', '2', ['inner']],
      ['cloth', '1', ['suit']],
    ]);
  });

  it('always add up to the price, down to the last part of a part', () => {
    const cents = fc.integer({ min: 0, max: 5000 }).map((value) => Exact.of(value, 100).toString());
    const prices = fc.record({
      price: cents,
      own: cents,
      percent: fc.integer({ min: 0, max: 100 }),
      counts: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 4 }),
      kind: fc.constantFrom('sum', 'lessPercent', 'own'),
      quantity: fc.integer({ min: 1, max: 9 }),
    });
    const sumOf = (parts: Resolution['parts'], of: 'unit' | 'once') =>
      parts.reduce((sum, { share }) => sum.plus(share?.[of] ?? Exact.zero), Exact.zero);
    fc.assert(
      fc.property(prices, ({ price, own, percent, counts, kind, quantity }) => {
        const partsPrice = kind === 'lessPercent' ? { kind, percent: String(percent) } : { kind };
        const inner = {
          ...kit(
            counts.map((count, place) =>
              part(place % 2 ? 'book' : 'thing', {
                key: `k${place}`,
                quantity: { least: count, usual: count, most: count },
              }),
            ),
          ),
          slug: 'inner',
          title: 'Inner',
          sku: 'IN',
        };
        const thing = {
          ...smoker,
          slug: 'thing',
          price,
          choices: [
            {
              kind: 'yesNo',
              key: 'once',
              title: 'Once',
              default: true,
              amount: { kind: 'oncePerLine', value: '1.01' },
            },
          ],
        };
        const { take } = shopOf(
          [kit([part('inner'), part('thing'), part('book')], { price: own, partsPrice }), inner, thing, book],
          { stock: items },
        );
        const found = take({ quantity }, { stock: null });
        expect(found.state).toBe('sellable');
        expect(found.unitPrice && sumOf(found.parts, 'unit').equals(found.unitPrice)).toBe(true);
        const once = found.lineTotal?.minus((found.unitPrice ?? Exact.zero).times(Exact.of(quantity)));
        expect(once && sumOf(found.parts, 'once').equals(once)).toBe(true);
        for (const shown of found.parts) {
          const { share } = shown;
          const within = partsWithin(shown);
          if (within.length === 0) continue;
          expect(share && sumOf(within, 'unit').equals(share.unit)).toBe(true);
          expect(share && sumOf(within, 'once').equals(share.once)).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('what can be had of a kit', () => {
  const there = (levels: Record<string, string>) =>
    stockView(Object.entries(levels).map(([key, available]) => ({ key, available })));

  it('is the largest number that can be made of everything at once; the part that is short is named, and what would do instead', () => {
    const { take } = shop([
      part('suit'),
      {
        key: 'gift',
        title: 'Gift',
        optional: true,
        taken: true,
        candidates: [{ product: 'smoker' }, { product: 'book' }],
      },
    ]);
    const of = (levels: Record<string, string>, quantity = 1) => take({ parts: M, quantity }, { stock: there(levels) });
    expect(of({ cloth: '9', iron: '4', paper: '1' }).availability).toMatchObject({
      canSupply: 4,
      limitedBy: { stock: 'iron' },
    });
    const out = of({ cloth: '9', iron: '0', paper: '1' });
    expect(out).toMatchObject({
      state: 'unavailable',
      problems: [
        {
          where: { part: ['gift'], at: 'item' },
          code: 'partOut',
          data: { title: 'Gift', instead: ['take Handbook', 'leave it out'] },
        },
      ],
    });
    expect(of({ cloth: '9', iron: '4', paper: '1' }, 5).problems).toMatchObject([
      { code: 'partOut', data: { canSupply: 4, asked: 5, instead: ['leave it out'] } },
    ]);
  });

  it('counts a stock item once that two parts take', () => {
    const { take } = shop([
      part('suit', {}, { fixed: { size: 'm' } }),
      part('suit', { key: 'second' }, { fixed: { size: 'l' } }),
    ]);
    expect(take({}, { stock: there({ cloth: '5' }) }).availability.canSupply).toBe(2);
  });

  it('says of options within a part that they are out', () => {
    const dyed = {
      ...suit,
      choices: [
        {
          kind: 'list',
          key: 'size',
          title: 'Size',
          options: [
            { key: 'm', title: 'M', draws: draws('veil') },
            { key: 'l', title: 'L' },
          ],
        },
      ],
    };
    const { take } = shopOf([kit([part('suit')]), dyed], { stock: items });
    expect(take({}, { stock: there({ cloth: '5', veil: '0' }) }).parts[0]?.resolution.shown[0]?.options).toMatchObject([
      { offered: false, why: 'outOfStock' },
      { offered: true },
    ]);
  });
});

describe('a kit in the making', () => {
  it('refuses a circle with its way, and a kit that nests too deep', () => {
    const circle = shopOf([kit([part('a')]), { ...kit([part('b')]), slug: 'a' }, { ...kit([part('p')]), slug: 'b' }]);
    expect(circle.program().blocking.map(({ data }) => data)).toMatchObject([
      { code: 'partFaulty', first: { code: 'partFaulty', first: { code: 'addOnCycle', way: 'p → a → b → p' } } },
    ]);
    expect(shopOf([kit([part('p')])]).faults()).toContain('parts.0.candidates.0.product addOnCycle');
    const deep = (levels: number) =>
      shopOf(
        [
          ...Array.from({ length: levels }, (_, level) => ({
            ...kit([part(level + 1 === levels ? 'book' : `k${level + 1}`)]),
            slug: level === 0 ? 'p' : `k${level}`,
          })),
          book,
        ],
        { stock: items },
      );
    expect(deep(8).take({}).state).toBe('sellable');
    expect(
      deep(9)
        .program()
        .blocking.map(({ code }) => code),
    ).toContain('kitTooDeep');
    expect(deep(50).take({}).state).toBe('invalid');
  });

  it('is never short of a part in silence: one that has left the shop stops it, unless it can do without', () => {
    const gone = part('gone');
    expect(shop([gone]).take({}).state).toBe('invalid');
    expect(shop([part('book'), { ...gone, optional: true }]).take({}).state).toBe('sellable');
    expect(told(shop([part('book'), { ...gone, optional: true }]).take({ parts: { gone: {} } }))).toEqual([
      'part:gone/selection partNotReady',
    ]);
    expect(shop([{ key: 'gift', candidates: [{ product: 'gone' }, { product: 'book' }] }]).take({}).state).toBe(
      'sellable',
    );
    expect(shop([{ ...gone, optional: true }]).faults()).toEqual(['parts.0.candidates.0.product partUnknown']);
  });

  it('knows every stock item that any of its parts can take', () => {
    expect([
      ...stockOf(
        shop([part('suit'), { key: 'gift', candidates: [{ product: 'smoker' }, { product: 'book' }] }]).program(),
      ).keys(),
    ]).toEqual(['cloth', 'iron', 'paper']);
  });

  it('asks for what is wrong in it before it is published', () => {
    const ready = (parts: object[], more: object = {}) => {
      const { catalog, surroundings } = shop(parts, more);
      const [first] = catalog.products;
      return first
        ? readiness(first, surroundings, null)
            .filter(({ code }) => code !== 'pictureMissing')
            .map(({ code, path }) => `${path.join('.')} ${code}`)
        : [];
    };
    expect(ready([part('suit')])).toEqual([]);
    expect(ready([part('suit', {}, { fixed: { size: 'xxl' } })])).toEqual([
      'parts.0.candidates.0.fixed.size partAnswerRefused',
    ]);
    expect(ready([part('suit', {}, { fixed: { size: null } })])).toEqual(['parts.0.candidates.0 partUnresolved']);
    expect(ready([part('suit', {}, { fixed: { hat: 'm' } })])).toContain(
      'parts.0.candidates.0.fixed.hat partChoiceUnknown',
    );
    expect(ready([part('suit', {}, { narrowed: { size: [] } })])).toContain(
      'parts.0.candidates.0.narrowed.size partNothingOffered',
    );
    expect(ready([part('suit', { quantity: { least: 3, usual: 1, most: 2 } })])).toEqual([
      'parts.0.quantity partQuantities',
    ]);
    expect(ready([{ key: 'x', candidates: [] }, part('book', { key: 'x' })])).toEqual([
      'parts.1.key duplicateKey',
      'parts.0.candidates partMissing',
    ]);
    expect(ready([part('suit')], { partsPrice: { kind: 'own' } })).toEqual(['price priceMissing']);
    expect([
      ready([part('suit')], { category: null }),
      ready([part('suit')], { category: null, soldWhere: 'kits' }),
    ]).toEqual([['category categoryMissing'], []]);
  });

  it('is kept as a proof with what is said of its parts, which breaks when a part costs something else', () => {
    const before = shop([part('suit'), part('smoker', { optional: true })]);
    const kept = proofOf(
      before.program(),
      {
        key: 'k',
        title: 'K',
        answers: {},
        parts: { ...M, smoker: { answers: {}, quantity: 1 } },
        quantity: 2,
        group: null,
      },
      TODAY,
    );
    expect(kept.expects).toMatchObject({ state: 'sellable', unitPrice: '168.90', sku: 'P-SUIT-M-SMOK' });
    expect(prove(before.program(), [kept], TODAY)[0]?.holds).toBe(true);
    const after = shopOf(
      [kit([part('suit'), part('smoker', { optional: true })]), suit, { ...smoker, price: '40' }, book],
      { stock: items },
    );
    expect(prove(after.program(), [kept], TODAY)[0]?.differences.map(({ what }) => what)).toEqual([
      'unitPrice',
      'lineTotal',
    ]);
  });

  it('takes anything at all as what is said of its parts', () => {
    const { take } = shop([part('suit'), part('smoker', { optional: true })]);
    fc.assert(
      fc.property(fc.anything(), (parts) => {
        const found = take({ parts });
        if (found.state === 'sellable')
          expect(found.parts.find(({ part: key }) => key === 'suit')?.resolution.state).toBe('sellable');
      }),
      { numRuns: 300 },
    );
  });
});
