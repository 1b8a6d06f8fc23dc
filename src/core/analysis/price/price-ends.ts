import { type Budget, type Goal, minimise, type Optimum, type Solver, valuesWhere, within } from '../../constraints';
import { Exact } from '../../number';
import { type Resolution } from '../../run';
import { type Breakpoints } from '../model/breakpoints';
import { type QuantityCell } from '../model/candidates';
import { risesWithPlaces, withoutDominated } from './dominated';
import { type Model } from '../model/model';
import { openTitles, type Pair, pairOf, parted, waysToLookAt } from './pair';
import { placesIn } from '../model/places';
import { halfAMinorUnit, mayBeBelowNothing, priceGoal } from './price-goal';
import { asksPrices } from '../model/ways-in';
import { type PriceSteps, priceSteps } from './price-model';
import { hasNoSolution } from '../model/solutions';
import { isSold, type Shown, type Witness, witnessOf } from '../model/witness';

/** An end of the price range: the best that was found, and how far it is proved. */
export interface PriceEnd extends Witness {
  /** in major units of the currency */
  readonly price: string;
  readonly coverage: PriceCoverage;
}

export type PriceCoverage =
  /** nothing that can be sold costs less, or more */
  | { readonly kind: 'proved' }
  /** nothing costs less, or more, than this; null where not even that is known */
  | { readonly kind: 'within'; readonly bound: string | null }
  /** there is no end, because choices have no least or no most */
  | { readonly kind: 'open'; readonly titles: readonly string[] };

export interface PriceEnds {
  readonly lowest: PriceEnd | null;
  readonly highest: PriceEnd | null;
  /**
   * a selection that only its price keeps from being sold, because it would be below nothing: then there is no lowest
   */
  readonly belowNothing: Witness | null;
  /**
   * a selection with its quantity for which the whole order line comes to less than nothing, for whichever customers
   */
  readonly lineBelowNothing: Witness | null;
}

export interface PriceLimits {
  readonly searching: number;
  readonly stop?: () => boolean;
  /** values are looked at between values so many times at most */
  readonly rounds: number;
  /** the only quantities that are looked at; absent for all */
  readonly quantities?: readonly number[];
  /** whether the lowest price is that of what can be sold, whatever would come to less than nothing; absent for no */
  readonly onlySold?: boolean;
}

const NONE: PriceEnds = { lowest: null, highest: null, belowNothing: null, lineBelowNothing: null };

/** The lowest and the highest unit price, for everybody; for customer groups where the product is only for those. */
export function priceEnds(
  pair: Pair,
  limits: PriceLimits,
): {
  whole: boolean;
  found: PriceEnds;
  /** whether it is proved that nothing can be sold */
  isNothing: boolean;
} {
  // Each has steps of its own, so that what one end takes is not missing for the other.
  const budget = (): Budget => ({ steps: limits.searching, stop: limits.stop });
  const ends = { lowest: endOf(pair, 'lowest', limits, budget()), highest: endOf(pair, 'highest', limits, budget()) };
  if (ends.lowest === undefined || ends.highest === undefined) return { whole: false, found: NONE, isNothing: false };
  const line = lineBelowNothing(pair.inner, pair.innerSolver, budget());
  const { lowest, highest } = ends;
  const isEnd = (end: EndFound): end is PriceEnd => end !== null && typeof end === 'object' && 'price' in end;
  const below = [lowest, highest].flatMap((end) =>
    end !== null && typeof end === 'object' && 'belowNothing' in end ? [end.belowNothing] : [],
  );
  const whole =
    line.whole && [lowest, highest].every((end) => end !== null && (!isEnd(end) || end.coverage.kind !== 'within'));
  return {
    whole,
    isNothing: lowest === 'nothing' || highest === 'nothing',
    found: {
      lowest: isEnd(lowest) ? lowest : null,
      highest: isEnd(highest) ? highest : null,
      belowNothing: below[0] ?? line.belowNothing,
      lineBelowNothing: line.found,
    },
  };
}

type EndFound = PriceEnd | { readonly belowNothing: Witness } | 'nothing' | null;

const isBelowNothing = (price: Exact | null): boolean => price !== null && price.sign() < 0;

/** Whether it has a price that can be paid, or one below nothing. */
const isEnd = (resolution: Resolution): boolean =>
  resolution.unitPrice !== null && (isSold(resolution) || isBelowNothing(resolution.unitPrice));

