import { costOf, type Instance, isBetter, type Pattern, placing, type Placing } from './instance';

/**
 * Looks through every way of cutting, piece by piece, longest first, and leaves out what can't be better than the best
 * so far. Lots of one length are alike, and so are pieces of one size.
 *
 * @param incumbent a way of cutting to begin with
 * @param steps     how many placings of a piece are tried at most
 * @returns the best way, and whether everything was looked through
 */
export function searchExactly(
  instance: Instance,
  incumbent: Placing,
  steps: number,
): { best: Placing; complete: boolean } {
  const { sizes, counts, capacities } = instance;
  const pieces = counts.flatMap((count, size) => Array.from({ length: count }, () => size));
  const patterns = capacities.map(() => sizes.map(() => 0));
  const fills = capacities.map(() => 0);
  // Lots of one length stand side by side, so that those that are still alike are met one after the other.
  const order = [...capacities.keys()].sort((a, b) => (capacities[a] ?? 0) - (capacities[b] ?? 0));
  let best = incumbent;
  let left = steps;

  const descend = (index: number, from: number, cost: number): boolean => {
    const size = pieces[index];
    if (size === undefined) {
      const candidate = placing(
        instance,
        fills.map((fill, lot): Pattern | null => (fill > 0 ? [...(patterns[lot] ?? [])] : null)),
      );
      if (isBetter(candidate, best)) best = candidate;
      return true;
    }
    if (best.missing === 0 && cost > best.cost) return true;
    const each = sizes[size] ?? 0;
    const alike = new Set<string>();
    for (let place = from; place < order.length; place += 1) {
      const lot = order[place] ?? 0;
      const capacity = capacities[lot] ?? 0;
      const fill = fills[lot] ?? 0;
      if (fill + each > capacity) continue;
      const state = `${capacity}/${fill}`;
      if (alike.has(state)) continue;
      alike.add(state);
      left -= 1;
      if (left < 0) return false;
      const pattern = patterns[lot] ?? [];
      fills[lot] = fill + each;
      pattern[size] = (pattern[size] ?? 0) + 1;
      const added = costOf(instance, capacity, fill + each) - (fill > 0 ? costOf(instance, capacity, fill) : 0);
      const whole = descend(index + 1, pieces[index + 1] === size ? place : 0, cost + added);
      pattern[size] = (pattern[size] ?? 0) - 1;
      fills[lot] = fill;
      if (!whole) return false;
    }
    return true;
  };
  return { complete: descend(0, 0, 0), best };
}
