import { hasOptions } from '../catalog';
import { formulaInputsOf } from '../compile';
import { type Formula, type Goal, holdsFor, type Solver, variablesOf } from '../constraints';
import { Exact } from '../number';
import { type Amount, countedChoice, kindOfAmount } from '../pricing';
import { baseBefore, baseLineOf, chargedOf, findVariant, type PartCost, resolve, resolvePart, resultOf, runFormula } from '../run';
import { answersFor, eachCombination, type Inputs, inputsFor, type Model, type ModelledChoice } from './model';

/** One step of working out a price: it adds, or adds a share of the base or of the sum so far, or takes the sum's place. */
interface Step {
  readonly kind: 'add' | 'shareOfBase' | 'shareOfSum' | 'set';
  readonly variables: readonly number[];
  /** the amount or share, from the values of its variables */
  readonly amount: (valueOf: (variable: number) => number) => number;
  /** holds when the step is taken; absent for always */
  readonly when?: Formula;
  /** what it can come to under the values that are left, where it knows that better than its variables by themselves */
  readonly range?: (solver: Solver) => Interval;
}

type Interval = readonly [number, number];

/** A step is bounded by going through what is left to its variables, while that is no more than so many ways. */
const MOST_WAYS = 600;
/** What a step can come to at all is worked out beforehand from no more than so many ways. */
const MOST_TABLED = 20_000;

/** What a price is worked out from, in the order of pricing; null where that is not known in single variables. */
export interface PriceSteps {
  readonly base: Step;
  readonly steps: readonly Step[];
  /** what is paid once for an order line */
  readonly once: readonly Step[];
}

const HUNDRED = 100;

/** Takes a product's pricing apart into steps. @returns null where it depends on more than can be told apart */
export function priceSteps(model: Model): PriceSteps | null {
  const { program } = model;
  const base = baseStep(model);
  if (!base) return null;
  const steps: Step[] = [];
  const once: Step[] = [];
  const place = (step: Step, per: 'unit' | 'line') => (per === 'line' ? once : steps).push(step);
  for (const step of program.priceSteps) {
    switch (step.kind) {
      case 'choice': {
        if (!choiceSteps(model, step.choice, place)) return null;
        break;
      }
      case 'part': {
        const [only] = model.choices[step.part.choice]?.variables ?? [];
        if (!only) break;
        const counts = only.values.map(({ answer }) => answer?.picks[0]?.count ?? 0);
        const costs = model.groups.map((group) => resolvePart(step.part, { today: model.today, group }, resolve).price ?? NO_COST);
        place(partStep(model, only.variable, counts, costs.map(({ each }) => each)), 'unit');
        place(partStep(model, only.variable, counts.map((count) => Math.min(count, 1)), costs.map((cost) => cost.once)), 'line');
        break;
      }
      case 'formula': {
        const formula = program.formulas[step.formula];
        const { indices, quantity, group } = formulaInputsOf(program, step.formula);
        const inputs = inputsFor(model, indices, { quantity, group });
        if (!formula || !inputs) return null;
        place({ kind: 'add', variables: inputs.variables, amount: (valueOf) => resultOf(runFormula(formula, given(model, valueOf)))?.toApproximateNumber() ?? 0 }, 'unit');
        break;
      }
      case 'rule': {
        const { rule, effect, amount, setPrice } = step.effect;
        const when = model.fires[rule];
        if (setPrice) place({ kind: 'set', variables: [], amount: () => setPrice.toApproximateNumber(), when }, 'unit');
        if (!amount || effect.kind !== 'amount') break;
        const added = amountStep(model, effect.amount, amount, [], '');
        if (!added) return null;
        place({ ...added, when }, kindOfAmount(effect.amount).per);
        break;
      }
    }
  }
  return { base, steps, once };
}