/** @returns undefined where a price is not known in single steps; null where nothing was found */
function endOf(first: Pair, side: 'lowest' | 'highest', limits: PriceLimits, budget: Budget): EndFound | undefined {
  const { program, today } = first.inner;
  let [pair, further]: [Pair, Breakpoints] = [first, new Map()];
  let best: { readonly found: Shown; readonly value: number } | null = null;
  let bound: number | null = null;
  for (let round = 0; ; round += 1) {
    const inner = bestOf(pair.inner, pair.innerSolver, side, limits, budget);
    if (inner === undefined) return undefined;
    if (inner.values && inner.value < (best?.value ?? Infinity)) {
      const found = witnessOf(pair.inner, inner.values, isEnd);
      if (found) best = { found, value: inner.value };
    }
    const outer =
      pair.isSettled && !mayFallBelow(pair)
        ? inner
        : bestOf(pair.outer, pair.outerSolver, side, { ...limits, isOuter: true }, budget);
    // Nothing at all is a solution, whatever things cost that stand inside.
    if (!best && outer?.bound === Infinity && (outer.isImpossible || pair.outer.isPriced)) return 'nothing';
    // What was proved before stays proved; of what stands inside and is not priced wholly, nothing is.
    bound = pair.outer.isPriced ? Math.max(bound ?? -Infinity, outer?.bound ?? -Infinity) : -Infinity;
    const price = best?.found.resolution.unitPrice;
    if (best && price && price.sign() < 0 && !limits.onlySold) return { belowNothing: best.found.witness };
    const open = outer
      ? [...outer.open, ...(outer.values && outer.bound < (best?.value ?? Infinity) - CENTS ? [outer.values] : [])]
      : [];
    const coverage = best && price ? coverageOf(pair.outer, side, price, { bound, value: best.value, open }) : null;
    if (best && price && coverage && coverage.kind !== 'within')
      return { ...best.found.witness, price: price.toFixed(program.places), coverage };
    budget.steps -= waysToLookAt(pair.outer) * STEPS_FOR_A_WAY;
    const next: Breakpoints | null =
      round < limits.rounds && budget.steps > 0 ? parted(pair.outer, open, further) : null;
    if (!next)
      return best && price && coverage
        ? { ...best.found.witness, price: price.toFixed(program.places), coverage }
        : null;
    further = next;
    pair = pairOf(program, today, first.look, further);
  }
}

/**
 * Whether of what stands in a kit more than the cheapest and the dearest may matter: what the cheapest keeps from being
 * sold, because the whole would come below nothing, something dearer makes up for.
 */
function mayFallBelow({ outer, outerSolver }: Pair): boolean {
  const steps = outer.program.kit && priceSteps(outer);
  return !!steps && (steps.once.length > 0 || mayBeBelowNothing(outer, steps, outerSolver));
}

/** Whether only the cheapest of what stands in places is at the lower end, and only the dearest at the upper one. */
const canLeaveOut = (model: Model, solver: Solver, steps: PriceSteps, side: 'lowest' | 'highest'): boolean =>
  placesIn(model).every(({ isLoose }) => !isLoose) &&
  !asksPrices(model.program) &&
  risesWithPlaces(model, steps) &&
  (side === 'highest' || (steps.once.length === 0 && !mayBeBelowNothing(model, steps, solver)));

const CENTS = 1e-6;

/** To work out what formulas come to for one way of answering takes as long as so many steps of searching. */
const STEPS_FOR_A_WAY = 5;

interface Found {
  /** whether there is no selection at all, whatever it costs */
  readonly isImpossible?: boolean;
  readonly value: number;
  readonly bound: number;
  readonly values: Int32Array | null;
  readonly open: readonly Int32Array[];
}

const NOTHING_FOUND: Found = { value: Infinity, bound: Infinity, values: null, open: [] };

/**
 * The least of a goal within what is left of a budget, or the best until it was spent. @returns undefined where a price
 * is not known in single steps
 */
function bestOf(
  model: Model,
  solver: Solver,
  side: 'lowest' | 'highest',
  { quantities, onlySold = false, isOuter = false }: PriceLimits & { readonly isOuter?: boolean },
  budget: Budget,
): Found | undefined {
  const steps = priceSteps(model);
  if (!steps) return undefined;
  const mark = solver.mark();
  try {
    if (!solver.only(model.group, 0) || hasNoSolution(solver, budget)) solver.undo(mark);
    const asked =
      quantities && valuesWhere(model.quantities.length, (value) => isAmong(model.quantities[value], quantities));
    if (asked && !solver.narrow(model.quantity, asked)) return { ...NOTHING_FOUND, isImpossible: true };
    if (model.program.kit && canLeaveOut(model, solver, steps, side)) withoutDominated(model, solver, side);
    const all = notRefused(priceGoal(model, steps, side), model);
    // What stands for dearer things, too, is no proof that nothing makes up for it.
    const standsForMore = isOuter && model.program.kit !== null;
    const every = standsForMore ? all : linesOfNothing(all, model, steps);
    const goal = onlySold && side === 'lowest' ? notBelowNothing(every, model, standsForMore) : every;
    const start = solver.impossible ? Infinity : goal.bound(solver);
    let best: Pick<Optimum, 'value' | 'values'> | null = null;
    const found = within(() => minimise(solver, goal, budget, (better) => (best = better)));
    if (found === undefined)
      return best
        ? { ...(best as Pick<Optimum, 'value' | 'values'>), bound: start, open: [] }
        : { value: Infinity, bound: start, values: null, open: [] };
    if (found) return found;
    return { ...NOTHING_FOUND, isImpossible: hasNoSolution(solver, budget) };
  } finally {
    solver.undo(mark);
  }
}

