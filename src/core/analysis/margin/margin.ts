import { type Program, withAllWithin } from '../../compile';
import { type Budget, type Goal, minimise, type Optimum, type Solver, within } from '../../constraints';
import { Exact } from '../../number';
import { coversUsual } from '../../pricing';
import { type CostOf, saysCost, stockOf } from '../../run';
import { type Breakpoints } from '../model/breakpoints';
import { costSteps } from './cost-steps';
import { type ValueOf } from '../model/inputs';
import { type Model } from '../model/model';
import { openTitles, type Pair, pairOf, parted } from '../price/pair';
import { type Asked, type Found, type LowestMargin, type MarginLimits, valueOf } from './earned';
import { type AddedBy, partAdds, placesStep } from '../price/kit-base';
import { usualInSlot, usuallyIn } from '../model/usually';
import { lowestOfKit, type LookForLeft } from './kit-margin';
import { lookForLeft } from './left-in-places';
import { linesOfNothing, notRefused } from '../price/price-ends';
import { halfAMinorUnit, priceGoal } from '../price/price-goal';
import { priceSteps, type PriceSteps } from '../price/price-model';
import { hasNoSolution } from '../model/solutions';
import { isSold, witnessOf } from '../model/witness';
import { placesIn } from '../model/places';
import { BY_PRICE } from '../price/price-range';
import { type Interval, spanOf, type Step } from '../price/price-step';
import { type Look, type WayIn } from '../model/ways-in';

/** Enough to look at a product while it is edited. */
export const MARGIN_LIMITS: MarginLimits = { searching: 60_000, rounds: 8 };

/**
 * Finds the selection that earns least, of all that can be sold, by whomever and in whatever quantity: in one order
 * line by itself. Of graduated breaks what the first piece costs counts.
 *
 * @param floor percentage of the price that is to be earned at least: then the selection is the one that falls furthest
 *   short of it
 */
export function lowestMargin(
  program: Program,
  today: string,
  costs: CostOf,
  floor: Exact,
  limits: MarginLimits,
): LowestMargin {
  if (program.blocking.length > 0) return { kind: 'nothingSold' };
  const unsaid = withAllWithin(program)
    .filter((one) => !saysCost(one))
    .map(({ title }) => title);
  const missing = [
    ...new Set([
      ...unsaid,
      ...[...stockOf(program, { today }).values()].filter(({ key }) => costs(key) === null).map(({ title }) => title),
    ]),
  ];
  if (missing.length > 0) return { kind: 'costsMissing', items: missing };
  const kept = Exact.of(100).minus(floor).over(Exact.of(100));
  const asked: Asked = { today, costs, kept, limits };
  const { kit } = program;
  if (!kit) return lowestIn(program, { look: BY_PRICE, left: null }, asked);
  return lowestOfKit(program, kit, asked, (one, left, each) =>
    lowestIn(one, { look: lookForLeft(one, kit, left, each, lowestMargin), left }, each),
  );
}

/** What stands in the places of a kit, as it is looked at for a margin. */
interface InPlaces {
  readonly look: Look;
  /** null where nothing stands in it */
  readonly left: LookForLeft | null;
}

/** The lowest margin, with what stands in places looked at in one way. */
function lowestIn(program: Program, inPlaces: InPlaces, { today, costs, kept, limits }: Asked): LowestMargin {
  let further: Breakpoints = new Map();
  const budget: Budget = { steps: limits.searching, stop: limits.stop };
  let best: { readonly found: Found; readonly value: number } | undefined;
  let bound = -Infinity;
  let isNothing = false;
  let open: readonly string[] = [];
  for (let round = 0; ; round += 1) {
    const pair = pairOf(program, today, inPlaces.look, further);
    const goals = {
      inner: goalFor(pair.inner, { costs, kept, inPlaces, isOuter: false }),
      outer: goalFor(pair.outer, { costs, kept, inPlaces, isOuter: true }),
    };
    if (!goals.inner || !goals.outer) return { kind: 'notLookedAt' };
    const inner = least(pair.innerSolver, goals.inner, budget);
    const found: Found | null =
      inner && inner.value < (best?.value ?? Infinity) ? foundAt(pair.inner, inner.values, costs) : null;
    // Of what stands inside, what it leaves there is an estimate.
    if (inner && found)
      best = { found, value: inPlaces.left ? valueOf(found, kept).toApproximateNumber() : inner.value };
    const outer =
      pair.isSettled && !inPlaces.left
        ? inner
        : isBounded(pair.outer, inPlaces)
          ? least(pair.outerSolver, goals.outer, budget)
          : leastByCost(pair, { costs, kept: Exact.zero, inPlaces, isOuter: true }, budget);
    isNothing =
      outer === null && (!inPlaces.left || pair.outerSolver.impossible || hasNoSolution(pair.outerSolver, budget));
    bound = Math.max(bound, outer === null ? Infinity : (outer?.bound ?? -Infinity));
    if (best && bound >= best.value - CLOSE_ENOUGH) return { kind: 'proved', ...best.found };
    const ways = outer ? [...outer.open, outer.values] : [];
    open = ways[0] ? openTitles(pair.outer, ways[0]) : [];
    const next = round < limits.rounds && budget.steps > 0 ? parted(pair.outer, ways, further) : null;
    if (!next) break;
    further = next;
  }
  if (!best) return isNothing ? { kind: 'nothingSold' } : { kind: 'notFound' };
  const limit = Number.isFinite(bound) ? (Exact.parse(bound.toFixed(6))?.toString() ?? null) : null;
  return { kind: 'found', ...best.found, bound: limit, open };
}

