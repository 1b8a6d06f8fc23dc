import { type Program } from '../compile';
import { type Budget, type Goal, minimise, type Optimum, type Solver, within } from '../constraints';
import { Exact } from '../number';
import { type CostOf, resolve, stockOf } from '../run';
import { type Breakpoints } from './breakpoints';
import { costSteps } from './cost-steps';
import { type Example, exampleFor } from './example';
import { type Model } from './model';
import { openTitles, pairOf, parted } from './pair';
import { linesOfNothing, notRefused } from './price-ends';
import { halfAMinorUnit, priceGoal } from './price-goal';
import { priceSteps, type Step } from './price-model';

/** The lowest margin that any selection that can be sold has: the price of one, less what supplying it costs. */
export type LowestMargin =
  /** found, and no selection earns less by more than half a minor unit, which rounding may take */
  | (Found & { readonly kind: 'proved' })
  /** found, but something may earn less, down to a bound; null where not even that is known */
  | (Found & { readonly kind: 'found'; readonly bound: string | null; readonly open: readonly string[] })
  /** nobody knows what these stock items cost */
  | { readonly kind: 'costsMissing'; readonly items: readonly string[] }
  /** it has parts or takes something along, or its price or cost follows from more than can be told apart */
  | { readonly kind: 'notLookedAt' }
  | { readonly kind: 'nothingSold' };

interface Found extends Example {
  /** in major units, to six places at most */
  readonly margin: string;
  readonly cost: string;
  readonly price: string;
}

/** Enough to look at a product while it is edited. */
export const MARGIN_LIMITS: MarginLimits = { searching: 60_000, rounds: 8 };

export interface MarginLimits {
  readonly searching: number;
  readonly rounds: number;
  readonly stop?: () => boolean;
}

/**
 * Finds the selection that earns least, of all that can be sold, by whomever and in whatever quantity: in one order line
 * by itself. Of graduated breaks what the first piece costs counts.
 *
 * @param floor percentage of the price that is to be earned at least: then the selection is the one that falls furthest short of it
 */
export function lowestMargin(program: Program, today: string, costs: CostOf, floor: Exact, limits: MarginLimits): LowestMargin {
  if (program.blocking.length > 0) return { kind: 'nothingSold' };
  if (program.kit || program.addOns.length > 0) return { kind: 'notLookedAt' };
  const missing = [...stockOf(program, { today }).values()].filter(({ key }) => costs(key) === null).map(({ title }) => title);
  if (missing.length > 0) return { kind: 'costsMissing', items: missing };
  const kept = Exact.of(100).minus(floor).over(Exact.of(100));
  let further: Breakpoints = new Map();
  const budget: Budget = { steps: limits.searching, stop: limits.stop };
  let best: { readonly found: Found; readonly value: number } | undefined;
  let bound = -Infinity;
  let open: readonly string[] = [];
  for (let round = 0; ; round += 1) {
    const pair = pairOf(program, today, further);
    const goals = { inner: goalFor(pair.inner, costs, kept), outer: goalFor(pair.outer, costs, kept) };
    if (!goals.inner || !goals.outer) return { kind: 'notLookedAt' };
    const inner = least(pair.innerSolver, goals.inner, budget);
    const found: Found | null = inner && inner.value < (best?.value ?? Infinity) ? foundAt(pair.inner, inner.values, costs) : null;
    if (inner && found) best = { found, value: inner.value };
    const outer = pair.isSettled ? inner : least(pair.outerSolver, goals.outer, budget);
    bound = Math.max(bound, outer === null ? Infinity : (outer?.bound ?? -Infinity));
    if (best && bound >= best.value - CLOSE_ENOUGH) return { kind: 'proved', ...best.found };
    const ways = outer ? [...outer.open, outer.values] : [];
    open = ways[0] ? openTitles(pair.outer, ways[0]) : [];
    const next = round < limits.rounds && budget.steps > 0 ? parted(pair.outer, ways, further) : null;
    if (!next) break;
    further = next;
  }
  if (!best) return { kind: 'nothingSold' };
  const limit = Number.isFinite(bound) ? (Exact.parse(bound.toFixed(6))?.toString() ?? null) : null;
  return { kind: 'found', ...best.found, bound: limit, open };
}

/** Sums are compared as binary fractions to within a billionth. */
const CLOSE_ENOUGH = 1e-9;

/** The price of one less what it costs, of what can be sold; null where either follows from more than can be told apart. */
function goalFor(model: Model, costs: CostOf, kept: Exact): Goal | null {
  const [prices, spent] = [priceSteps(model), costSteps(model, costs)];
  if (!prices || !spent) return null;
  // Of a floor, so much of the price is there to pay what it costs.
  const share: Step = { kind: 'shareOfSum', variables: [], amount: () => kept.toApproximateNumber() - 1 };
  const margin = priceGoal(model, { base: prices.base, steps: [...prices.steps, share, ...spent], once: [] }, 'lowest');
  const price = priceGoal(model, prices, 'lowest');
  const nothing = -halfAMinorUnit(model);
  const sold = linesOfNothing(notRefused(margin, model), model, prices);
  return {
    ...sold,
    value: (picked) => (price.value(picked) <= nothing ? Infinity : sold.value(picked)),
    *unsettled(picked) {
      yield* sold.unsettled(picked);
      yield* price.unsettled(picked);
    },
  };
}

/** @returns null where nothing can be sold; undefined where the budget was spent */
function least(solver: Solver, goal: Goal, budget: Budget): Optimum | null | undefined {
  const mark = solver.mark();
  try {
    return within(() => minimise(solver, goal, budget));
  } finally {
    solver.undo(mark);
  }
}

/** What a selection really costs and earns; null where it can't be sold after all. */
function foundAt(model: Model, values: ArrayLike<number>, costs: CostOf): Found | null {
  const { example, sellable } = exampleFor(model, values);
  if (!sellable) return null;
  const { unitPrice, cost } = resolve(model.program, example.selection, { stock: null, today: model.today, group: example.group, costs });
  if (!unitPrice || !cost) return null;
  const text = (amount: Exact) => amount.rounded(6).toString();
  return { ...example, margin: text(unitPrice.minus(cost.known)), cost: text(cost.known), price: text(unitPrice) };
}
