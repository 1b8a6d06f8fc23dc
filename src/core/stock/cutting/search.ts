import { type Effort } from './effort';
import { bestFill } from './fill';
import { costOf, type Instance, isBetter, type Pattern, placing, type Placing } from './instance';

/** How much looking is left, in steps of filling. */
interface Budget {
  left: number;
}

/** What it takes to begin to fill a lot, in steps of filling. */
const TO_BEGIN = 100;

/** So many steps one lot is filled for; and so many once the budget is spent. */
const AMPLE = 3000;
const SHORT = 200;

/** In which order lots are taken while one way of cutting is built. */
type LotOrder = 'best' | 'shortest' | 'longest';

/**
 * Builds one way of cutting, lot after lot: the lot and the pattern that cost least for what they are worth come next.
 * Once the budget is spent, the next best lot is taken.
 *
 * @param values what a piece of each size is worth; sizes that were hard to place before are worth more
 */
function build(instance: Instance, values: readonly number[], order: LotOrder, budget: Budget): Placing {
  const { sizes, capacities, kerf, keep } = instance;
  const remaining = [...instance.counts];
  const patterns: (Pattern | null)[] = capacities.map(() => null);
  const byLength = [...capacities.keys()].sort((a, b) => (capacities[a] ?? 0) - (capacities[b] ?? 0));
  const free = new Set(order === 'longest' ? byLength.reverse() : byLength);
  while (free.size > 0 && remaining.some((count) => count > 0)) {
    let chosen: { lot: number; pattern: Pattern; ratio: number } | null = null;
    const seen = new Set<number>();
    for (const lot of free) {
      const capacity = capacities[lot] ?? 0;
      if (seen.has(capacity)) continue;
      seen.add(capacity);
      // Either all of it is used, or so much is left that it is kept.
      for (const room of keep === Infinity ? [capacity] : [capacity, capacity - kerf - keep]) {
        if (room <= 0) continue;
        const { pattern, value, fill, steps } = bestFill(
          room,
          sizes,
          remaining,
          values,
          budget.left > 0 ? AMPLE : SHORT,
        );
        budget.left -= TO_BEGIN + steps;
        if (fill === 0) continue;
        const ratio = value / costOf(instance, capacity, fill);
        if (!chosen || ratio > chosen.ratio * (1 + 1e-12)) chosen = { lot, pattern, ratio };
      }
      if (chosen && (order !== 'best' || budget.left <= 0)) break;
    }
    if (!chosen) break;
    const { lot, pattern } = chosen;
    free.delete(lot);
    patterns[lot] = pattern;
    pattern.forEach((count, size) => (remaining[size] = (remaining[size] ?? 0) - count));
  }
  return placing(instance, patterns);
}

/** A fixed sequence of numbers from 0 to 1: the same task always gives the same plan. */
function sequence(): () => number {
  let state = 1;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

/**
 * Ways of cutting by repeated building, where what was placed wastefully becomes worth more each time, so that it is
 * placed earlier the next time.
 *
 * @param enough a cost that can't be beaten: the search ends there
 * @param fills  after so many steps of filling it ends, too; three ways are built in any case
 * @see sequential value correction, as in Belov, Scheithauer: Setup and open-stacks minimization (2007)
 */
export function searchByValues(
  instance: Instance,
  enough: number,
  { rounds, fills }: Pick<Effort, 'rounds' | 'fills'>,
): Placing {
  const budget = { left: fills };
  const { sizes, capacities, kerf } = instance;
  let values: number[] = [...sizes];
  let best: Placing | null = null;
  const next = sequence();
  const done = () => best !== null && best.missing === 0 && best.cost <= enough;
  const consider = (candidate: Placing) => {
    if (isBetter(candidate, best)) best = candidate;
  };
  for (const order of ['best', 'shortest', 'longest'] as const)
    if (!done()) consider(build(instance, values, order, budget));
  for (let round = 0; round < rounds && budget.left > 0 && !done(); round += 1) {
    const candidate = build(instance, values, round % 4 === 3 ? 'longest' : 'best', budget);
    consider(candidate);
    const corrected = values.map(() => 0);
    const weights = values.map(() => 0);
    candidate.patterns.forEach((pattern, lot) => {
      if (!pattern) return;
      const length = (capacities[lot] ?? 0) - kerf;
      const useful = pattern.reduce((sum, count, size) => sum + count * (sizes[size] ?? 0), 0);
      const price = costOf(instance, capacities[lot] ?? 0, useful) / Math.max(1, Math.min(useful, length));
      pattern.forEach((count, size) => {
        corrected[size] = (corrected[size] ?? 0) + count * (sizes[size] ?? 0) * price ** 1.03;
        weights[size] = (weights[size] ?? 0) + count;
      });
    });
    values = values.map((value, size) => {
      const weight = weights[size] ?? 0;
      const fresh = weight > 0 ? (corrected[size] ?? 0) / weight : value * 1.1;
      const share = 0.2 + 0.6 * next();
      return ((1 - share) * value + share * fresh) * (1 + 0.02 * next());
    });
    // Now and then from the beginning, so that one wrong turn is not kept for ever.
    if (round % 25 === 24) values = sizes.map((size) => size * (1 + 0.05 * next()));
  }
  return (
    best ??
    placing(
      instance,
      capacities.map(() => null),
    )
  );
}