/**
 * What is left at least, whatever is paid: nothing is sold for less than nothing. Where of what stands in places it is
 * known what supplying it costs, but not what customers pay for it.
 */
function leastByCost({ outer, outerSolver }: Pair, asked: GoalAsked, budget: Budget): Optimum | null | undefined {
  const { inPlaces } = asked;
  if (inPlaces.left?.kind !== 'cost' || !isLeftKnown(outer)) return undefined;
  const goal = goalFor(outer, asked);
  return goal ? least(outerSolver, goal, budget) : undefined;
}

/** Sums are compared as binary fractions to within a billionth. */
const CLOSE_ENOUGH = 1e-9;

/** Whether it is known of all that can stand in places what it leaves at least. */
function isBounded(model: Model, { left }: InPlaces): boolean {
  const isKnown = left?.kind === 'left' ? model.parts.every((part) => part.isPriced) : model.isPriced;
  return isKnown && isLeftKnown(model);
}

const isLeftKnown = (model: Model): boolean =>
  placesIn(model).every(({ ways }) => ways.every((way) => way === null || (way.left?.bound ?? null) !== null));

/** What a goal is made for. */
interface GoalAsked {
  readonly costs: CostOf;
  readonly kept: Exact;
  readonly inPlaces: InPlaces;
  /** whether what can't be is asked, so that nothing may be left out */
  readonly isOuter: boolean;
}

/**
 * The price of one less what it costs, of what can be sold;
 * null where either follows from more than can be told apart.
 */
function goalFor(model: Model, { costs, kept, inPlaces: { left }, isOuter }: GoalAsked): Goal | null {
  const [prices, spent] = [priceSteps(model), costSteps(model, costs)];
  if (!prices || !spent) return null;
  const ofWay = (way: WayIn | null): number =>
    (isOuter ? way?.left?.bound : way?.left?.value) ?? (way && isOuter ? -Infinity : 0);
  const added = left && leftInPlaces(model, left, ofWay);
  const steps =
    left?.kind === 'cost' && added
      ? marginSteps(prices, [...spent, placesStep(model, added)], kept.toApproximateNumber(), true)
      : marginSteps(prices, spent, kept.toApproximateNumber(), false);
  const margin = priceGoal(
    model,
    { ...steps, once: [] },
    'lowest',
    'unit',
    left?.kind === 'left' ? (added ?? undefined) : undefined,
  );
  // What stands inside is looked at for what it leaves, and may cost more.
  if (left && isOuter) return notRefused(margin, model);
  const sold = linesOfNothing(notRefused(margin, model), model, prices);
  const price = priceGoal(model, prices, 'lowest');
  const nothing = -halfAMinorUnit(model);
  return {
    ...sold,
    value: (picked) => (price.value(picked) <= nothing ? Infinity : sold.value(picked)),
    *unsettled(picked) {
      yield* sold.unsettled(picked);
      yield* price.unsettled(picked);
    },
  };
}

