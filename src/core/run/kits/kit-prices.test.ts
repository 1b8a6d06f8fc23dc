import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { fixed, list, shopOf } from '../../../../tests/fixtures/shop-of';
import { type Resolution } from '../resolution';
import { partsWithin } from './shares';
import {
  items,
  smoker,
  book,
  part,
  kit,
  shop,
  M,
  money,
  lines,
  shares,
  told,
} from '../../../../tests/fixtures/starter-kit';

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
