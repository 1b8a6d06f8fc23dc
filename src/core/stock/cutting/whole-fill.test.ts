import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { type LotStock, planCuts, QUICK, THOROUGH } from '.';
import { Random } from '../../../../tests/support/generated-products';

const lying = (lengths: readonly number[], kerf = 0): LotStock => ({
  kind: 'bar',
  kerf: Exact.of(kerf),
  smallestOffcut: null,
  lots: lengths.map((length, id) => ({ id, label: String(id), free: Exact.of(length) })),
});
const wanted = (lengths: readonly number[]) => lengths.map((length) => ({ length: Exact.of(length), count: 1 }));

/** Lots that are parted into pieces without any rest, so that all of them can be cut. */
function parted(seed: number, lots: number, perLot: number): { lengths: number[]; pieces: number[] } {
  const random = new Random(seed);
  const lengths = Array.from({ length: lots }, () => 300 + random.below(400));
  const pieces = lengths.flatMap((length) => {
    const places = [...new Set(Array.from({ length: perLot - 1 }, () => 1 + random.below(length - 1)))].sort(
      (a, b) => a - b,
    );
    return [...places, length].map((end, place) => end - (places[place - 1] ?? 0));
  });
  return { lengths, pieces };
}

describe('pieces that fill lots exactly', () => {
  it.each([
    [18, 4, 5],
    [24, 6, 4],
    [36, 9, 4],
    [60, 15, 4],
    [60, 12, 5],
  ])('about %i pieces on %i lots are all placed', (_, lots, perLot) => {
    for (let seed = 1; seed <= 30; seed += 1) {
      const { lengths, pieces } = parted(seed, lots, perLot);
      const plan = planCuts(lying(lengths), wanted(pieces), THOROUGH);
      expect(plan.unplaced, `seed ${seed}`).toEqual([]);
      expect(plan.waste.toString()).toBe('0');
    }
  });

  it('are never said to be impossible, however short the look', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const { lengths, pieces } = parted(seed, 6, 4);
      const plan = planCuts(lying(lengths), wanted(pieces), QUICK);
      expect(plan.unplaced.length === 0 || !plan.isProved, `seed ${seed}`).toBe(true);
    }
  });
});

describe('what is said to be impossible', () => {
  it('is, beside every way tried', () => {
    const fits = (free: readonly number[], pieces: readonly number[]): boolean => {
      const [piece, ...others] = pieces;
      return (
        piece === undefined ||
        free.some(
          (length, place) =>
            length >= piece &&
            fits(
              free.map((other, at) => (at === place ? other - piece : other)),
              others,
            ),
        )
      );
    };
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 4, max: 20 }), { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 2, max: 9 }), { minLength: 2, maxLength: 7 }),
        (lengths, pieces) => {
          const plan = planCuts(lying(lengths), wanted(pieces), THOROUGH);
          expect(plan.isProved).toBe(true);
          expect(plan.unplaced.length === 0).toBe(
            fits(
              lengths,
              [...pieces].sort((a, b) => b - a),
            ),
          );
        },
      ),
      { numRuns: 400 },
    );
  });

  it('counts lengths exactly: three thirds of a metre come from one', () => {
    const third = Exact.of(1, 3);
    expect(planCuts(lying([1]), [{ length: third, count: 3 }]).unplaced).toEqual([]);
    expect(
      planCuts(lying([1]), [
        { length: third, count: 2 },
        { length: Exact.of(1, 7), count: 2 },
      ]).unplaced,
    ).toEqual([]);
    expect(
      planCuts(lying([1]), [
        { length: third, count: 2 },
        { length: Exact.of(334, 1000), count: 1 },
      ]).isProved,
    ).toBe(true);
    expect(
      planCuts(lying([1]), [
        { length: third, count: 2 },
        { length: Exact.of(334, 1000), count: 1 },
      ]).unplaced,
    ).toHaveLength(1);
  });
});
