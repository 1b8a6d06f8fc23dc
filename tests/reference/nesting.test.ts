// What its package says of its main file is not so: its module is named here.
import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { describe, expect, it } from 'vitest';
import { nest, type NestedPieces, type NestingSheet } from '@/core/nesting';

/** How many sheets the yardstick needs, by either of its ways: maxrects-packer, of the public registry. */
function sheetsOfYardstick(pieces: readonly NestedPieces[], sheet: NestingSheet): number {
  const ways = [PACKING_LOGIC.MAX_AREA, PACKING_LOGIC.MAX_EDGE].map((logic) => {
    const packer = new MaxRectsPacker(sheet.width - 2 * sheet.edge, sheet.height - 2 * sheet.edge, sheet.gap, {
      smart: false,
      pot: false,
      square: false,
      allowRotation: sheet.mayTurn,
      logic,
    });
    packer.addArray(
      pieces.flatMap(({ width, height, count }) =>
        Array.from({ length: count }, () => ({ width, height, x: 0, y: 0, rot: false }) as never),
      ),
    );
    return packer.bins.length;
  });
  return Math.min(...ways);
}

/** Sizes that come again and again without anybody choosing them: a linear congruential generator. */
function numbers(seed: number): (least: number, most: number) => number {
  let state = seed;
  return (least, most) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return least + (state % (most - least + 1));
  };
}

describe('pieces on sheets', () => {
  it('need hardly ever a sheet more than by a library of its own, and less often more than fewer', () => {
    let [fewer, more, ours, theirs] = [0, 0, 0, 0];
    for (let seed = 1; seed <= 60; seed += 1) {
      const next = numbers(seed);
      const pieces = Array.from({ length: next(1, 5) }, () => ({
        width: next(20, 260),
        height: next(20, 200),
        count: next(1, 14),
      }));
      const sheet = { width: 600, height: 400, edge: 5, gap: next(0, 6), mayTurn: seed % 2 === 0 };
      const found = nest(pieces, sheet);
      const yardstick = sheetsOfYardstick(pieces, sheet);
      expect(found.left.every((left) => left === 0)).toBe(true);
      expect(found.sheets.length).toBeLessThanOrEqual(yardstick + 1);
      [ours, theirs] = [ours + found.sheets.length, theirs + yardstick];
      if (found.sheets.length < yardstick) fewer += 1;
      if (found.sheets.length > yardstick) more += 1;
    }
    expect(more).toBeLessThanOrEqual(fewer);
    expect(ours).toBeLessThanOrEqual(theirs);
  });

  /**
   * How many alike go into a rectangle where that is known. 5 × 3 in 8 × 8 and 7 × 2 in 9 × 9: the pinwheel of four;
   * 2 × 1 dominoes in 7 × 7: 24, as one square of 49 stays over (common knowledge); paper by ISO 216: two A5 on an A4,
   * eight A6 on an A3 and so on, as each is half of the one before, rounded down to whole millimetres.
   */
  it.each([
    [5, 3, 8, 8, 4],
    [7, 2, 9, 9, 4],
    [2, 1, 7, 7, 24],
    [148, 210, 210, 297, 2],
    [105, 148, 297, 420, 8],
    [74, 105, 210, 297, 8],
    [52, 74, 297, 420, 32],
  ])('%d × %d on %d × %d', (width, height, across, down, count) => {
    const whole = { width: across, height: down, edge: 0, gap: 0, mayTurn: true };
    expect(nest([{ width, height, count }], whole).sheets).toHaveLength(1);
  });
});
