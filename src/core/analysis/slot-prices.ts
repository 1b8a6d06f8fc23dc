import { type KitProgram } from '../compile';
import { coversUsual } from '../pricing';
import { usuallyIn } from './kit-range';
import { type Model } from './model';
import { type Step } from './price-step';
import { type WayIn } from './slots';
import { MOST_WAYS, rangeByWays, tabled, waysLeft } from './step-table';

/**
 * What the price of a build begins with: the base that percentages are taken of, and what comes on top of it before
 * anything else.
 */
interface Beginning {
  readonly base: Step;
  readonly onTop: readonly Step[];
}

/** What is in slots adds. */
export interface AddedBy {
  /** of each way in which something can be in a slot; null for nothing in it */
  of(way: WayIn | null): number;
  /**
   * what is taken off for what is in a slot usually, by its position and for one group; of that which is never less
   * than nothing, whatever is in it
   */
  less(choice: number, group: string | null): number;
  readonly atLeastNothing: boolean;
}

/** What is in slots adds its price, as far as the price of the build has it. */
function priceAdded({ program, today }: Model, { terms, slots }: KitProgram): AddedBy {
  return {
    of: (way) => way?.resolution.unitPrice?.times(terms.share).toApproximateNumber() ?? 0,
    less(choice, group) {
      const component = coversUsual(terms) ? slots.find((slot) => slot.choice === choice)?.component : undefined;
      return component ? (usuallyIn(program, today, group).get(component)?.alone.toApproximateNumber() ?? 0) : 0;
    },
    atLeastNothing: !terms.cheaperLess,
  };
}

const known = new WeakMap<Step, Beginning>();

/**
 * The base of a build: its own, and what is in its slots, which may be anything that is left of them; the same steps
 * each time.
 *
 * @param added what is in slots adds; absent for its price
 */
export function withSlots(model: Model, own: Step, added?: AddedBy): Beginning {
  const { kit } = model.program;
  if (!kit || kit.slots.length === 0) return { base: own, onTop: [] };
  if (added) return beginning(model, kit, own, added);
  const made = known.get(own) ?? beginning(model, kit, own, priceAdded(model, kit));
  known.set(own, made);
  return made;
}

/** Of a price of its own, that alone is the base. */
const beginning = (model: Model, kit: KitProgram, own: Step, added: AddedBy): Beginning =>
  kit.terms.isOwn
    ? { base: own, onTop: [sumOfSlots(model, NOTHING, added)] }
    : { base: sumOfSlots(model, own, added), onTop: [] };

const NOTHING: Step = { kind: 'add', variables: [], amount: () => 0, range: () => [0, 0] };

/** What is in the slots, added to a step. */
function sumOfSlots(model: Model, own: Step, added: AddedBy): Step {
  const slots = model.choices.flatMap((choice) => {
    const { slot, variables = [], index = -1 } = choice ?? {};
    if (!slot) return [];
    const prices = slot.ways.map((way) => added.of(way));
    const less = model.groups.map((group) => added.less(index, group));
    const floor = less.some((amount) => amount !== 0) && added.atLeastNothing ? 0 : -Infinity;
    return [{ places: variables.map(({ variable }) => ({ variable, prices })), less, floor }];
  });
  const asksGroup = slots.some(({ less }) => less.some((amount) => amount !== less[0]));
  const table = own.range ? null : tabled(model, own);
  return {
    kind: 'add',
    variables: [
      ...new Set([
        ...own.variables,
        ...slots.flatMap(({ places }) => places.map(({ variable }) => variable)),
        ...(asksGroup ? [model.group] : []),
      ]),
    ],
    amount: (valueOf) =>
      slots.reduce(
        (sum, { places, less, floor }) =>
          sum +
          Math.max(
            floor,
            places.reduce(
              (inIt, { variable, prices }) => inIt + (prices[valueOf(variable)] ?? 0),
              -(less[asksGroup ? valueOf(model.group) : 0] ?? 0),
            ),
          ),
        own.amount(valueOf),
      ),
    range(solver) {
      let [low, high] = own.range
        ? own.range(solver)
        : table
          ? table.range(solver)
          : waysLeft(own, solver) <= MOST_WAYS
            ? rangeByWays(own, solver)
            : [-Infinity, Infinity];
      for (const { places, less, floor } of slots) {
        let [lowest, highest] = [-Math.max(...less), -Math.min(...less)];
        for (const { variable, prices } of places) {
          let [least, most] = [Infinity, -Infinity];
          prices.forEach((price, value) => {
            if (!solver.has(variable, value)) return;
            least = Math.min(least, price);
            most = Math.max(most, price);
          });
          lowest += least;
          highest += most;
        }
        low += Math.max(floor, lowest);
        high += Math.max(floor, highest);
      }
      return [low, high];
    },
  };
}
