import { type KitProgram } from '../compile';
import { type Model } from './model';
import { type Step } from './price-step';
import { type WayIn } from './slots';
import { MOST_WAYS, rangeByWays, tabled, waysLeft } from './step-table';

const HUNDRED = 100;

/** What the price of a build begins with: the base that percentages are taken of, and what comes on top of it before anything else. */
interface Beginning {
  readonly base: Step;
  readonly onTop: readonly Step[];
}

/** What each way in which something can be in a slot adds; null for nothing in it. */
export type AddedBy = (way: WayIn | null) => number;

/** What is in slots adds its price, as far as the price of the build has it. */
function priceAdded({ price }: KitProgram): AddedBy {
  const share = price.kind === 'own' ? (price.extras === 'onTop' ? 1 : 0) : price.kind === 'lessPercent' ? 1 - price.percent.toApproximateNumber() / HUNDRED : 1;
  return (way) => share * (way?.resolution.unitPrice?.toApproximateNumber() ?? 0);
}

const known = new WeakMap<Step, Beginning>();

/**
 * The base of a build: its own, and what is in its slots, which may be anything that is left of them; the same steps each time.
 *
 * @param added what is in slots adds; absent for its price
 */
export function withSlots(model: Model, own: Step, added?: AddedBy): Beginning {
  const { kit } = model.program;
  if (!kit || kit.slots.length === 0) return { base: own, onTop: [] };
  if (added) return beginning(model, kit, own, added);
  const made = known.get(own) ?? beginning(model, kit, own, priceAdded(kit));
  known.set(own, made);
  return made;
}

/** Of a price of its own, that alone is the base. */
const beginning = (model: Model, kit: KitProgram, own: Step, added: AddedBy): Beginning =>
  kit.price.kind === 'own' ? { base: own, onTop: [sumOfSlots(model, NOTHING, added)] } : { base: sumOfSlots(model, own, added), onTop: [] };

const NOTHING: Step = { kind: 'add', variables: [], amount: () => 0, range: () => [0, 0] };

/** What is in the slots, added to a step. */
function sumOfSlots(model: Model, own: Step, added: AddedBy): Step {
  const { choices } = model;
  const places = choices.flatMap((choice) => {
    const { slot, variables = [] } = choice ?? {};
    const prices = slot?.ways.map(added);
    return prices ? variables.map(({ variable }) => ({ variable, prices })) : [];
  });
  const table = own.range ? null : tabled(model, own);
  return {
    kind: 'add',
    variables: [...new Set([...own.variables, ...places.map(({ variable }) => variable)])],
    amount: (valueOf) => places.reduce((sum, { variable, prices }) => sum + (prices[valueOf(variable)] ?? 0), own.amount(valueOf)),
    range(solver) {
      let [low, high] = own.range ? own.range(solver) : table ? table.range(solver) : waysLeft(own, solver) <= MOST_WAYS ? rangeByWays(own, solver) : [-Infinity, Infinity];
      for (const { variable, prices } of places) {
        let [least, most] = [Infinity, -Infinity];
        prices.forEach((price, value) => {
          if (!solver.has(variable, value)) return;
          least = Math.min(least, price);
          most = Math.max(most, price);
        });
        low += least;
        high += most;
      }
      return [low, high];
    },
  };
}
