import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import {
  type CutPlan,
  longestPieces,
  lotsAfter,
  type LotStock,
  mostThatCanBeCut,
  type Pieces,
  planCuts,
  QUICK,
} from './index';

const stock = (lengths: readonly number[], kerf: number, keep: number | null): LotStock => ({
  kind: 'bar',
  kerf: Exact.of(kerf),
  smallestOffcut: keep === null ? null : Exact.of(keep),
  lots: lengths.map((length, id) => ({ id, label: `Bar ${id + 1}`, free: Exact.of(length) })),
});
const pieces = (...list: [length: number, count: number][]): Pieces[] =>
  list.map(([length, count]) => ({ length: Exact.of(length), count }));
const sum = (list: readonly Pieces[]) =>
  list.reduce((total, { length, count }) => total + Number(length.toString()) * count, 0);

/**
 * What a set of pieces costs of one bar, or null where it does not fit; written without looking at the code under test.
 */
function costOfBar(length: number, cut: readonly number[], kerf: number, keep: number | null): number | null {
  const material = cut.reduce((total, piece) => total + piece, 0) + kerf * (cut.length - 1);
  if (material > length) return null;
  const rest = Math.max(0, length - material - kerf);
  return keep !== null && rest > 0 && rest >= keep ? length - rest : length;
}

/** The least cost of cutting all pieces, by trying every bar for every piece; null where they can't be cut. */
function bruteForce(
  lengths: readonly number[],
  wanted: readonly number[],
  kerf: number,
  keep: number | null,
): number | null {
  let best: number | null = null;
  const bars: number[][] = lengths.map(() => []);
  const place = (index: number): void => {
    const piece = wanted[index];
    if (piece === undefined) {
      const costs = bars.map((cut, bar) => (cut.length === 0 ? 0 : costOfBar(lengths[bar] ?? 0, cut, kerf, keep)));
      const total = costs.reduce<number | null>((all, cost) => (all === null || cost === null ? null : all + cost), 0);
      if (total !== null && (best === null || total < best)) best = total;
      return;
    }
    for (const bar of bars) {
      bar.push(piece);
      place(index + 1);
      bar.pop();
    }
  };
  place(0);
  return best;
}

const tasks = fc.record({
  lengths: fc.array(fc.integer({ min: 3, max: 30 }), { minLength: 1, maxLength: 4 }),
  wanted: fc.array(fc.integer({ min: 1, max: 15 }), { minLength: 1, maxLength: 6 }),
  kerf: fc.integer({ min: 0, max: 2 }),
  keep: fc.option(fc.integer({ min: 0, max: 8 })),
});
const asPieces = (wanted: readonly number[]) => pieces(...wanted.map((length): [number, number] => [length, 1]));

/** That a plan can really be cut, and cuts what was asked. */
function expectCuttable({ cuts, unplaced }: CutPlan, { lots, kerf }: LotStock, asked: readonly Pieces[]): void {
  for (const { lot, pieces: cut, left } of cuts) {
    const count = cut.reduce((total, each) => total + each.count, 0);
    const material = sum(cut) + Number(kerf.toString()) * (count - 1);
    expect(material).toBeLessThanOrEqual(Number(lots.find(({ id }) => id === lot.id)?.free.toString()));
    expect(left.toString()).toBe(String(Math.max(0, Number(lot.free.toString()) - material - Number(kerf.toString()))));
  }
  expect(sum(cuts.flatMap((cut) => cut.pieces)) + sum(unplaced)).toBe(sum(asked));
  expect(new Set(cuts.map(({ lot }) => lot.id)).size).toBe(cuts.length);
}

