import { type Pattern } from './instance';

/**
 * The most valuable way to fill a length: a bounded knapsack, searched depth first with the bound of its continuous
 * relaxation. When the search is cut short, the best that was found is given; `steps` says how long it was.
 *
 * @param values per piece, all positive
 * @param most   after so many steps the search is cut short
 * @see Martello, Toth: Knapsack Problems (1990), chapter 3, for the bound
 */
export function bestFill(
  capacity: number,
  sizes: readonly number[],
  counts: readonly number[],
  values: readonly number[],
  most: number,
): { pattern: Pattern; value: number; fill: number; complete: boolean; steps: number } {
  const order = sizes
    .map((_, index) => index)
    .filter((index) => (counts[index] ?? 0) > 0 && (sizes[index] ?? 0) <= capacity)
    .sort(
      (a, b) =>
        (values[b] ?? 0) * (sizes[a] ?? 1) - (values[a] ?? 0) * (sizes[b] ?? 1) || (sizes[b] ?? 0) - (sizes[a] ?? 0),
    );
  const size = order.map((index) => sizes[index] ?? 1);
  const value = order.map((index) => values[index] ?? 0);
  const count = order.map((index) => counts[index] ?? 0);
  const current = order.map(() => 0);
  let best = current;
  let [bestValue, bestFilled] = [-1, 0];
  let steps = 0;

  const descend = (depth: number, left: number, worth: number): boolean => {
    if (worth > bestValue || (worth === bestValue && capacity - left < bestFilled)) {
      [best, bestValue, bestFilled] = [[...current], worth, capacity - left];
    }
    if (depth === order.length) return true;
    // What is left, all filled with the most valuable that is still to come.
    if (worth + (left * (value[depth] ?? 0)) / (size[depth] ?? 1) <= bestValue) return true;
    steps += 1;
    if (steps > most) return false;
    const each = size[depth] ?? 1;
    for (let take = Math.min(count[depth] ?? 0, Math.floor(left / each)); take >= 0; take -= 1) {
      current[depth] = take;
      const whole = descend(depth + 1, left - take * each, worth + take * (value[depth] ?? 0));
      current[depth] = 0;
      if (!whole) return false;
    }
    return true;
  };
  const complete = descend(0, capacity, 0);
  const pattern = sizes.map(() => 0);
  order.forEach((index, place) => (pattern[index] = best[place] ?? 0));
  return { pattern, value: Math.max(0, bestValue), fill: bestFilled, complete, steps };
}
