import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { Exact } from '@/core/number';
import { type LotStock, planCuts, THOROUGH } from '@/core/stock';

const rolls = (lengths: readonly number[]): LotStock => ({
  kind: 'roll',
  kerf: Exact.zero,
  smallestOffcut: null,
  lots: lengths.map((length, id) => ({ id, label: `Roll ${id + 1}`, free: Exact.of(length) })),
});
const used = ({ cuts }: ReturnType<typeof planCuts>) =>
  cuts.reduce((sum, { lot }) => sum + Number(lot.free.toString()), 0);

describe('paper rolls', () => {
  /**
   * The textbook instance of the cutting-stock problem: widths in mm from a paper mill's master rolls of 5600 mm. 73
   * rolls are least, with 0.401 % of the paper wasted. Widths, counts and optimum as they stand in the encyclopaedic
   * article "Cutting stock problem" and in lectures that follow it; written down from memory.
   */
  const ORDER: readonly (readonly [width: number, count: number])[] = [
    [1380, 22],
    [1520, 25],
    [1560, 12],
    [1710, 14],
    [1820, 18],
    [1880, 18],
    [1930, 20],
    [2000, 10],
    [2050, 12],
    [2100, 14],
    [2140, 16],
    [2150, 18],
    [2200, 20],
  ];

  it('takes 73 master rolls, and proves that fewer can’t do', () => {
    const plan = planCuts(
      rolls(Array.from({ length: 80 }, () => 5600)),
      ORDER.map(([width, count]) => ({ length: Exact.of(width), count })),
      THOROUGH,
    );
    expect(plan.cuts).toHaveLength(73);
    expect(plan.unplaced).toEqual([]);
    expect([plan.unplaced.length, plan.waste.equals(plan.leastWaste)]).toEqual([0, true]);
    expect(
      plan.waste
        .over(Exact.of(73 * 5600))
        .times(Exact.of(100))
        .toFixed(3),
    ).toBe('0.401');
  });
});

describe('beside an integer-programming library (HiGHS)', () => {
  it('uses as little of the rolls as its proven optimum', async () => {
    const highs = await loadHighs();
    const task = fc.record({
      lengths: fc.array(fc.integer({ min: 40, max: 100 }), { minLength: 3, maxLength: 6 }),
      wanted: fc.uniqueArray(fc.tuple(fc.integer({ min: 8, max: 45 }), fc.integer({ min: 1, max: 3 })), {
        minLength: 2,
        maxLength: 5,
        selector: ([size]) => size,
      }),
    });
    let compared = 0;
    fc.assert(
      fc.property(task, ({ lengths, wanted }) => {
        const plan = planCuts(
          rolls(lengths),
          wanted.map(([size, count]) => ({ length: Exact.of(size), count })),
          THOROUGH,
        );
        const theirs = highs.solve(assignment(lengths, wanted));
        if (theirs.Status === 'Infeasible') {
          expect(plan.unplaced.length).toBeGreaterThan(0);
          return;
        }
        expect(theirs.Status).toBe('Optimal');
        expect(plan.unplaced).toEqual([]);
        expect(used(plan)).toBe(Math.round(theirs.ObjectiveValue));
        expect(plan.leastWaste.isMore(plan.waste)).toBe(false);
        compared += 1;
      }),
      { numRuns: 60 },
    );
    expect(compared).toBeGreaterThan(20);
  }, 60_000);
});

/** The task in the LP format: which rolls are touched, and how many of each size are cut from each. */
function assignment(lengths: readonly number[], wanted: readonly (readonly [number, number])[]): string {
  const sizes = wanted.map((_, size) => size);
  const all = lengths.map((_, roll) => roll);
  return [
    'Minimize',
    ` obj: ${all.map((roll) => `${lengths[roll]} y${roll}`).join(' + ')}`,
    'Subject To',
    ...sizes.map((size) => ` d${size}: ${all.map((roll) => `x${size}_${roll}`).join(' + ')} = ${wanted[size]?.[1]}`),
    ...all.map(
      (roll) =>
        ` c${roll}: ${sizes.map((size) => `${wanted[size]?.[0]} x${size}_${roll}`).join(' + ')} - ${lengths[roll]} y${roll} <= 0`,
    ),
    'Bounds',
    ...all.flatMap((roll) => sizes.map((size) => ` 0 <= x${size}_${roll} <= 9`)),
    'General',
    ` ${all.flatMap((roll) => sizes.map((size) => `x${size}_${roll}`)).join(' ')}`,
    'Binary',
    ` ${all.map((roll) => `y${roll}`).join(' ')}`,
    'End',
  ].join('\n');
}
