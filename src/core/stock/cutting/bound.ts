import { bestFill } from './fill';
import { greatestCommonDivisor, type Instance } from './instance';

/** So many steps it is looked how far one length can be filled, and all of them together. */
const MOST_STEPS = 20_000;
const MOST_IN_ALL = 400_000;

/**
 * A cost that no way of cutting all pieces goes below. Every lot can be filled only so far with these sizes; the lots
 * that can be filled at the least cost for what they hold are taken as if parts of them could be had.
 */
export function leastCost(instance: Instance): number {
  const { sizes, counts, capacities, kerf, keep } = instance;
  const total = sizes.reduce((sum, size, index) => sum + size * (counts[index] ?? 0), 0);
  const fullest = new Map<number, number>();
  const different = new Set(capacities);
  const most = Math.min(MOST_STEPS, Math.floor(MOST_IN_ALL / different.size));
  for (const capacity of different) {
    const { fill, complete } = bestFill(capacity, sizes, counts, sizes, most);
    fullest.set(capacity, complete ? fill : capacity);
  }
  const offers = capacities
    .map((capacity) => {
      const fill = fullest.get(capacity) ?? capacity;
      const whole = fill === 0 ? Infinity : (capacity - kerf) / fill;
      return { fill, length: capacity - kerf, rate: keep === Infinity ? whole : Math.min(1, whole) };
    })
    .filter(({ fill }) => fill > 0)
    .sort((a, b) => a.rate - b.rate);
  let [left, cost] = [total, 0];
  for (const { fill, rate } of offers) {
    if (left <= 0) break;
    cost += Math.min(left, fill) * rate;
    left -= fill;
  }
  // A hair less, for what division rounds.
  const bound = Math.ceil(cost * (1 - 1e-12) - 1e-6);
  // Where no rest is kept, lots are used up whole: what is used is a sum of their lengths.
  const unit =
    keep === Infinity ? offers.reduce((divisor, { length }) => greatestCommonDivisor(divisor, length), 0) || 1 : 1;
  return Math.ceil(bound / unit) * unit;
}
