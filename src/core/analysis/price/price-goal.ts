import { type Formula, type Goal, holdsFor, type Solver, variablesOf } from '../../constraints';
import { byAnswer } from './answer-steps';
import { type Model } from '../model/model';
import { hasWide, merged } from './even-steps';
import { type PriceSteps } from './price-model';
import { hull, type Interval, plus, type Step, times } from './price-step';
import { type AddedBy, withPlaces } from './kit-base';
import { MOST_WAYS, rangeByWays, type Table, tabled, waysLeft } from './step-table';

/** What a formula comes to under the values that are left: true, false, or null where it is not settled. */
function settled(formula: Formula, solver: Solver): boolean | null {
  if (formula.kind === 'is')
    return solver.isWithin(formula.variable, formula.values)
      ? true
      : solver.meets(formula.variable, formula.values)
        ? null
        : false;
  const decisive = formula.kind === 'any';
  let open = false;
  for (const part of formula.of) {
    const known = settled(part, solver);
    if (known === decisive) return decisive;
    open ||= known === null;
  }
  return open ? null : !decisive;
}

function taken(step: Step, sum: Interval, base: Interval, amount: Interval): Interval {
  switch (step.kind) {
    case 'add':
      return plus(sum, amount);
    case 'shareOfBase':
      return plus(sum, times(base, amount));
    case 'shareOfSum':
      return times(sum, plus([1, 1], amount));
    case 'set':
      return amount;
  }
}

/** What rounds to nothing is no price below nothing: from half a minor unit on it is one. In major units. */
export const halfAMinorUnit = ({ program }: Model): number => 0.5 / 10 ** program.places;

/** Whether a price may come below nothing, under what is left to the variables. */
export const mayBeBelowNothing = (model: Model, steps: PriceSteps, solver: Solver): boolean =>
  priceGoal(model, steps, 'lowest').bound(solver) < -halfAMinorUnit(model);

/**
 * The goal of the lowest price, or of the highest: that of what is lowest when turned round.
 *
 * @param of whether the price of one item is meant, or what is paid for a whole order line
 * @param inPlaces what stands in the places of a kit adds; absent for its price
 */
export function priceGoal(
  model: Model,
  { base: own, whole, steps: further, once }: PriceSteps,
  side: 'lowest' | 'highest',
  of: 'unit' | 'line' = 'unit',
  inPlaces?: AddedBy,
): Goal {
  const { space } = model;
  const { base, onTop, last } = withPlaces(model, { base: own, whole }, inPlaces);
  const steps = onTop.length === 0 && !last ? further : [...onTop, ...further, ...(last ? [last] : [])];
  const sign = side === 'lowest' ? 1 : -1;
  const all = [base, ...steps, ...(of === 'line' ? once : [])];
  const [low, high] = tabled(model, base)?.whole ?? [-Infinity, Infinity];
  const { first, rest } = merged(
    model,
    base,
    byAnswer(steps, low === high && Number.isFinite(low) ? low : null, (variable) => hasWide(model, variable)),
  );
  // A step of few variables is worked out once for all their values.
  const tables = new Map<Step, Table | null>(
    [...new Set([...all, first, ...rest])].map((step) => [step, step.range ? null : tabled(model, step)]),
  );
  const reader = new StepReader(tables);
  const line = new LineOf(model, once, reader);
  const concerned = [
    ...new Set([...all.flatMap(({ variables }) => variables), ...(of === 'line' ? [model.quantity] : [])]),
  ];
  const middle = Number.isFinite(low + high) ? (low + high) / 2 : 0;
  return {
    costs: ownCosts(space.sizes, [base, ...steps], middle, sign),
    bound(solver) {
      const start = reader.rangeOf(base, solver);
      let sum = first === base ? start : reader.rangeOf(first, solver);
      for (const step of rest) {
        const fires = step.when ? settled(step.when, solver) : true;
        if (fires === false) continue;
        const after = taken(step, sum, start, reader.rangeOf(step, solver));
        sum = fires ? after : hull(sum, after);
      }
      const [least, most] = of === 'line' ? line.range(sum, solver) : sum;
      return side === 'lowest' ? least : -most;
    },
    value(picked) {
      const unit = reader.total(base, steps, picked);
      const sum = of === 'unit' ? unit : line.total(unit, picked);
      return Number.isNaN(sum) ? Infinity : sign * sum;
    },
    isWide: (picked) => concerned.some((variable) => model.isWide(variable, picked[variable] ?? 0)),
    *unsettled() {
      yield* base.variables;
      if (of === 'line') yield model.quantity;
      for (const step of all) if (step.variables.length > 1 && !step.range) yield* step.variables;
      for (const step of all) if (step.when) yield* variablesOf(step.when);
      for (const step of all) yield* step.variables;
    },
  };
}