const isAmong = (cell: QuantityCell | undefined, quantities: readonly number[]): boolean =>
  cell !== undefined && quantities.some((quantity) => cell.low <= quantity && quantity <= cell.high);

/**
 * The goal with what would cost less than nothing taken for no answer; for nothing where it stands for more than that.
 */
function notBelowNothing(goal: Goal, model: Model, standsForMore: boolean): Goal {
  const least = -halfAMinorUnit(model);
  return {
    ...goal,
    bound: (solver) => Math.max(least, goal.bound(solver)),
    value(picked) {
      const value = goal.value(picked);
      return value > least ? value : standsForMore ? least : Infinity;
    },
  };
}

/** The goal with what formulas refuse taken for no answer, where that is too much to be told beforehand. */
export function notRefused(goal: Goal, { refused }: Model): Goal {
  if (refused.length === 0) return goal;
  return {
    ...goal,
    value: (picked) =>
      refused.some((isWrong) => isWrong((variable) => picked[variable] ?? 0)) ? Infinity : goal.value(picked),
  };
}

/** The goal with order lines that would come to less than nothing, though one item does not, taken for no answer. */
export function linesOfNothing(goal: Goal, model: Model, steps: PriceSteps): Goal {
  if (steps.once.length === 0) return goal;
  const least = -halfAMinorUnit(model);
  const [unit, line] = [priceGoal(model, steps, 'lowest'), priceGoal(model, steps, 'lowest', 'line')];
  return {
    ...goal,
    value: (picked) => (unit.value(picked) > least && line.value(picked) <= least ? Infinity : goal.value(picked)),
    *unsettled(picked) {
      yield* goal.unsettled(picked);
      yield* line.unsettled(picked);
    },
  };
}

/** What is known of an end: its bound, what was found, and where more could be. */
interface Known {
  readonly bound: number;
  readonly value: number;
  readonly open: readonly Int32Array[];
}

function coverageOf(
  model: Model,
  side: 'lowest' | 'highest',
  price: Exact,
  { bound, value, open: [first] }: Known,
): PriceCoverage {
  const { program } = model;
  // Sums are compared to within a billionth, and what is paid is rounded to far coarser steps.
  if (bound >= value - 1e-9) return { kind: 'proved' };
  const titles = first ? openTitles(model, first) : [];
  if (titles.length > 0) return { kind: 'open', titles };
  if (!Number.isFinite(bound)) return { kind: 'within', bound: null };
  const limit = side === 'lowest' ? Math.max(0, bound) : -bound;
  // A bound worked out in binary fractions is taken a little too far out.
  const slack = Math.max(1, Math.abs(limit)) * 1e-9;
  const rounded = Exact.parse((side === 'lowest' ? limit - slack : limit + slack).toFixed(12))?.rounded(
    program.places,
    program.rounding,
  );
  if (!rounded) return { kind: 'within', bound: null };
  if (side === 'lowest' ? !rounded.isLess(price) : !rounded.isMore(price)) return { kind: 'proved' };
  return { kind: 'within', bound: rounded.toFixed(program.places) };
}

function lineBelowNothing(
  model: Model,
  solver: Solver,
  budget: Budget,
): { whole: boolean; found: Witness | null; belowNothing: Witness | null } {
  const steps = priceSteps(model);
  if (!steps || (steps.once.length === 0 && model.groups.length < 2))
    return { whole: steps !== null, found: null, belowNothing: null };
  const line = within(() => minimise(solver, priceGoal(model, steps, 'lowest', 'line'), budget));
  if (!line || line.value === Infinity) return { whole: line === null, found: null, belowNothing: null };
  const shown = witnessOf(
    model,
    line.values,
    ({ unitPrice, lineTotal }) => isBelowNothing(unitPrice) || isBelowNothing(lineTotal),
  );
  const isUnit = shown !== null && isBelowNothing(shown.resolution.unitPrice);
  return {
    whole: line.bound >= 0 || line.value < 0,
    found: shown && !isUnit ? shown.witness : null,
    belowNothing: shown && isUnit ? shown.witness : null,
  };
}
