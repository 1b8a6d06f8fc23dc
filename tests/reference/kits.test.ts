import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { allocate } from '@/core/money';
import { resolve } from '@/core/run';
import { stockView } from '@/core/stock';
import { shopOf, TODAY } from '../fixtures/shop-of';

interface Bill {
  readonly [product: string]: Readonly<Record<string, number>>;
}

/** Products put together as a bill of materials says; each that has no components is a stock item of its own. */
function shopOfBill(bill: Bill, more: readonly object[] = []) {
  const components = Object.values(bill).flatMap((parts) => Object.keys(parts));
  const leaves = [...new Set(components)].filter((name) => !(name in bill));
  const kits = Object.entries(bill).map(([slug, parts]) => ({
    slug,
    title: slug,
    sku: slug,
    price: null,
    draws: [],
    parts: Object.entries(parts).map(([product, count], place) => ({
      key: `p${place}`,
      candidates: [{ product }],
      quantity: { least: count, usual: count, most: count },
    })),
  }));
  const plain = leaves.map((slug) => ({
    slug,
    title: slug,
    sku: slug,
    price: '1',
    draws: [{ kind: 'fixed', stock: slug, quantity: '1' }],
  }));
  return shopOf([...kits, ...plain], { stock: [...leaves.map((key) => ({ key, title: key, unit: '1' })), ...more] });
}

/** Gross requirements by low-level codes: each product is exploded once, when everything that needs it has been. */
function grossRequirements(bill: Bill, product: string, count: number): Map<string, number> {
  const codes = new Map<string, number>();
  const code = (name: string, level: number): void => {
    codes.set(name, Math.max(level, codes.get(name) ?? 0));
    for (const part of Object.keys(bill[name] ?? {})) code(part, level + 1);
  };
  code(product, 0);
  const needed = new Map([[product, count]]);
  for (const [name] of [...codes].sort((a, b) => a[1] - b[1])) {
    for (const [part, each] of Object.entries(bill[name] ?? {}))
      needed.set(part, (needed.get(part) ?? 0) + each * (needed.get(name) ?? 0));
  }
  return needed;
}

const drawsOf = (shop: ReturnType<typeof shopOfBill>, product: string, quantity: number) =>
  new Map(
    resolve(shop.program(product), { answers: {}, quantity }, { stock: null, today: TODAY }).draws.map(
      ({ stock, total }) => [stock, Number(total.value.toString())],
    ),
  );

describe('exploding a bill of materials', () => {
  /**
   * The speaker kits of the textbook "Operations Management" (Heizer, Render), chapter on material requirements
   * planning: fifty of A are made of B and C, of which D, E, F and G follow. The structure and the requirements are
   * written down from memory.
   */
  const SPEAKERS: Bill = { a: { b: 2, c: 3 }, b: { d: 2, e: 2 }, c: { e: 2, f: 2 }, f: { d: 2, g: 1 } };

  it('draws what the textbook works out for fifty', () => {
    expect(Object.fromEntries(drawsOf(shopOfBill(SPEAKERS), 'a', 50))).toEqual({ d: 800, e: 500, g: 300 });
    expect(Object.fromEntries(grossRequirements(SPEAKERS, 'a', 50))).toEqual({
      a: 50,
      b: 100,
      c: 150,
      d: 800,
      e: 500,
      f: 300,
      g: 300,
    });
  });

  it('draws what explosion by low-level codes gives, for any bill', () => {
    const bills = fc.array(
      fc.dictionary(fc.constantFrom('k1', 'k2', 'k3', 'l1', 'l2', 'l3'), fc.integer({ min: 1, max: 9 }), {
        minKeys: 1,
        maxKeys: 4,
      }),
      { minLength: 4, maxLength: 4 },
    );
    fc.assert(
      fc.property(bills, fc.integer({ min: 1, max: 40 }), (rows, quantity) => {
        // A kit holds only kits that come after it, so that there is no circle.
        const bill: Bill = Object.fromEntries(
          rows.map((row, place) => [
            `k${place}`,
            Object.fromEntries(
              Object.entries({ ...row, l1: 1 }).filter(
                ([part]) => part.startsWith('l') || Number(part.slice(1)) > place,
              ),
            ),
          ]),
        );
        const expected = [...grossRequirements(bill, 'k0', quantity)].filter(([name]) => name.startsWith('l')).sort();
        expect([...drawsOf(shopOfBill(bill), 'k0', quantity)].sort()).toEqual(expected);
      }),
      { numRuns: 150 },
    );
  });
});

