import { type Solver } from '../../constraints';
import { eachCombination, isWide, type ValueOf } from '../model/inputs';
import { type Model } from '../model/model';
import { type Interval, spanOf, type Step } from './price-step';

/** A step is bounded by going through what is left to its variables, while that is no more than so many ways. */
export const MOST_WAYS = 600;
/** What a step can come to at all is worked out beforehand from no more than so many ways. */
const MOST_TABLED = 20_000;

export function waysLeft({ variables }: Step, solver: Solver): number {
  let ways = 1;
  for (const variable of variables) {
    let left = 0;
    for (let value = 0; value < (solver.space.sizes[variable] ?? 0); value += 1)
      if (solver.has(variable, value)) left += 1;
    ways *= left;
    if (ways > MOST_WAYS) return ways;
  }
  return ways;
}

export function rangeByWays(step: Step, solver: Solver): Interval {
  let [low, high] = [Infinity, -Infinity];
  const left = (variable: number) =>
    [...Array(solver.space.sizes[variable] ?? 0).keys()].filter((value) => solver.has(variable, value));
  eachCombination(step.variables, left, (values) => {
    const [least, most] = spanOf(step, (variable) => values.get(variable) ?? 0);
    if (Number.isNaN(least)) return;
    low = Math.min(low, least);
    high = Math.max(high, most);
  });
  return low > high ? [-Infinity, Infinity] : [low, high];
}

export interface Table {
  readonly whole: Interval;
  at(valueOf: (variable: number) => number): number;
  range(solver: Solver): Interval;
}

/** A step's amounts for all values of its variables; null where there are too many. */
export function tabled(model: Model, step: Step): Table | null {
  const before = known.get(step);
  if (before !== undefined) return before;
  const table = tableOf(model, step);
  known.set(step, table);
  return table;
}

/** A step belongs to one model, and is asked about from both sides. */
const known = new WeakMap<Step, Table | null>();

function tableOf(model: Model, step: Step): Table | null {
  const { space } = model;
  const sizes = step.variables.map((variable) => space.sizes[variable] ?? 1);
  const ways = sizes.reduce((product, size) => product * size, 1);
  if (ways > MOST_TABLED) return null;
  const [amounts, lows, highs] = [new Float64Array(ways), new Float64Array(ways), new Float64Array(ways)];
  let place = 0;
  let [low, high] = [Infinity, -Infinity];
  eachCombination(
    step.variables,
    (variable) => Array(space.sizes[variable] ?? 1).keys(),
    (values) => {
      const valueOf = (variable: number) => values.get(variable) ?? 0;
      const amount = step.amount(valueOf);
      const [least, most] = isWide(model, step.variables, valueOf) ? spanOf(step, valueOf) : [amount, amount];
      [amounts[place], lows[place], highs[place]] = [amount, least, most];
      place += 1;
      if (Number.isNaN(least)) return;
      low = Math.min(low, least);
      high = Math.max(high, most);
    },
  );
  const whole: Interval = low > high ? [-Infinity, Infinity] : [low, high];
  const placeOf = (valueOf: ValueOf) =>
    step.variables.reduce((index, variable, digit) => index * (sizes[digit] ?? 1) + valueOf(variable), 0);
  const at = (valueOf: ValueOf) => amounts[placeOf(valueOf)] ?? NaN;
  const span = (valueOf: ValueOf): Interval => [lows[placeOf(valueOf)] ?? NaN, highs[placeOf(valueOf)] ?? NaN];
  return {
    whole,
    at,
    range(solver) {
      if (ways === 1) return [lows[0] ?? 0, highs[0] ?? 0];
      const [only] = step.variables;
      if (step.variables.length === 1 && only !== undefined) {
        let [least, most] = [Infinity, -Infinity];
        for (let value = 0; value < ways; value += 1) {
          const [low, high] = [lows[value] ?? NaN, highs[value] ?? NaN];
          if (Number.isNaN(low) || !solver.has(only, value)) continue;
          if (low < least) least = low;
          if (high > most) most = high;
        }
        return least > most ? whole : [least, most];
      }
      return waysLeft(step, solver) <= MOST_WAYS ? rangeByWays({ ...step, amount: at, span }, solver) : whole;
    },
  };
}