/** The steps of what is picked of a choice. @returns false where they depend on more than can be told apart */
function choiceSteps(model: Model, index: number, place: (step: Step, per: 'unit' | 'line') => void): boolean {
  const { program } = model;
  const choice = model.choices[index];
  const definition = program.product.choices[index];
  if (!choice || !definition) return true;
  // Of several, so many are picked at least and so many at most: together they come to less than each by itself.
  const together: Step[] = [];
  for (const { variable, values } of choice.variables) {
    // All options of a choice are one step, so that what it can come to at least is known: only one of them is picked.
    const effects = new Set(values.flatMap(({ answer }) => answer?.picks.map(({ effect }) => effect) ?? []));
    const alike = new Map<string, { step: Step; per: 'unit' | 'line'; counts: number[] }[]>();
    for (const effect of effects) {
      const counts = values.map(({ answer }) => answer?.picks.find((pick) => pick.effect === effect)?.count ?? 0);
      const compiled = program.choices[index]?.effects[effect]?.amount;
      const amount = hasOptions(definition) ? definition.options[effect]?.amount : 'amount' in definition ? definition.amount : null;
      if (!compiled || !amount) continue;
      const step = amountStep(model, amount, compiled, [variable], definition.key);
      if (!step) return false;
      const { per } = kindOfAmount(amount);
      const kind = `${step.kind} ${per}`;
      alike.set(kind, [...(alike.get(kind) ?? []), { step, per, counts }]);
    }
    for (const list of alike.values()) {
      const [first] = list;
      if (!first) continue;
      const step: Step = {
        kind: first.step.kind,
        variables: [...new Set(list.flatMap(({ step }) => step.variables))],
        amount(valueOf) {
          const value = valueOf(variable);
          return list.reduce((sum, { step, counts }) => ((counts[value] ?? 0) === 0 ? sum : sum + (counts[value] ?? 0) * step.amount(valueOf)), 0);
        },
      };
      if (definition.kind === 'several' && step.kind === 'add' && step.variables.length === 1 && first.per === 'unit') together.push(step);
      else place(step, first.per);
    }
  }
  if (together.length > 0) place(sumOfSeveral(model, choice, together), 'unit');
  return true;
}

/** The options of a choice of several as one step, whose range knows how many may be picked. */
function sumOfSeveral({ space, program }: Model, { index, variables }: ModelledChoice, steps: readonly Step[]): Step {
  const definition = program.product.choices[index];
  const { least, most } = definition?.kind === 'several' ? definition : { least: null, most: null };
  const members = steps.map(({ variables: [variable = 0], amount }) => ({ variable, amounts: Float64Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => amount(() => value)) }));
  const byVariable = new Map(members.map((member) => [member.variable, member.amounts]));
  /** the least that the options come to, of amounts turned round for the most */
  const lowest = (solver: Solver, sign: 1 | -1): number => {
    let [sum, certain] = [0, 0];
    const further: number[] = [];
    for (const { variable, values } of variables) {
      const amounts = byVariable.get(variable);
      let [picked, unpicked] = [Infinity, false];
      values.forEach(({ raw }, value) => {
        if (!solver.has(variable, value)) return;
        if (raw === null) unpicked = true;
        else picked = Math.min(picked, sign * (amounts?.[value] ?? 0));
      });
      if (picked === Infinity) continue;
      if (unpicked) further.push(picked);
      else {
        sum += picked;
        certain += 1;
      }
    }
    further.sort((a, b) => a - b);
    const fewest = certain > 0 ? Math.max(0, (least ?? 1) - certain) : 0;
    const greatest = Math.min(further.length, (most ?? variables.length) - certain);
    let best = fewest === 0 ? sum : Infinity;
    for (let count = 1; count <= greatest; count += 1) {
      sum += further[count - 1] ?? 0;
      if (count >= fewest && (certain > 0 || count >= (least ?? 1))) best = Math.min(best, sum);
    }
    return best === Infinity ? sum : best;
  };
  return {
    kind: 'add',
    variables: members.map(({ variable }) => variable),
    amount: (valueOf) => members.reduce((sum, { variable, amounts }) => sum + (amounts[valueOf(variable)] ?? 0), 0),
    range: (solver) => [lowest(solver, 1), -lowest(solver, -1)],
  };
}

const NO_COST: PartCost = { each: Exact.zero, once: Exact.zero };

/** What a part adds: another amount for each group of customers, as many times as it is taken. */
function partStep(model: Model, variable: number, counts: readonly number[], byGroup: readonly Exact[]): Step {
  const amounts = byGroup.map((amount) => amount.toApproximateNumber());
  return {
    kind: 'add',
    variables: new Set(amounts).size > 1 ? [variable, model.group] : [variable],
    amount: (valueOf) => (counts[valueOf(variable)] ?? 0) * (amounts[amounts.length > 1 ? valueOf(model.group) : 0] ?? 0),
  };
}

/** What formulas and bases are worked out from. */
function given(model: Model, valueOf: (variable: number) => number) {
  const { program } = model;
  const answers = answersFor(model, valueOf);
  const quantity = model.quantities[valueOf(model.quantity)] ?? 1;
  const group = model.groups[valueOf(model.group)] ?? null;
  const charged = chargedOf(program, { answers, quantity, group });
  const variant = findVariant(program, answers, group, []);
  return { answers, quantity, group, base: baseBefore(program, variant, charged), variant, charged };
}

