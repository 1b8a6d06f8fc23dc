import { type ComponentProgram, type KitProgram } from '../../compile';
import { type Solver } from '../../constraints';
import { Exact } from '../../number';
import { type BreaksProgram, type BreakStep, broken, coversUsual, type KitTerms } from '../../pricing';
import { addedToKit, type PartPriced, pricedOf, resolve, type UsualPrices } from '../../run';
import { stepsBetween, stepAtPieces } from './breaks';
import { type ValueOf } from '../model/inputs';
import { type Model } from '../model/model';
import { type Interval, plus, spanOf, type Step } from './price-step';
import { MOST_WAYS, rangeByWays, tabled, waysLeft } from './step-table';
import { usualInSlot, usuallyIn } from '../model/usually';
import { type WayIn } from '../model/ways-in';

/** What the price of a product begins with. */
export interface OwnBase {
  /** its own base price, with its breaks; of a kit that costs what its parts do, what comes to that or off it */
  readonly base: Step;
  /** of a kit that costs what its parts do: its own base price, and the breaks of the whole; absent otherwise */
  readonly whole?: { readonly own: Step; readonly breaks: BreaksProgram };
}

/**
 * What the price of a kit begins with: the base that percentages are taken of, and what comes on top of it before
 * anything else.
 */
interface Beginning {
  readonly base: Step;
  readonly onTop: readonly Step[];
  /** what comes after everything else; absent for nothing */
  readonly last?: Step;
}

/** What stands in the places of a kit adds. */
export interface AddedBy {
  /** of each way in which a part can come, for one group; null for leaving it out */
  ofPart(component: ComponentProgram, way: WayIn | null, group: string | null): number;
  /** of each way in which something can be in a slot; null for nothing in it */
  inSlot(way: WayIn | null): number;
  /**
   * what is taken off for what is in a slot usually, by its position and for one group; of that which is never less
   * than nothing, whatever is in it
   */
  less(choice: number, group: string | null): number;
  readonly atLeastNothing: boolean;
  /** whether it is what is left of a price, in which breaks are already */
  readonly isMargin: boolean;
}

/** A way of a part, as its price in a kit follows from it. */
const pricedAt = (
  component: ComponentProgram,
  { candidate, count, entry, resolution }: WayIn,
  customer: { readonly today: string; readonly group: string | null },
): PartPriced => ({
  place: component.key,
  component,
  candidate,
  count,
  alone: pricedOf(resolution, count)?.alone ?? null,
  once: Exact.zero,
  isOpen: false,
  inNumber: (pieces) =>
    pricedOf(
      resolve(candidate.program, { ...entry, quantity: pieces }, { stock: null, ofWhole: true, ...customer }),
      pieces,
    ),
});

/** What a part adds to the price of a kit, in major units. @param way null for leaving it out */
export function partAdds(
  terms: KitTerms,
  component: ComponentProgram,
  way: WayIn | null,
  { usual, ...customer }: { readonly usual: UsualPrices | null; readonly today: string; readonly group: string | null },
): number {
  const entries = way ? [pricedAt(component, way, customer)] : [];
  return addedToKit(terms, component, entries, usual?.get(component) ?? null).toApproximateNumber();
}

/** What stands in places adds its price, as far as the price of the kit has it. */
function priceAdded({ program, today }: Model, kit: KitProgram): AddedBy {
  const { terms } = kit;
  const usualFor = (group: string | null) => (coversUsual(terms) ? usuallyIn(program, today, group) : null);
  return {
    ofPart: (component, way, group) => partAdds(terms, component, way, { usual: usualFor(group), today, group }),
    inSlot: (way) => way?.resolution.unitPrice?.times(terms.share).toApproximateNumber() ?? 0,
    less: (choice, group) => usualInSlot(kit, choice, usualFor(group)),
    atLeastNothing: !terms.cheaperLess,
    isMargin: false,
  };
}

