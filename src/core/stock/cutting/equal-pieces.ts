import { costOf, type Instance, type Pattern, placing, type Placing } from './instance';

const MOST_CELLS = 2_000_000;

/**
 * Pieces of one length: how many from each lot, so that as little as possible is wasted and then as little as possible
 * is touched. Dynamic programming over the lots; exact.
 *
 * @returns null when the task is too large for the table
 */
export function placeEqual(instance: Instance): Placing | null {
  const [size = 1] = instance.sizes;
  const [wanted = 0] = instance.counts;
  const { capacities, kerf } = instance;
  const most = capacities.map((capacity) => Math.floor(capacity / size));
  const count = Math.min(
    wanted,
    most.reduce((sum, fits) => sum + fits, 0),
  );
  if (most.reduce((sum, fits) => sum + Math.min(fits, count) * count, 0) > MOST_CELLS) return null;

  // Least cost, and then least touched length, of cutting so many from the lots so far; and how many come from each.
  let costs = Array.from({ length: count + 1 }, (_, pieces) => (pieces === 0 ? 0 : Infinity));
  let touched = Array.from({ length: count + 1 }, () => 0);
  const taken: Int32Array[] = [];
  capacities.forEach((capacity, lot) => {
    const [nextCosts, nextTouched] = [[...costs], [...touched]];
    const from = new Int32Array(count + 1);
    for (let take = 1; take <= Math.min(most[lot] ?? 0, count); take += 1) {
      const cost = costOf(instance, capacity, take * size);
      for (let pieces = take; pieces <= count; pieces += 1) {
        const [sum, length] = [
          (costs[pieces - take] ?? Infinity) + cost,
          (touched[pieces - take] ?? 0) + capacity - kerf,
        ];
        const best = nextCosts[pieces] ?? Infinity;
        if (sum > best || sum === Infinity || (sum === best && length >= (nextTouched[pieces] ?? 0))) continue;
        nextCosts[pieces] = sum;
        nextTouched[pieces] = length;
        from[pieces] = take;
      }
    }
    taken.push(from);
    costs = nextCosts;
    touched = nextTouched;
  });
  const patterns: (Pattern | null)[] = capacities.map(() => null);
  for (let [lot, pieces] = [capacities.length - 1, count]; lot >= 0; lot -= 1) {
    const take = taken[lot]?.[pieces] ?? 0;
    if (take > 0) patterns[lot] = [take];
    pieces -= take;
  }
  return placing(instance, patterns);
}