function baseStep(model: Model): Step | null {
  const { program } = model;
  const { base, baseFormula } = program;
  const measured = base.measured?.kind === 'formula' ? formulaInputsOf(program, base.measured.index) : null;
  const formula = baseFormula === null ? null : formulaInputsOf(program, baseFormula);
  const indices = new Set([...(formula?.indices ?? program.stocked), ...(measured?.indices ?? []), ...(base.measured?.kind === 'choice' ? [base.measured.index] : [])]);
  const inputs: Inputs | null = inputsFor(model, indices, { quantity: (formula?.quantity ?? false) || (measured?.quantity ?? false), group: (formula?.group ?? false) || (measured?.group ?? false) });
  if (!inputs) return null;
  return {
    kind: 'add',
    variables: inputs.variables,
    amount(valueOf) {
      const inputs = given(model, valueOf);
      const run = program.formulas[baseFormula ?? -1];
      const amount = run ? resultOf(runFormula(run, inputs)) : baseLineOf(program, inputs.variant, inputs.charged)?.amount;
      return amount?.toApproximateNumber() ?? NaN;
    },
  };
}

type Compiled = NonNullable<Model['program']['choices'][number]['effects'][number]['amount']>;

/** @returns null where it depends on a choice of several */
function amountStep(model: Model, amount: Amount, compiled: Compiled, own: readonly number[], key: string): Step | null {
  const nothing = { base: Exact.zero, sum: Exact.zero, answers: [] };
  const { operation, counts } = kindOfAmount(amount);
  if (operation !== 'add') {
    const share = Number(amount.value) / HUNDRED;
    return { kind: operation, variables: own, amount: () => share };
  }
  if (counts === null) {
    const fixed = compiled(nothing).amount.toApproximateNumber();
    return { kind: 'add', variables: own, amount: () => fixed };
  }
  const target = model.program.indexOf.get(countedChoice(amount) ?? key);
  const inputs = target === undefined ? null : inputsFor(model, [target]);
  return inputs && {
    kind: 'add',
    variables: [...new Set([...own, ...inputs.variables])],
    amount: (valueOf) => compiled({ ...nothing, answers: answersFor(model, valueOf) }).amount.toApproximateNumber(),
  };
}

/** What a formula comes to under the values that are left: true, false, or null where it is not settled. */
function settled(formula: Formula, solver: Solver): boolean | null {
  if (formula.kind === 'is') return solver.isWithin(formula.variable, formula.values) ? true : solver.meets(formula.variable, formula.values) ? null : false;
  const decisive = formula.kind === 'any';
  let open = false;
  for (const part of formula.of) {
    const known = settled(part, solver);
    if (known === decisive) return decisive;
    open ||= known === null;
  }
  return open ? null : !decisive;
}

const plus = ([a, b]: Interval, [c, d]: Interval): Interval => [a + c, b + d];
const hull = ([a, b]: Interval, [c, d]: Interval): Interval => [Math.min(a, c), Math.max(b, d)];

