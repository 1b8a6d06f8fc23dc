import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sellableRange } from '@/core/analysis';
import { resolutionJson } from '@/core/exchange';
import { readiness } from '@/core/judge';
import { Exact } from '@/core/number';
import { resolve, type Resolution, soldOutClauses, stockOf } from '@/core/run';
import { selectionSchema } from '@/core/selection';
import { stockView } from '@/core/stock';
import { shopOf, TODAY } from '../fixtures/shop-of';

/** Nested products as they come: circles, parts that are not there, huge numbers, chains of fifty. */

const slugs = ['a', 'b', 'c', 'd', 'e', 'gone'] as const;
const slug = fc.constantFrom(...slugs);
/** Mostly what is right, now and then anything. */
const mostly = <T>(right: fc.Arbitrary<T>, wrong: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 12, arbitrary: right }, { weight: 1, arbitrary: wrong });
const count = mostly(fc.constantFrom(1, 2, 3), fc.constantFrom(9_999, 10_000));
const counts = mostly(
  fc.tuple(count, count, count).map((three) => [...three].sort((one, other) => one - other)),
  fc.tuple(count, count, count),
).map(([least = 1, usual = 1, most = 1]) => ({ least, usual, most }));

/** Parts of the product at a place: mostly those that come after it, so that there is no circle. */
function partOf(place: number) {
  const after = slugs.slice(place + 1, 5);
  const candidate = fc.record({
    product: mostly(after.length > 0 ? fc.constantFrom(...after) : fc.constant<(typeof slugs)[number]>('e'), slug),
    fixed: mostly(
      fc.constantFrom<object>({}, {}, { size: 'm' }),
      fc.constantFrom({ size: 'no' }, { nothing: 1 }, { size: null }),
    ),
    narrowed: mostly(
      fc.constantFrom<object>({}, {}, { size: ['m'] }),
      fc.constantFrom({ size: [] }, { nothing: ['m'] }),
    ),
  });
  return fc.record({
    candidates: mostly(
      fc.uniqueArray(candidate, { minLength: 1, maxLength: 2, selector: ({ product }) => product }),
      fc.array(candidate, { maxLength: 3 }),
    ),
    optional: fc.boolean(),
    taken: fc.boolean(),
    quantity: counts,
  });
}

const size = {
  kind: 'list',
  key: 'size',
  title: 'Size',
  options: [
    { key: 'm', title: 'M', sku: 'M' },
    { key: 'l', title: 'L', sku: 'L', amount: { kind: 'fixed', value: '-1.5' } },
  ],
};

/** A slot of the product at a place, of what comes after it, or joins. */
function slotOf(place: number) {
  const after = slugs.slice(place + 1, 5);
  const candidates = mostly(fc.subarray([...after], { minLength: 1 }), fc.subarray([...slugs]));
  return fc
    .record({
      candidates,
      most: fc.constantFrom(1, 2, 3),
      least: fc.constantFrom(1, 1, 2),
      required: mostly(fc.constant(false), fc.constant(true)),
      keepsOrder: fc.boolean(),
      joins: mostly(fc.constant<object[]>([]), fc.constant<object[]>([{ tag: 'joining' }])),
      begins: fc.boolean(),
    })
    .map(({ candidates: listed, begins, ...rest }) => ({
      kind: 'slot',
      key: 's',
      title: 'S',
      options: listed.map((key) => ({ key, title: '' })),
      default: begins ? listed.slice(0, 1) : [],
      ...rest,
      least: Math.min(rest.least, rest.most),
    }));
}

const property = fc.constantFrom<object>(
  {},
  { wide: { value: '4', unit: 'm' } },
  { wide: { value: '400', unit: 'cm' } },
  { wide: { text: 'oak' } },
);
const fits = mostly(
  fc.constant<object[]>([]),
  fc.constantFrom<object[]>(
    [{ key: 'f', place: 's', property: 'wide', other: { place: 'x', property: 'wide' } }],
    [{ key: 'f', place: 's', property: 'wide', compare: 'more', other: { place: 's', property: 'wide' } }],
  ),
);

