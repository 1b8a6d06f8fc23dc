import { type KitProgram } from '../compile';
import { type Model } from './model';
import { type Step } from './price-step';
import { MOST_WAYS, rangeByWays, tabled, waysLeft } from './step-table';

const HUNDRED = 100;

/** What the price of a build begins with: the base that percentages are taken of, and what comes on top of it before anything else. */
interface Beginning {
  readonly base: Step;
  readonly onTop: readonly Step[];
}

const known = new WeakMap<Step, Beginning>();

/** The base of a build: its own, and what is in its slots, which may be anything that is left of them; the same steps each time. */
export function withSlots(model: Model, own: Step): Beginning {
  const before = known.get(own);
  if (before) return before;
  const { kit } = model.program;
  const made: Beginning = !kit || kit.slots.length === 0 ? { base: own, onTop: [] }
    // Of a price of its own, that alone is the base.
    : kit.price.kind === 'own' ? { base: own, onTop: [sumOfSlots(model, kit, NOTHING)] } : { base: sumOfSlots(model, kit, own), onTop: [] };
  known.set(own, made);
  return made;
}

const NOTHING: Step = { kind: 'add', variables: [], amount: () => 0, range: () => [0, 0] };

/** What is in the slots, added to a step. */
function sumOfSlots(model: Model, kit: KitProgram, own: Step): Step {
  const { choices } = model;
  const share = kit.price.kind === 'own' ? (kit.price.extras === 'onTop' ? 1 : 0) : kit.price.kind === 'lessPercent' ? 1 - kit.price.percent.toApproximateNumber() / HUNDRED : 1;
  const places = choices.flatMap((choice) => {
    const { slot, variables = [] } = choice ?? {};
    const prices = slot?.ways.map((way) => share * (way?.resolution.unitPrice?.toApproximateNumber() ?? 0));
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
