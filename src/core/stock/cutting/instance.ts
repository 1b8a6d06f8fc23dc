import { Exact } from '../../number';
import { type Lot, type LotStock, type Pieces } from './lots';

/**
 * A cutting task in whole numbers. A piece is counted with the cut beside it, and a lot with one cut more than it is
 * long, so that k pieces fit exactly when their sizes come to no more than the capacity: the last cut of a lot is only
 * needed where something is left.
 */
export interface Instance {
  /** longest first, each once */
  readonly sizes: readonly number[];
  /** the length that each size stands for */
  readonly lengths: readonly Exact[];
  /** how many of each size */
  readonly counts: readonly number[];
  /** in the order of `lots` */
  readonly capacities: readonly number[];
  readonly lots: readonly Lot[];
  readonly kerf: number;
  /** the shortest rest that is kept; Infinity where none is */
  readonly keep: number;
  /** how many whole numbers one unit of the stock item is */
  readonly scale: Exact;
}

/** Whole numbers of a billionth of the unit, where what all lengths are whole numbers of is too fine to count in. */
const FINEST = Exact.of(1_000_000_000);
const MOST_PARTS = 1_000_000_000_000n;

/** What all lengths are whole numbers of, as parts of the unit. */
function commonParts(lengths: readonly Exact[]): Exact {
  let parts = 1n;
  for (const { denominator } of lengths) {
    let [a, b] = [parts, denominator];
    while (b !== 0n) [a, b] = [b, a % b];
    parts = (parts / a) * denominator;
    // A billionth of a metre is finer than any saw: there, lengths are brought to the safe side.
    if (parts > MOST_PARTS) return FINEST;
  }
  return Exact.of(parts);
}

/** @returns null when the figures are too large to be counted exactly */
export function instanceOf({ lots, kerf, smallestOffcut }: LotStock, pieces: readonly Pieces[]): Instance | null {
  const scale = commonParts([
    kerf,
    ...(smallestOffcut ? [smallestOffcut] : []),
    ...pieces.map(({ length }) => length),
    ...lots.map(({ free }) => free),
  ]);
  const fine = (value: Exact) => Number(value.times(scale).ceiling());
  const coarse = (value: Exact) => Number(value.times(scale).floor());
  const cut = fine(kerf);
  const bySize = new Map<number, Pieces>();
  for (const { length, count } of pieces) {
    const size = fine(length) + cut;
    if (count > 0) bySize.set(size, { length, count: count + (bySize.get(size)?.count ?? 0) });
  }
  const usable = lots.filter(({ free }) => free.sign() > 0);
  const capacities = usable.map(({ free }) => coarse(free) + cut);
  const keep = smallestOffcut ? fine(smallestOffcut) : Infinity;
  const all = [...bySize.keys(), ...capacities, cut, ...(smallestOffcut ? [keep] : [])];
  const total =
    [...bySize].reduce((sum, [size, { count }]) => sum + size * count, 0) +
    capacities.reduce((sum, capacity) => sum + capacity, 0);
  if (!Number.isSafeInteger(total) || all.some((size) => size < 0)) return null;
  const divisor = all.reduce(greatestCommonDivisor, 0) || 1;
  const sizes = [...bySize.keys()].sort((a, b) => b - a);
  return {
    sizes: sizes.map((size) => size / divisor),
    lengths: sizes.map((size) => bySize.get(size)?.length ?? Exact.zero),
    counts: sizes.map((size) => bySize.get(size)?.count ?? 0),
    capacities: capacities.map((capacity) => capacity / divisor),
    lots: usable,
    kerf: cut / divisor,
    keep: keep / divisor,
    scale: scale.over(Exact.of(divisor)),
  };
}

export function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}

/** What is left of a lot when sizes of `fill` altogether are cut from it. */
export function leftOf({ kerf }: Instance, capacity: number, fill: number): number {
  return Math.max(0, capacity - fill - kerf);
}

/** What a touched lot costs: all of it, less a rest that is kept. It never falls as more is cut from it. */
export function costOf(instance: Instance, capacity: number, fill: number): number {
  const left = leftOf(instance, capacity, fill);
  return capacity - instance.kerf - (left > 0 && left >= instance.keep ? left : 0);
}

/** How often each size is cut from a lot. */
export type Pattern = readonly number[];

/** Which pattern each lot is cut to, by its place; null for a lot that is not touched. */
export interface Placing {
  readonly patterns: readonly (Pattern | null)[];
  /** how many of each size fit nowhere */
  readonly unplaced: readonly number[];
  readonly missing: number;
  readonly cost: number;
  /** length of the lots that are touched */
  readonly touched: number;
}

/** Sums up what a way of cutting comes to. */
export function placing(instance: Instance, patterns: readonly (Pattern | null)[]): Placing {
  const unplaced = [...instance.counts];
  let [cost, touched] = [0, 0];
  patterns.forEach((pattern, index) => {
    if (!pattern) return;
    const capacity = instance.capacities[index] ?? 0;
    cost += costOf(instance, capacity, fillOf(instance, pattern));
    touched += capacity - instance.kerf;
    pattern.forEach((count, size) => (unplaced[size] = (unplaced[size] ?? 0) - count));
  });
  const missing = unplaced.reduce((sum, count, size) => sum + count * (instance.sizes[size] ?? 0), 0);
  return { patterns, unplaced, missing, cost, touched };
}

export function fillOf({ sizes }: Instance, pattern: Pattern): number {
  return pattern.reduce((sum, count, size) => sum + count * (sizes[size] ?? 0), 0);
}

/** Whether one way of cutting is better: places more, wastes less, or touches shorter lots. */
export function isBetter(a: Placing, b: Placing | null): boolean {
  if (!b) return true;
  return (
    a.missing - b.missing < 0 ||
    (a.missing === b.missing && (a.cost < b.cost || (a.cost === b.cost && a.touched < b.touched)))
  );
}