const known = new WeakMap<Step, Beginning>();

/**
 * The base of a kit: its own, and what stands in its places, which may be anything that is left of them; the same steps
 * each time.
 *
 * @param added what stands there adds; absent for its price
 */
export function withPlaces(model: Model, own: OwnBase, added?: AddedBy): Beginning {
  const { kit } = model.program;
  if (!kit) return { base: own.base, onTop: [] };
  if (added) return beginning(model, kit, own, added);
  const made = known.get(own.base) ?? beginning(model, kit, own, priceAdded(model, kit));
  known.set(own.base, made);
  return made;
}

/** Of a price of its own, that alone is the base. */
function beginning(model: Model, kit: KitProgram, { base, whole }: OwnBase, added: AddedBy): Beginning {
  // What is left of a price has its percentages and breaks already: it comes after all else.
  if (added.isMargin) return { base, onTop: [], last: placesStep(model, added) };
  if (kit.terms.isOwn) return { base, onTop: [placesStep(model, added)] };
  return whole
    ? { base: brokenWhole(model, sumOfPlaces(model, whole.own, added), whole.breaks), onTop: [] }
    : { base: sumOfPlaces(model, base, added), onTop: [] };
}

const NOTHING: Step = { kind: 'add', variables: [], amount: () => 0, range: () => [0, 0] };

/** What stands in the places of a kit adds, by itself. */
export const placesStep = (model: Model, added: AddedBy): Step => sumOfPlaces(model, NOTHING, added);

/** A variable of a place, with what its values add for each group. */
interface Member {
  readonly variable: number;
  /** by position of the group, then by value */
  readonly prices: readonly (readonly number[])[];
}

/** A place of a kit, with what it adds. */
interface Place {
  readonly members: readonly Member[];
  /** by position of the group, what is taken off for what is there usually */
  readonly less: readonly number[];
  readonly floor: number;
}

function placesOf(model: Model, added: AddedBy): Place[] {
  const { groups } = model;
  const parts = model.parts.map(({ component, variable, ways }): Place => ({
    members: [{ variable, prices: groups.map((group) => ways.map((way) => added.ofPart(component, way, group))) }],
    less: groups.map(() => 0),
    floor: -Infinity,
  }));
  const slots = model.choices.flatMap((choice): Place[] => {
    if (!choice?.slot) return [];
    const prices = choice.slot.ways.map((way) => added.inSlot(way));
    const less = groups.map((group) => added.less(choice.index, group));
    const floor = less.some((amount) => amount !== 0) && added.atLeastNothing ? 0 : -Infinity;
    const byGroup = groups.map(() => prices);
    return [{ members: choice.variables.map(({ variable }) => ({ variable, prices: byGroup })), less, floor }];
  });
  return [...parts, ...slots];
}

/** Whether places add something else for some groups. */
const asksGroupOf = (places: readonly Place[]): boolean =>
  places.some(
    ({ members, less }) =>
      less.some((amount) => amount !== less[0]) ||
      members.some(({ prices: [first, ...others] }) =>
        others.some((prices) => prices.some((price, value) => price !== first?.[value])),
      ),
  );

/** What a place adds, under values of its variables. */
function amountIn({ members, less, floor }: Place, group: number, valueOf: ValueOf): number {
  const inIt = members.reduce((sum, { variable, prices }) => sum + (prices[group]?.[valueOf(variable)] ?? 0), 0);
  return Math.max(floor, inIt - (less[group] ?? 0));
}

/** What a place adds, under what is left to its variables. */
function rangeIn({ members, less, floor }: Place, group: number, solver: Solver): Interval {
  let [low, high] = [-(less[group] ?? 0), -(less[group] ?? 0)];
  for (const { variable, prices } of members) {
    let [least, most] = [Infinity, -Infinity];
    prices[group]?.forEach((price, value) => {
      if (!solver.has(variable, value)) return;
      least = Math.min(least, price);
      most = Math.max(most, price);
    });
    low += least;
    high += most;
  }
  return [Math.max(floor, low), Math.max(floor, high)];
}

