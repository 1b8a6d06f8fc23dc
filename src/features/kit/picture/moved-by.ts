import { type Box } from '@/core/picture';
import { FILE_PLACE_LIMITS, type FilePlace, turnWithin } from '@/core/selection';

export interface Point {
  readonly x: number;
  readonly y: number;
}

const middleOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

/** From one finger to the other: how far, and in which direction in degrees. */
function spanOf([one, other]: readonly Point[]): { readonly length: number; readonly degrees: number } | null {
  if (!one || !other) return null;
  const [x, y] = [other.x - one.x, other.y - one.y];
  const length = Math.hypot(x, y);
  return length > 0 ? { length, degrees: (Math.atan2(y, x) * 180) / Math.PI } : null;
}

/** A figure that can be had: to a tenth, and no further than a picture can be moved. */
function within(what: keyof FilePlace, figure: number): number {
  const [least, most] = FILE_PLACE_LIMITS[what];
  // Adding nothing leaves no −0.
  return Math.min(most, Math.max(least, Math.round(figure * 10) / 10)) + 0;
}

/**
 * How a picture lies after fingers have moved: it follows the middle of them, and two of them turn and enlarge it.
 *
 * @param place how it lay when they were set down
 * @param frame that it lies in
 * @param from  where they were set down, in the units of the frame
 * @param now   where they are, in the same order
 */
export function movedBy(place: FilePlace, frame: Box, from: readonly Point[], now: readonly Point[]): FilePlace {
  const [before, after] = [middleOf(from), middleOf(now)];
  const [began, ends] = [spanOf(from), spanOf(now)];
  const grow = began && ends ? ends.length / began.length : 1;
  const turn = began && ends ? ends.degrees - began.degrees : 0;
  return {
    across: within('across', place.across + ((after.x - before.x) / frame.width) * 100),
    down: within('down', place.down + ((after.y - before.y) / frame.height) * 100),
    size: within('size', place.size * grow),
    turn: within('turn', turnWithin(place.turn + turn)),
  };
}