describe('planCuts', () => {
  it('wastes exactly as little as trying every bar for every piece finds', () => {
    fc.assert(
      fc.property(tasks, ({ lengths, wanted, kerf, keep }) => {
        const bars = stock(lengths, kerf, keep);
        const plan = planCuts(bars, asPieces(wanted));
        expectCuttable(plan, bars, asPieces(wanted));
        const least = bruteForce(lengths, wanted, kerf, keep);
        expect(plan.unplaced.length === 0).toBe(least !== null);
        if (least === null) return;
        const total = wanted.reduce((all, piece) => all + piece, 0);
        expect(plan.waste.toString()).toBe(String(least - total));
        expect([plan.unplaced.length, plan.waste.equals(plan.leastWaste)]).toEqual([0, true]);
      }),
      { numRuns: 1500 },
    );
  });

  it('cuts equal pieces with as little waste as brute force, too', () => {
    fc.assert(
      fc.property(tasks, fc.integer({ min: 1, max: 5 }), ({ lengths, wanted: [length = 1], kerf, keep }, count) => {
        const plan = planCuts(stock(lengths, kerf, keep), pieces([length, count]));
        const least = bruteForce(
          lengths,
          Array.from({ length: count }, () => length),
          kerf,
          keep,
        );
        expect(plan.unplaced.length === 0).toBe(least !== null);
        if (least !== null) expect(plan.waste.toString()).toBe(String(least - length * count));
      }),
    );
  });

  it('never claims a bound that a better plan breaks, in tasks too large to be looked through', () => {
    const large = fc.record({
      lengths: fc.array(fc.integer({ min: 200, max: 400 }), { minLength: 12, maxLength: 20 }),
      wanted: fc.array(fc.tuple(fc.integer({ min: 10, max: 120 }), fc.integer({ min: 1, max: 4 })), {
        minLength: 5,
        maxLength: 10,
      }),
      kerf: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(large, ({ lengths, wanted, kerf }) => {
        const bars = stock(lengths, kerf, null);
        const quick = planCuts(bars, pieces(...wanted), { ...QUICK, rounds: 0, steps: 0, filling: 0 });
        const thorough = planCuts(bars, pieces(...wanted), { ...QUICK, rounds: 30, steps: 0, filling: 0 });
        expectCuttable(quick, bars, pieces(...wanted));
        if (quick.unplaced.length > 0 || thorough.unplaced.length > 0) return;
        expect(thorough.waste.isMore(quick.waste)).toBe(false);
        expect(quick.leastWaste.isMore(thorough.waste)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });

  it('counts a cut between pieces, and none where the last piece uses up the bar', () => {
    expect(planCuts(stock([10], 1, null), pieces([3, 2], [2, 1])).unplaced).toEqual([]);
    const plan = planCuts(stock([11], 1, 0), pieces([3, 2]));
    expect(plan.cuts[0]?.left.toString()).toBe('3');
    expect(plan.waste.toString()).toBe('2');
  });

  it('takes the shorter bar where both waste alike, and keeps the long one whole', () => {
    const plan = planCuts(stock([25, 6], 0, 1), pieces([2, 2]));
    expect(plan.cuts.map(({ lot, left, kept }) => [lot.label, left.toString(), kept])).toEqual([['Bar 2', '2', true]]);
  });

  it('says what fits nowhere, although there would be enough altogether', () => {
    const plan = planCuts(stock([4, 3], 0, 1), pieces([5, 1], [3, 1]));
    expect(plan.unplaced.map(({ length, count }) => [length.toString(), count])).toEqual([['5', 1]]);
  });

  it('does not end in a heap of figures when lengths have no end as decimals', () => {
    const third = Exact.of(1, 3);
    const plan = planCuts(
      { kind: 'roll', kerf: Exact.zero, smallestOffcut: third, lots: [{ id: 1, label: 'Roll', free: Exact.one }] },
      [{ length: third, count: 3 }],
    );
    // A third is a third: three of them are the whole.
    expect(plan.unplaced).toEqual([]);
    // What is too fine to be counted in is brought to the safe side: what would fill the roll to a hair does not fit.
    const fine = Exact.of(1, 3).plus(Exact.of(1, 1_000_003));
    expect(
      planCuts(
        {
          kind: 'roll',
          kerf: Exact.of(1, 999_983),
          smallestOffcut: third,
          lots: [{ id: 1, label: 'Roll', free: fine.plus(fine).plus(Exact.of(1, 999_983)) }],
        },
        [{ length: fine, count: 2 }],
      ).unplaced,
    ).toHaveLength(1);
  });
});

describe('mostThatCanBeCut', () => {
  it('is the largest number for which brute force finds a way', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 3, max: 14 }), { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 2, max: 9 }), { minLength: 1, maxLength: 2 }),
        fc.integer({ min: 0, max: 1 }),
        (lengths, item, kerf) => {
          const most = mostThatCanBeCut(stock(lengths, kerf, null), asPieces(item), 3);
          const possible = (count: number) =>
            count === 0 || bruteForce(lengths, Array.from({ length: count }, () => item).flat(), kerf, null) !== null;
          expect(possible(most)).toBe(true);
          if (most < 3) expect(possible(most + 1)).toBe(false);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('longestPieces', () => {
  it('is so long that nothing longer can be cut as often', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: 2 }),
        (lengths, count, kerf) => {
          const bars = stock(lengths, kerf, null);
          const longest = longestPieces(bars, count);
          const fits = (length: Exact) => mostThatCanBeCut(bars, [{ length, count: 1 }], 100) >= count;
          if (longest.sign() > 0) expect(fits(longest.minus(Exact.of(1, 1_000_000)))).toBe(true);
          expect(fits(longest.plus(Exact.of(1, 1000)))).toBe(false);
        },
      ),
    );
  });

  it('is that of the longest roll, not of all together', () => {
    const rolls = {
      kerf: Exact.zero,
      lots: [
        { id: 1, label: '', free: Exact.from('4.2') },
        { id: 2, label: '', free: Exact.from('2.8') },
      ],
    };
    expect(longestPieces(rolls, 1).toString()).toBe('4.2');
    expect(longestPieces(rolls, 2).toString()).toBe('2.8');
    expect(longestPieces(rolls, 3).toString()).toBe('2.1');
  });
});

it('what is planned on a bar is no longer free, with its cuts', () => {
  const bars = stock([20, 9], 1, 1);
  const after = lotsAfter(bars, planCuts(bars, pieces([4, 2])).cuts);
  expect(after.lots.map(({ free }) => free.toString())).toEqual(['20', '0']);
});