describe('sharing out by largest remainder', () => {
  /**
   * The example of 100 000 votes and ten seats in the encyclopaedic article "Largest remainder method", Hare quota;
   * written down from memory, worked again by hand.
   */
  it('gives the seats of the textbook example', () => {
    expect(allocate(10n, [47_000n, 16_000n, 15_900n, 12_000n, 6_000n, 3_100n])).toEqual([5n, 2n, 1n, 1n, 1n, 0n]);
  });

  it.each([
    // 100 in thirds: 33.33… each, the cent left to the first.
    [100n, [1n, 1n, 1n], [34n, 33n, 33n]],
    // 12 % less: 14863 in the proportion 12900 : 3990 is 11351.85 and 3511.15.
    [14_863n, [12_900n, 3_990n], [11_352n, 3_511n]],
    // What costs nothing gets nothing, also of a cent that is left.
    [1n, [0n, 3n, 3n], [0n, 1n, 0n]],
    [-100n, [1n, 2n], [-33n, -67n]],
    [0n, [5n, 7n], [0n, 0n]],
  ])('%s over %s is %s', (amount, weights, shares) => expect(allocate(amount, weights)).toEqual(shares));

  it('always adds up, never differs from the exact share by a whole unit, and refuses weights that mean nothing', () => {
    const weights = fc
      .array(fc.bigInt({ min: 0n, max: 10n ** 12n }), { minLength: 1, maxLength: 12 })
      .filter((all) => all.some((weight) => weight > 0n));
    fc.assert(
      fc.property(fc.bigInt({ min: -(10n ** 12n), max: 10n ** 12n }), weights, (amount, all) => {
        const shares = allocate(amount, all);
        const whole = all.reduce((sum, weight) => sum + weight, 0n);
        expect(shares.reduce((sum, share) => sum + share, 0n)).toBe(amount);
        shares.forEach((share, place) => {
          const off = share * whole - amount * (all[place] ?? 0n);
          expect((off < 0n ? -off : off) < whole).toBe(true);
        });
      }),
    );
    for (const wrong of [[], [0n, 0n], [1n, -1n]]) expect(() => allocate(1n, wrong)).toThrow(RangeError);
  });
});

describe('how many kits can be made, beside an integer-programming library (HiGHS)', () => {
  it('is its optimum, over shared pieces and lots that are cut', async () => {
    const highs = await loadHighs();
    const tasks = fc.record({
      // by part: how many come with one kit, of which shared item one takes, and the pieces of the roll that one takes
      parts: fc.array(
        fc.record({
          count: fc.integer({ min: 1, max: 3 }),
          item: fc.integer({ min: 0, max: 2 }),
          piece: fc.constantFrom(0, 0, 3, 4, 5, 7),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      levels: fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 3 }),
      lots: fc.array(fc.integer({ min: 2, max: 24 }), { minLength: 1, maxLength: 4 }),
    });
    let limitedByLots = 0;
    fc.assert(
      fc.property(tasks, ({ parts, levels, lots }) => {
        const products = parts.map(({ item, piece }, place) => ({
          slug: `part-${place}`,
          draws: [
            { kind: 'fixed', stock: `s${item}`, quantity: '1' },
            ...(piece > 0 ? [{ kind: 'fixed', stock: 'roll', quantity: String(piece) }] : []),
          ],
        }));
        const kit = {
          price: null,
          draws: [],
          parts: parts.map(({ count }, place) => ({
            key: `p${place}`,
            candidates: [{ product: `part-${place}` }],
            quantity: { least: count, usual: count, most: count },
          })),
        };
        const stock = [0, 1, 2].map((item) => ({ key: `s${item}`, title: 'S', unit: '1' }));
        const program = shopOf([kit, ...products], {
          stock: [...stock, { key: 'roll', title: 'Roll', unit: 'm', cutFrom: { kind: 'roll' } }] as object[],
        }).program();
        const view = stockView([
          ...levels.map((level, item) => ({ key: `s${item}`, available: String(level) })),
          {
            key: 'roll',
            available: String(lots.reduce((sum, lot) => sum + lot, 0)),
            lying: {
              kind: 'roll' as const,
              kerf: '0',
              smallestOffcut: null,
              lots: lots.map((free, id) => ({ id, label: String(id), free: String(free) })),
            },
          },
        ]);
        const found = resolve(program, { answers: {} }, { stock: view, today: TODAY }).availability;
        const theirs = Math.round(highs.solve(mostKits(parts, levels, lots)).ObjectiveValue);
        expect(found.canSupply).toBe(theirs);
        if (found.limitedBy?.stock === 'roll') limitedByLots += 1;
      }),
      { numRuns: 1000 },
    );
    expect(limitedByLots).toBeGreaterThan(100);
  }, 120_000);
});

/** The task in the LP format: the most kits, and how many pieces of each length are cut from each lot. */
function mostKits(
  parts: readonly { count: number; item: number; piece: number }[],
  levels: readonly number[],
  lots: readonly number[],
): string {
  const pieces = new Map<number, number>();
  for (const { count, piece } of parts) if (piece > 0) pieces.set(piece, (pieces.get(piece) ?? 0) + count);
  const lengths = [...pieces.keys()];
  const need = (item: number) => parts.reduce((sum, part) => sum + (part.item === item ? part.count : 0), 0);
  return [
    'Maximize',
    ' obj: n',
    'Subject To',
    ...levels.flatMap((level, item) => (need(item) > 0 ? [` i${item}: ${need(item)} n <= ${level}`] : [])),
    ...lengths.map(
      (length) =>
        ` p${length}: ${lots.map((_, lot) => `x${length}_${lot}`).join(' + ')} - ${pieces.get(length) ?? 0} n >= 0`,
    ),
    ...(lengths.length > 0
      ? lots.map(
          (free, lot) => ` l${lot}: ${lengths.map((length) => `${length} x${length}_${lot}`).join(' + ')} <= ${free}`,
        )
      : []),
    'General',
    ` n ${lengths.flatMap((length) => lots.map((_, lot) => `x${length}_${lot}`)).join(' ')}`,
    'End',
  ].join('\n');
}