/** What steps come to; a step of few variables is worked out once for all their values. */
class StepReader {
  /** @param tables null for a step that is worked out each time */
  constructor(private readonly tables: ReadonlyMap<Step, Table | null>) {}

  amountOf(step: Step, valueOf: (variable: number) => number): number {
    return this.tables.get(step)?.at(valueOf) ?? step.amount(valueOf);
  }

  /** What one item costs with what is picked. */
  total(base: Step, steps: readonly Step[], picked: ArrayLike<number>): number {
    const valueOf = (variable: number) => picked[variable] ?? 0;
    const start = this.amountOf(base, valueOf);
    let sum = start;
    for (const step of steps) {
      if (step.when && !holdsFor(step.when, picked)) continue;
      const amount = this.amountOf(step, valueOf);
      sum = taken(step, [sum, sum], [start, start], [amount, amount])[0];
    }
    return sum;
  }

  rangeOf(step: Step, solver: Solver): Interval {
    if (step.range) return step.range(solver);
    const table = this.tables.get(step);
    if (table) return table.range(solver);
    return waysLeft(step, solver) <= MOST_WAYS ? rangeByWays(step, solver) : [-Infinity, Infinity];
  }
}

/** What is paid for an order line, from what one item costs. */
class LineOf {
  constructor(
    private readonly model: Model,
    private readonly once: readonly Step[],
    private readonly reader: StepReader,
  ) {}

  total(unit: number, picked: ArrayLike<number>): number {
    const { quantities, quantity } = this.model;
    const valueOf = (variable: number) => picked[variable] ?? 0;
    return this.once.reduce(
      (sum, step) => (step.when && !holdsFor(step.when, picked) ? sum : sum + this.reader.amountOf(step, valueOf)),
      unit * (quantities[valueOf(quantity)]?.at ?? 1),
    );
  }

  range(unit: Interval, solver: Solver): Interval {
    const { quantities, quantity } = this.model;
    const pieces = quantities.filter((_, value) => solver.has(quantity, value));
    const [fewest, greatest] = [Math.min(...pieces.map(({ low }) => low)), Math.max(...pieces.map(({ high }) => high))];
    return this.once.reduce<Interval>(
      (sum, step) => {
        const fires = step.when ? settled(step.when, solver) : true;
        if (fires === false) return sum;
        const after = plus(sum, this.reader.rangeOf(step, solver));
        return fires ? after : hull(sum, after);
      },
      times(unit, [fewest, greatest]),
    );
  }
}

/** What each value by itself makes a price dearer, as far as that can be told: it only guides which is tried first. */
function ownCosts(
  sizes: readonly number[],
  steps: readonly Step[],
  base: number,
  sign: number,
): (Float64Array | null)[] {
  const costs: (Float64Array | null)[] = sizes.map(() => null);
  const alone = (step: Step): Step[] =>
    step.range
      ? step.variables.map((variable) => ({
          kind: step.kind,
          variables: [variable],
          amount: (valueOf) => step.amount((other) => (other === variable ? valueOf(other) : 0)),
        }))
      : [step];
  for (const step of steps.flatMap(alone)) {
    const [variable] = step.variables;
    if (variable === undefined || step.variables.length > 1 || step.when) continue;
    const list = (costs[variable] ??= new Float64Array(sizes[variable] ?? 0));
    for (let value = 0; value < list.length; value += 1) {
      const amount = step.amount(() => value);
      list[value] = (list[value] ?? 0) + sign * (step.kind === 'add' ? amount : base * amount);
    }
  }
  return costs;
}