function times([a, b]: Interval, [c, d]: Interval): Interval {
  const products = [a * c, a * d, b * c, b * d].map((product) => (Number.isNaN(product) ? 0 : product));
  return [Math.min(...products), Math.max(...products)];
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

/**
 * The goal of the lowest price, or of the highest: that of what is lowest when turned round.
 *
 * @param of whether the price of one item is meant, or what is paid for a whole order line
 */
export function priceGoal(model: Model, { base, steps, once }: PriceSteps, side: 'lowest' | 'highest', of: 'unit' | 'line' = 'unit'): Goal {
  const { space } = model;
  const sign = side === 'lowest' ? 1 : -1;
  const all = [base, ...steps, ...(of === 'line' ? once : [])];
  // A step of few variables is worked out once for all their values.
  const tables = new Map(all.map((step) => [step, step.range ? null : tabled(model, step)]));
  const amountOf = (step: Step, valueOf: (variable: number) => number) => tables.get(step)?.at(valueOf) ?? step.amount(valueOf);
  const rangeOf = (step: Step, solver: Solver): Interval => {
    if (step.range) return step.range(solver);
    const table = tables.get(step);
    return table ? table.range(solver) : waysLeft(step, solver) <= MOST_WAYS ? rangeByWays(step, solver) : [-Infinity, Infinity];
  };
  const total = (picked: ArrayLike<number>): number => {
    const valueOf = (variable: number) => picked[variable] ?? 0;
    const start = amountOf(base, valueOf);
    let sum = start;
    for (const step of steps) {
      if (step.when && !holdsFor(step.when, picked)) continue;
      const amount = amountOf(step, valueOf);
      sum = taken(step, [sum, sum], [start, start], [amount, amount])[0];
    }
    if (of === 'unit') return sum;
    return once.reduce((line, step) => (step.when && !holdsFor(step.when, picked) ? line : line + amountOf(step, valueOf)), sum * (model.quantities[valueOf(model.quantity)] ?? 1));
  };
  /** What is paid for a line, from what one item can cost. */
  const lineRange = (unit: Interval, solver: Solver): Interval => {
    const pieces = model.quantities.filter((_, value) => solver.has(model.quantity, value));
    return once.reduce<Interval>((line, step) => {
      const fires = step.when ? settled(step.when, solver) : true;
      if (fires === false) return line;
      const after = plus(line, rangeOf(step, solver));
      return fires ? after : hull(line, after);
    }, times(unit, [Math.min(...pieces), Math.max(...pieces)]));
  };
  const [low, high] = tables.get(base)?.whole ?? [0, 0];
  const middle = Number.isFinite(low + high) ? (low + high) / 2 : 0;
  return {
    costs: ownCosts(space.sizes, steps, middle, sign),
    bound(solver) {
      const start = rangeOf(base, solver);
      let sum = start;
      for (const step of steps) {
        const fires = step.when ? settled(step.when, solver) : true;
        if (fires === false) continue;
        const after = taken(step, sum, start, rangeOf(step, solver));
        sum = fires ? after : hull(sum, after);
      }
      const [least, most] = of === 'line' ? lineRange(sum, solver) : sum;
      return side === 'lowest' ? least : -most;
    },
    value(picked) {
      const sum = total(picked);
      return Number.isNaN(sum) ? Infinity : sign * sum;
    },
    *unsettled() {
      yield* base.variables;
      if (of === 'line') yield model.quantity;
      for (const step of all) if (step.variables.length > 1 && !step.range) yield* step.variables;
      for (const step of all) if (step.when) yield* variablesOf(step.when);
      for (const step of all) yield* step.variables;
    },
  };
}

/** What each value by itself makes a price dearer, as far as that can be told: it only guides which is tried first. */
function ownCosts(sizes: readonly number[], steps: readonly Step[], base: number, sign: number): (Float64Array | null)[] {
  const costs: (Float64Array | null)[] = sizes.map(() => null);
  const alone = (step: Step): Step[] => (step.range ? step.variables.map((variable) => ({ kind: step.kind, variables: [variable], amount: (valueOf) => step.amount((other) => (other === variable ? valueOf(other) : 0)) })) : [step]);
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

function waysLeft({ variables }: Step, solver: Solver): number {
  let ways = 1;
  for (const variable of variables) {
    let left = 0;
    for (let value = 0; value < (solver.space.sizes[variable] ?? 0); value += 1) if (solver.has(variable, value)) left += 1;
    ways *= left;
    if (ways > MOST_WAYS) return ways;
  }
  return ways;
}

function rangeByWays(step: Step, solver: Solver): Interval {
  let [low, high] = [Infinity, -Infinity];
  const left = (variable: number) => [...Array(solver.space.sizes[variable] ?? 0).keys()].filter((value) => solver.has(variable, value));
  eachCombination(step.variables, left, (values) => {
    const amount = step.amount((variable) => values.get(variable) ?? 0);
    if (Number.isNaN(amount)) return;
    low = Math.min(low, amount);
    high = Math.max(high, amount);
  });
  return low > high ? [-Infinity, Infinity] : [low, high];
}

interface Table {
  readonly whole: Interval;
  at(valueOf: (variable: number) => number): number;
  range(solver: Solver): Interval;
}

/** A step's amounts for all values of its variables; null where there are too many. */
function tabled({ space }: Model, step: Step): Table | null {
  const sizes = step.variables.map((variable) => space.sizes[variable] ?? 1);
  const ways = sizes.reduce((product, size) => product * size, 1);
  if (ways > MOST_TABLED) return null;
  const amounts = new Float64Array(ways);
  let place = 0;
  let [low, high] = [Infinity, -Infinity];
  eachCombination(step.variables, (variable) => Array(space.sizes[variable] ?? 1).keys(), (values) => {
    const amount = step.amount((variable) => values.get(variable) ?? 0);
    amounts[place] = amount;
    place += 1;
    if (Number.isNaN(amount)) return;
    low = Math.min(low, amount);
    high = Math.max(high, amount);
  });
  const whole: Interval = low > high ? [-Infinity, Infinity] : [low, high];
  const at = (valueOf: (variable: number) => number) => amounts[step.variables.reduce((index, variable, digit) => index * (sizes[digit] ?? 1) + valueOf(variable), 0)] ?? NaN;
  return {
    whole,
    at,
    range(solver) {
      if (ways === 1) return [amounts[0] ?? 0, amounts[0] ?? 0];
      const [only] = step.variables;
      if (step.variables.length === 1 && only !== undefined) {
        let [least, most] = [Infinity, -Infinity];
        for (let value = 0; value < ways; value += 1) {
          const amount = amounts[value] ?? NaN;
          if (Number.isNaN(amount) || !solver.has(only, value)) continue;
          if (amount < least) least = amount;
          if (amount > most) most = amount;
        }
        return least > most ? whole : [least, most];
      }
      return waysLeft(step, solver) <= MOST_WAYS ? rangeByWays({ ...step, amount: at }, solver) : whole;
    },
  };
}
