import { inBlocks } from './in-blocks';
import { areaOf, fits, type Given, type Kind, type Oblong, type Spot, type Way, waysToLie } from './sheet';

/** A part of a sheet that is still free: the largest there is around it, so that several may overlap. */
interface Free extends Oblong {
  readonly x: number;
  readonly y: number;
}

/** How well a piece lies in a free part: less is better, the first figure first. */
type Wish = (free: Free, piece: Oblong) => readonly [number, number];

const WISHES: readonly Wish[] = [
  // What is left beside it is as narrow as can be.
  (free, piece) => {
    const [across, down] = [free.width - piece.width, free.height - piece.height];
    return [Math.min(across, down), Math.max(across, down)];
  },
  // As little as can be is left of the part.
  (free, piece) => [areaOf(free) - areaOf(piece), Math.min(free.width - piece.width, free.height - piece.height)],
  // As far up as can be, then as far left.
  (free, piece) => [free.y + piece.height, free.x],
];

const ORDERS: readonly ((kind: Oblong) => number)[] = [
  areaOf,
  ({ width, height }) => Math.max(width, height),
  ({ height }) => height,
  ({ width }) => width,
];

/** How much may still be tried: counted and not timed, so that the same pieces are always laid alike. */
export interface Effort {
  /** looks at a free part */
  looks: number;
}

/**
 * Lays pieces on one sheet, each where it lies best in the largest parts that are still free (the method of maximal
 * rectangles), in several orders and by several wishes, and in blocks where all are alike.
 *
 * @param effort what of it is spent is taken away; once it is used up, what was found is the answer
 * @returns the spots of the first way that lays all of them, or of the way that covers most of the sheet
 */
export function fillSheet(kinds: readonly Kind[], sheet: Oblong, mayTurn: boolean, effort: Effort): readonly Given[] {
  const wanted = kinds.reduce((sum, { count }) => sum + count, 0);
  let best: readonly Given[] = [];
  let covered = -1;
  for (const spots of waysToFill(kinds, sheet, mayTurn, effort)) {
    const area = spots.reduce((sum, spot) => sum + areaOf(spot), 0);
    if (area > covered) [best, covered] = [spots, area];
    if (best.length === wanted || effort.looks <= 0) break;
  }
  return best;
}

function* waysToFill(
  kinds: readonly Kind[],
  sheet: Oblong,
  mayTurn: boolean,
  effort: Effort,
): Generator<readonly Given[]> {
  const [only] = kinds;
  if (only && kinds.length === 1) yield inBlocks(only, sheet, mayTurn);
  for (const order of kinds.length === 1 ? ORDERS.slice(0, 1) : ORDERS) {
    const sorted = kinds.toSorted((one, other) => order(other) - order(one));
    for (const wish of WISHES)
      // Of ways to lie that are as good, the first is taken: the one or the other may come first.
      for (const ways of mayTurn ? [waysToLie, turnedFirst] : [waysToLie])
        yield fillBy(sorted, sheet, { wish, waysOf: (size) => ways(size, mayTurn) }, effort);
  }
}

const turnedFirst: typeof waysToLie = (size, mayTurn) => waysToLie(size, mayTurn).toReversed();

interface Manner {
  readonly wish: Wish;
  readonly waysOf: (size: Oblong) => readonly Way[];
}

function fillBy(kinds: readonly Kind[], sheet: Oblong, { wish, waysOf }: Manner, effort: Effort): Given[] {
  let free: readonly Free[] = [{ x: 0, y: 0, ...sheet }];
  const spots: Given[] = [];
  const narrowest = narrowestFrom(kinds);
  for (const [index, { kind, count, ...size }] of kinds.entries()) {
    if (free.length === 0) break;
    const ways = waysOf(size);
    for (let left = count; left > 0; left -= 1) {
      const spot = bestSpot(free, ways, wish);
      effort.looks -= free.length;
      // What has no room finds none later either: there is only less.
      if (!spot) break;
      spots.push({ ...spot, kind });
      free = without(free, spot, narrowest[index] ?? 0);
    }
  }
  return spots;
}

/** Of each kind, the narrowest of it and all that are laid after it: where that has no room, nobody need look. */
function narrowestFrom(kinds: readonly Kind[]): readonly number[] {
  let least = Infinity;
  return kinds
    .toReversed()
    .map(({ width, height }) => (least = Math.min(least, width, height)))
    .toReversed();
}

function bestSpot(free: readonly Free[], ways: readonly Way[], wish: Wish): Spot | null {
  let best: Spot | null = null;
  let least: readonly [number, number] = [Infinity, Infinity];
  for (const part of free)
    for (const way of ways) {
      if (!fits(way, part)) continue;
      const wished = wish(part, way);
      if (wished[0] > least[0] || (wished[0] === least[0] && wished[1] >= least[1])) continue;
      [best, least] = [{ x: part.x, y: part.y, ...way }, wished];
    }
  return best;
}

/** What is still free once a spot is taken. @param narrowest what is narrower is of no use */
function without(free: readonly Free[], taken: Spot, narrowest: number): readonly Free[] {
  const [right, bottom] = [taken.x + taken.width, taken.y + taken.height];
  const untouched: Free[] = [];
  const parts: Free[] = [];
  for (const part of free) {
    const [end, foot] = [part.x + part.width, part.y + part.height];
    if (taken.x >= end || right <= part.x || taken.y >= foot || bottom <= part.y) untouched.push(part);
    else
      parts.push(
        { ...part, width: taken.x - part.x },
        { ...part, x: right, width: end - right },
        { ...part, height: taken.y - part.y },
        { ...part, y: bottom, height: foot - bottom },
      );
  }
  const useful = parts.filter(({ width, height }) => Math.min(width, height) >= narrowest);
  // None of what was not touched lies within another: only what is new may.
  const isSpare = (part: Free, place: number) =>
    untouched.some((other) => isWithin(part, other)) ||
    useful.some((other, at) => at !== place && isWithin(part, other) && (at < place || !isWithin(other, part)));
  return [...untouched, ...useful.filter((part, place) => !isSpare(part, place))];
}

const isWithin = (one: Free, other: Free): boolean =>
  one.x >= other.x &&
  one.y >= other.y &&
  one.x + one.width <= other.x + other.width &&
  one.y + one.height <= other.y + other.height;