/** What is left in places. */
function leftInPlaces({ program, today }: Model, wanted: LookForLeft, ofWay: (way: WayIn | null) => number): AddedBy {
  const { kit } = program;
  const common = { inSlot: ofWay, atLeastNothing: false, isMargin: true };
  if (!kit || wanted.kind === 'cost' || !coversUsual(kit.terms))
    return { ...common, ofPart: (_, way) => ofWay(way), less: () => 0 };
  const { terms } = kit;
  const usualFor = (group: string | null) => usuallyIn(program, today, group);
  const share = wanted.share.toApproximateNumber();
  return {
    ...common,
    // Where what is cheaper takes something off, leaving it out takes off what it costs usually.
    ofPart: (component, way, group) =>
      way ? ofWay(way) : share * partAdds(terms, component, null, { usual: usualFor(group), today, group }),
    less: (choice, group) => share * usualInSlot(kit, choice, usualFor(group)),
  };
}

/**
 * Prices and costs as one sum.
 *
 * @param kept       so much of the price is there to pay what it costs, and for a floor
 * @param isTogether whether prices of what stands inside are added to the base, so that only the whole can be scaled
 */
function marginSteps(
  { base, whole, steps }: Omit<PriceSteps, 'once'>,
  spent: readonly Step[],
  kept: number,
  isTogether: boolean,
): Omit<PriceSteps, 'once'> {
  const share: Step = { kind: 'shareOfSum', variables: [], amount: () => kept - 1 };
  if (whole || isTogether || !steps.every(({ kind }) => kind === 'add'))
    return { base, whole, steps: [...steps, share, ...spent] };
  // Where everything only adds, what an option adds and what it costs stand together: so it is known at once what it
  // earns.
  return { base: scaled(base, kept), steps: together([...steps.map((step) => scaled(step, kept)), ...spent]) };
}

const timesAll = ([low, high]: Interval, by: number): Interval => [low * by, high * by];

/** A step that adds so much of what it did. @param by not below nothing */
function scaled(step: Step, by: number): Step {
  if (by === 1) return step;
  const { amount, span, atEnds, range } = step;
  return {
    ...step,
    amount: (valueOf) => amount(valueOf) * by,
    ...(span && { span: (valueOf: ValueOf) => timesAll(span(valueOf), by) }),
    ...(atEnds && { atEnds: (valueOf: ValueOf) => timesAll(atEnds(valueOf), by) }),
    ...(range && { range: (solver: Solver) => timesAll(range(solver), by) }),
  };
}

/** Steps that add, those of the same single answer in one. */
function together(steps: readonly Step[]): Step[] {
  const alike = new Map<number, Step[]>();
  const others: Step[] = [];
  for (const step of steps) {
    const [variable] = step.variables;
    if (variable === undefined || step.variables.length > 1 || step.when || step.range) others.push(step);
    else alike.set(variable, [...(alike.get(variable) ?? []), step]);
  }
  const sums = [...alike].map(([variable, list]): Step => {
    const [only] = list;
    if (only && list.length === 1) return only;
    return {
      kind: 'add',
      variables: [variable],
      amount: (valueOf) => list.reduce((sum, step) => sum + step.amount(valueOf), 0),
      span: (valueOf) =>
        list.reduce<Interval>(
          ([low, high], step) => {
            const [least, most] = spanOf(step, valueOf);
            return [low + least, high + most];
          },
          [0, 0],
        ),
    };
  });
  return [...sums, ...others];
}

/**
 * The least of a goal, or the best until the budget was spent. @returns null where nothing can be sold, undefined where
 * nothing was found in time
 */
function least(solver: Solver, goal: Goal, budget: Budget): Optimum | null | undefined {
  const mark = solver.mark();
  try {
    const start = solver.impossible ? Infinity : goal.bound(solver);
    let best: Pick<Optimum, 'value' | 'values'> | undefined;
    const found = within(() => minimise(solver, goal, budget, (better) => (best = better)));
    return found === undefined && best ? { ...best, bound: start, open: [] } : found;
  } finally {
    solver.undo(mark);
  }
}

/** What a selection really costs and earns; null where it can't be sold after all. */
function foundAt(model: Model, values: ArrayLike<number>, costs: CostOf): Found | null {
  const shown = witnessOf(model, values, isSold, { costs });
  if (!shown) return null;
  const { unitPrice, cost } = shown.resolution;
  if (!unitPrice || !cost) return null;
  const text = (amount: Exact) => amount.rounded(6).toString();
  return {
    ...shown.witness,
    margin: text(unitPrice.minus(cost.known)),
    cost: text(cost.known),
    price: text(unitPrice),
  };
}