function productAt(place: number) {
  return fc.record({
    properties: property,
    tags: fc.constantFrom<string[]>([], [], ['joining']),
    fits,
    parts: (place === 4 ? fc.constant<object[]>([]) : fc.array(partOf(place), { maxLength: 3 })).map((parts) =>
      parts.map((one, index) => ({ key: ['x', 'y', 'z'][index], ...one })),
    ),
    partsPrice: mostly(
      fc.constantFrom<object>(
        { kind: 'sum' },
        { kind: 'lessAmount', amount: '3' },
        { kind: 'lessPercent', percent: '12.5' },
        { kind: 'own', extras: 'onTop' },
        { kind: 'own', extras: 'included' },
      ),
      fc.constantFrom({ kind: 'lessAmount', amount: 'much' }, { kind: 'lessPercent', percent: '140' }),
    ),
    price: mostly(fc.constantFrom<string | null>('0', '10', '24.99'), fc.constantFrom<string | null>(null, '-3')),
    onlyWholeKits: fc.boolean(),
    choices: fc
      .tuple(
        fc.constantFrom<object[]>([], [], [size], [{ ...size, default: 'm' }]),
        place === 4
          ? fc.constant<object[]>([])
          : fc.oneof(
              { weight: 2, arbitrary: fc.constant<object[]>([]) },
              { weight: 1, arbitrary: slotOf(place).map((one) => [one]) },
            ),
      )
      .map(([own, slots]) => [...own, ...slots]),
  });
}
const productsOf = (most: number) =>
  fc.tuple(...Array.from({ length: most }, (_, place) => productAt(place + 5 - most)));

const plain = mostly(fc.constantFrom<unknown>('m', 'l'), fc.constantFrom<unknown>('no', null, 7, true));
const selection: fc.Arbitrary<object> = fc.letrec((tie) => ({
  entries: fc.array(
    fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      fc.constantFrom('b', 'c', 'd', 'e'),
      fc.tuple(slug, tie('one')).map(([product, one]) => ({ ...(one as object), product })),
    ),
    { maxLength: 2 },
  ),
  answered: mostly(
    fc.oneof(fc.constant({}), fc.constant({}), fc.record({ size: plain }), fc.record({ s: tie('entries') })),
    fc.record({ x: plain, s: tie('entries'), size: plain }, { requiredKeys: [] }),
  ),
  one: fc.record(
    {
      answers: tie('answered'),
      quantity: mostly(fc.constantFrom(1, 2, 3), fc.constantFrom(0, -1, 1_000_000, 0.5)),
      product: slug,
      parts: fc.dictionary(
        mostly(fc.constantFrom('x', 'y', 'z'), fc.constant('w')),
        fc.oneof({ depthSize: 'small', withCrossShrink: true }, fc.constant(null), tie('one')),
      ),
    },
    { requiredKeys: ['answers'] },
  ),
})).one as fc.Arbitrary<object>;

/** Of the whole: no product is named. */
const whole = selection.map((one) => Object.fromEntries(Object.entries(one).filter(([key]) => key !== 'product')));

/** What is sold must add up, and everything that is taken must be known. */
function expectSound(found: Resolution): void {
  const { unitPrice, lineTotal, parts, working, quantity } = found;
  expect(unitPrice && lineTotal).not.toBeNull();
  if (!unitPrice || !lineTotal) return;
  const sum = (per: 'unit' | 'line') =>
    working.reduce((total, line) => (line.per === per ? total.plus(line.amount) : total), Exact.zero);
  expect(sum('unit').equals(unitPrice)).toBe(true);
  expect(unitPrice.times(Exact.of(quantity)).plus(sum('line')).equals(lineTotal)).toBe(true);
  if (parts.some(({ kind }) => kind !== 'addOn'))
    expect(
      parts.reduce((total, { share }) => total.plus(share?.unit ?? Exact.zero), Exact.zero).equals(unitPrice),
    ).toBe(true);
  for (const { resolution } of parts) expect(resolution.state).toBe('sellable');
  // It draws what its parts would draw alone, and what it draws itself: one body.
  const taken = new Map([['body', Exact.one]]);
  for (const { resolution } of parts)
    for (const { stock, total } of resolution.draws)
      taken.set(stock, (taken.get(stock) ?? Exact.zero).plus(total.value));
  expect(found.draws.map(({ stock, total }) => [stock, total.value.toString()])).toEqual(
    [...taken].map(([stock, each]) => [stock, each.times(Exact.of(quantity)).toString()]),
  );
}