/** What stands in the places, added to a step. */
function sumOfPlaces(model: Model, own: Step, added: AddedBy): Step {
  const places = placesOf(model, added);
  const asksGroup = asksGroupOf(places);
  const table = own.range ? null : tabled(model, own);
  const inPlaces = (valueOf: ValueOf): number => {
    const group = asksGroup ? valueOf(model.group) : 0;
    return places.reduce((sum, place) => sum + amountIn(place, group, valueOf), 0);
  };
  const ownRange = (solver: Solver): Interval => {
    if (own.range) return own.range(solver);
    if (table) return table.range(solver);
    return waysLeft(own, solver) <= MOST_WAYS ? rangeByWays(own, solver) : [-Infinity, Infinity];
  };
  return {
    kind: 'add',
    variables: [
      ...new Set([
        ...own.variables,
        ...places.flatMap(({ members }) => members.map(({ variable }) => variable)),
        ...(asksGroup ? [model.group] : []),
      ]),
    ],
    amount: (valueOf) => own.amount(valueOf) + inPlaces(valueOf),
    span(valueOf) {
      const [low, high] = spanOf(own, valueOf);
      const more = inPlaces(valueOf);
      return [low + more, high + more];
    },
    range(solver) {
      const groups = asksGroup ? model.groups.flatMap((_, at) => (solver.has(model.group, at) ? [at] : [])) : [0];
      const sums = groups.map((group) =>
        places.reduce<Interval>((sum, place) => plus(sum, rangeIn(place, group, solver)), [0, 0]),
      );
      return plus(ownRange(solver), [
        Math.min(...sums.map(([least]) => least)),
        Math.max(...sums.map(([, most]) => most)),
      ]);
    },
  };
}

/** What a step of breaks makes of a price: so much of it, and so much more. */
function brokenBy(breaks: BreaksProgram, step: BreakStep | null): (price: number) => number {
  if (!step) return (price) => price;
  const more = broken(breaks, step, Exact.zero, Exact.one);
  const share = broken(breaks, step, Exact.one, Exact.one).minus(more).toApproximateNumber();
  const added = more.toApproximateNumber();
  return (price) => (share === 0 ? added : price * share + added);
}

/** The base of a kit that costs what its parts do, with its breaks: by how many of it are bought. */
function brokenWhole(model: Model, sum: Step, breaks: BreaksProgram): Step {
  const { quantity, quantities } = model;
  const cellAt = (valueOf: ValueOf) => quantities[valueOf(quantity)] ?? ONE_CELL;
  const by = new Map([null, ...breaks.steps].map((step) => [step, brokenBy(breaks, step)]));
  const at = (step: BreakStep | null, price: number) => by.get(step)?.(price) ?? price;
  const over = ([low, high]: Interval, steps: readonly (BreakStep | null)[]): Interval => {
    const ends = steps.flatMap((step) => [at(step, low), at(step, high)]);
    return [Math.min(...ends), Math.max(...ends)];
  };
  return {
    kind: 'add',
    variables: [...new Set([...sum.variables, quantity])],
    amount: (valueOf) => at(stepAtPieces(breaks, cellAt(valueOf).at), sum.amount(valueOf)),
    span(valueOf) {
      const { low, high } = cellAt(valueOf);
      return over(spanOf(sum, valueOf), stepsBetween(breaks, [low, high], null));
    },
    range(solver) {
      const steps = quantities.flatMap(({ low, high }, value) =>
        solver.has(quantity, value) ? stepsBetween(breaks, [low, high], null) : [],
      );
      return over(sum.range?.(solver) ?? [-Infinity, Infinity], [...new Set(steps)]);
    },
  };
}

const ONE_CELL = { low: 1, at: 1, high: 1 };
