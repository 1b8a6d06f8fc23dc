import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { proofOf } from '../../exchange';
import { prove, readiness } from '../../judge';
import { stockView } from '../../stock';
import { shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { stockOf } from '../stock-of';
import {
  draws,
  items,
  suit,
  smoker,
  book,
  part,
  kit,
  shop,
  M,
  money,
  told,
} from '../../../../tests/fixtures/starter-kit';

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
          data: { title: 'Gift', instead: [{ key: expect.any(String), title: 'Handbook' }], optional: true },
        },
      ],
    });
    expect(of({ cloth: '9', iron: '4', paper: '1' }, 5).problems).toMatchObject([
      { code: 'partOut', data: { canSupply: 4, asked: 5, instead: [], optional: true } },
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