describe('nested products', () => {
  it('never throw, never hang, and are never sold by mistake', () => {
    let sold = 0;
    fc.assert(
      fc.property(productsOf(5), fc.array(whole, { minLength: 1, maxLength: 4 }), (products, selections) => {
        const { surroundings, program } = shopOf(
          products.map((one, place) => ({
            slug: slugs[place],
            title: slugs[place],
            sku: (slugs[place] ?? '').toUpperCase(),
            ...one,
          })),
        );
        const [first] = [...surroundings.products.values()];
        const compiled = program('a');
        if (first) readiness(first, surroundings, null, compiled);
        stockOf(compiled);
        soldOutClauses(compiled);
        for (const chosen of selections) {
          const found = resolve(compiled, chosen, {
            stock: stockView([{ key: 'body', available: '1000000000000' }]),
            today: TODAY,
          });
          JSON.stringify(resolutionJson(found));
          if (found.state !== 'sellable') continue;
          sold += 1;
          expect(compiled.blocking).toEqual([]);
          expect(selectionSchema.safeParse(chosen).success).toBe(true);
          expectSound(found);
        }
      }),
      { numRuns: 400 },
    );
    expect(sold).toBeGreaterThan(20);
  }, 60_000);

  it('have a range that holds every price that is sold', () => {
    let compared = 0;
    fc.assert(
      fc.property(productsOf(3), fc.array(whole, { minLength: 1, maxLength: 4 }), (products, selections) => {
        const { program } = shopOf(
          products.map((one, place) => ({
            slug: slugs[place + 2],
            title: slugs[place + 2],
            sku: (slugs[place + 2] ?? '').toUpperCase(),
            ...one,
          })),
        );
        const compiled = program('c');
        const range = sellableRange(compiled);
        for (const chosen of selections) {
          const { state, unitPrice, quantity } = resolve(compiled, chosen, { stock: null, today: TODAY });
          if (state !== 'sellable' || !unitPrice || quantity !== compiled.defaultQuantity) continue;
          expect(range).not.toBeNull();
          if (!range?.isProved) continue;
          expect([unitPrice.isLess(range.from), unitPrice.isMore(range.to)]).toEqual([false, false]);
          compared += 1;
        }
        if (!range) return;
        for (const [end, price] of [
          [range.cheapest, range.from],
          [range.dearest, range.to],
        ] as const) {
          const found = resolve(compiled, end, { stock: null, today: TODAY });
          if (range.isProved) expect([found.state, found.unitPrice?.equals(price)]).toEqual(['sellable', true]);
        }
      }),
      { numRuns: 250 },
    );
    expect(compared).toBeGreaterThan(0);
  }, 90_000);

  it('a chain of fifty, and a hundred parts of a hundred parts, end in a fault', { timeout: 60_000 }, () => {
    const chain = shopOf(
      Array.from({ length: 50 }, (_, place) => ({
        slug: place === 0 ? 'p' : `k${place}`,
        price: null,
        draws: [],
        parts: [{ key: 'x', candidates: [{ product: `k${place + 1}` }] }],
      })),
    );
    expect(chain.take({}).state).toBe('invalid');
    const wide = shopOf(
      ['p', 'q', 'r', 's'].map((name, place) => ({
        slug: name,
        price: place === 3 ? '1' : null,
        draws: [],
        parts:
          place === 3
            ? []
            : Array.from({ length: 100 }, (_, index) => ({
                key: `x${index}`,
                candidates: [{ product: ['q', 'r', 's'][place] ?? '' }],
              })),
      })),
    );
    expect(wide.faults('p')).toContain('parts kitTooLarge');
    expect(wide.take({}).state).toBe('invalid');
  });
});
