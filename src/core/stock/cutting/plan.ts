import { Exact } from '../../number';
import { leastCost } from './bound';
import { type Effort, QUICK } from './effort';
import { placeEqual } from './equal-pieces';
import { searchExactly } from './exact-search';
import { type Instance, instanceOf, type Pattern, placing, type Placing } from './instance';
import { type CutPlan, freeAfter, type LotStock, type Pieces } from './lots';
import { searchByValues } from './search';
import { fitAll } from './whole-fill';

/** With more pieces than this, looking through every way of cutting does not end in any time worth waiting for. */
const MOST_PIECES_EXACT = 16;

/**
 * Places pieces on lots so that as little as possible is wasted: rests too short to keep, and what the saw takes.
 * Among plans that waste alike, shorter lots are touched. Equal pieces, and tasks small enough to be looked through,
 * are solved exactly; beyond that the plan says how much less waste could at best be possible (`leastWaste`).
 *
 * @param pieces lengths in the stock item's unit
 */
export function planCuts(stock: LotStock, pieces: readonly Pieces[], effort: Effort = QUICK): CutPlan {
  const instance = instanceOf(stock, pieces);
  if (!instance) return { cuts: [], unplaced: pieces, waste: Exact.zero, leastWaste: Exact.zero, isProved: false };
  return planOf(stock, pieces, instance, search(instance, effort));
}

/** Finds a plan for pieces, however hard it looks. */
export type CutPlanner = (stock: LotStock, pieces: readonly Pieces[]) => CutPlan;

/** Whether to look for a plan longer finds nothing that wastes less, or places what this one leaves out. */
export const isSettled = ({ unplaced, waste, leastWaste, isProved }: CutPlan): boolean =>
  unplaced.length > 0 ? isProved : !leastWaste.isLess(waste);

/**
 * The best way of cutting that was found, a cost that none goes below, and whether it is proved that not all pieces can
 * be cut.
 */
interface Searched {
  readonly best: Placing;
  readonly proven: number;
  readonly impossible: boolean;
}

function search(instance: Instance, effort: Effort): Searched {
  const equal = instance.sizes.length === 1 ? placeEqual(instance) : null;
  if (equal) return { best: equal, proven: equal.cost, impossible: equal.missing > 0 };
  const least = leastCost(instance);
  const pieces = instance.counts.reduce((sum, count) => sum + count, 0);
  // What is more than all lots together can't be placed, however often it is tried.
  const hopeless =
    instance.sizes.reduce((sum, size, index) => sum + size * (instance.counts[index] ?? 0), 0) >
    instance.capacities.reduce((sum, capacity) => sum + capacity, 0);
  const found = searchByValues(instance, least, hopeless ? { ...effort, rounds: 0 } : effort);
  if (hopeless) return { best: found, proven: least, impossible: true };
  if (found.missing === 0 && found.cost <= least) return { best: found, proven: least, impossible: false };
  if (pieces <= MOST_PIECES_EXACT) {
    const exact = searchExactly(instance, found, effort.steps);
    if (exact.best.missing === 0)
      return { best: exact.best, proven: exact.complete ? exact.best.cost : least, impossible: false };
  }
  if (found.missing === 0) return { best: found, proven: least, impossible: false };
  // Pieces that leave next to nothing of the lots are placed by looking for whole fills.
  const fit = fitAll(instance, effort.filling);
  return {
    best: fit.kind === 'fits' ? placing(instance, fit.patterns) : found,
    proven: least,
    impossible: fit.kind === 'impossible',
  };
}

function planOf(
  { kerf, smallestOffcut }: LotStock,
  pieces: readonly Pieces[],
  instance: Instance,
  { best, proven, impossible }: Searched,
): CutPlan {
  const piecesOf = (counts: Pattern): Pieces[] =>
    counts.flatMap((count, size) => (count > 0 ? [{ length: instance.lengths[size] ?? Exact.zero, count }] : []));
  const cuts = best.patterns.flatMap((pattern, index) => {
    const lot = instance.lots[index];
    if (!pattern || !lot) return [];
    const cut = piecesOf(pattern);
    const left = freeAfter(lot.free, cut, kerf);
    const kept = left.sign() > 0 && smallestOffcut !== null && !left.isLess(smallestOffcut);
    return [{ lot, pieces: cut, left, kept }];
  });
  const placed = cuts
    .flatMap((cut) => cut.pieces)
    .reduce((sum, { length, count }) => sum.plus(length.times(Exact.of(count))), Exact.zero);
  const spent = cuts.reduce((sum, { lot, left, kept }) => sum.plus(kept ? lot.free.minus(left) : lot.free), Exact.zero);
  const wanted = pieces.reduce((sum, { length, count }) => sum.plus(length.times(Exact.of(count))), Exact.zero);
  const least = Exact.of(proven).over(instance.scale).minus(wanted);
  const waste = spent.minus(placed);
  return {
    cuts,
    unplaced: piecesOf(best.unplaced),
    waste,
    leastWaste: least.sign() < 0 || best.missing > 0 ? Exact.zero : least.isMore(waste) ? waste : least,
    isProved: best.missing === 0 || impossible,
  };
}

/**
 * How many times over the pieces of one item can be cut.
 *
 * @param perItem the pieces that one item takes
 * @param most    no more than this is looked for
 */
export function mostThatCanBeCut(stock: LotStock, perItem: readonly Pieces[], most: number): number {
  const instance = instanceOf(stock, perItem);
  if (!instance || instance.sizes.length === 0) return instance ? most : 0;
  const [size = 1] = instance.sizes;
  const total = instance.sizes.reduce((sum, each, index) => sum + each * (instance.counts[index] ?? 0), 0);
  if (instance.sizes.length === 1) {
    const pieces = instance.capacities.reduce((sum, capacity) => sum + Math.floor(capacity / size), 0);
    return Math.min(most, Math.floor(pieces / (instance.counts[0] ?? 1)));
  }
  // One that can't be cut ends it: what fits n times fits fewer times too.
  let fits = 0;
  let tooMany =
    Math.min(most, Math.floor(instance.capacities.reduce((sum, capacity) => sum + capacity, 0) / total)) + 1;
  while (tooMany - fits > 1) {
    const middle = Math.floor((fits + tooMany) / 2);
    const task = { ...instance, counts: instance.counts.map((count) => count * middle) };
    const { best } = search(task, QUICK);
    if (best.missing === 0) fits = middle;
    else tooMany = middle;
  }
  return fits;
}

const MOST_PARTS = 200;

/**
 * How long each of so many equal pieces can be at most, in the stock item's unit; zero where there is nothing.
 */
export function longestPieces({ lots, kerf }: Pick<LotStock, 'lots' | 'kerf'>, count: number): Exact {
  const free = lots.map((lot) => lot.free).filter((length) => length.sign() > 0);
  // A longest length leaves nothing of some lot: it is that lot in equal parts.
  const candidates = free
    .flatMap((length) =>
      Array.from({ length: Math.min(count, MOST_PARTS) }, (_, index) =>
        length
          .plus(kerf)
          .over(Exact.of(index + 1))
          .minus(kerf),
      ),
    )
    .filter((length) => length.sign() > 0)
    .sort((a, b) => b.compare(a));
  const fits = (length: Exact) =>
    free.reduce((sum, lot) => sum + lot.plus(kerf).over(length.plus(kerf)).floor(), 0n) >= BigInt(count);
  return candidates.find(fits) ?? Exact.zero;
}
