import { amountsOf } from '../../catalog';
import { type AddOnProgram, formulaInputsOf } from '../../compile';
import { type ItemEffect } from '../../compile/product-rules';
import { type Solver } from '../../constraints';
import { type Range } from '../../formula';
import { Exact } from '../../number';
import { type Amount, type AmountProgram, countedChoice, kindOfAmount } from '../../pricing';
import {
  baseLineOf,
  baseRange,
  chargedRange,
  findVariant,
  formulaRange,
  type CostAlong,
  runFor,
  resolveAddOn,
  resultOf,
  runFormula,
} from '../../run';
import { baseBreaksOf, breaksOfAll, brokenStep, rangeWithBreaks, readBy, withBreaks } from './breaks';
import {
  answersFor,
  askedUnder,
  endsOfInputs,
  givenUnder,
  inputsFor,
  inputsOfFormula,
  isWide,
  type Side,
  type ValueOf,
} from '../model/inputs';
import { type Model, type ModelledChoice } from '../model/model';
import { type OwnBase } from './kit-base';
import { type Interval, spanOf, type Step } from './price-step';

/** What a price is worked out from, in the order of pricing; null where that is not known in single variables. */
export interface PriceSteps extends OwnBase {
  readonly steps: readonly Step[];
  /** what is paid once for an order line */
  readonly once: readonly Step[];
}

const HUNDRED = 100;
const SIDES: readonly Side[] = ['low', 'high'];

const intervalOf = ({ low, high }: Range): Interval => [
  low?.toApproximateNumber() ?? -Infinity,
  high?.toApproximateNumber() ?? Infinity,
];

const ordered = (one: number, other: number): Interval => (one <= other ? [one, other] : [other, one]);

const known = new WeakMap<Model, PriceSteps | null>();

/**
 * Takes a product's pricing apart into steps, once for each model. @returns null where it depends on more than can be
 * told apart
 */
export function priceSteps(model: Model): PriceSteps | null {
  const before = known.get(model);
  if (before !== undefined) return before;
  const steps = stepsOf(model);
  known.set(model, steps);
  return steps;
}

type Place = (step: Step, per: 'unit' | 'line') => void;

function stepsOf(model: Model): PriceSteps | null {
  const own = ownBase(model);
  if (!own) return null;
  const steps: Step[] = [];
  const once: Step[] = [];
  // What is taken along: added anew where a set price leaves it on top.
  const along: Step[] = [];
  const place: Place = (step, per) => void (per === 'line' ? once : steps).push(step);
  const told = model.program.priceSteps.every((step): boolean => {
    switch (step.kind) {
      case 'choice':
        return choiceSteps(model, step.choice, place);
      case 'addOn':
        along.push(...alongSteps(model, step.addOn, place));
        return true;
      case 'formula': {
        const made = formulaStep(model, step.formula);
        if (made) place(made, 'unit');
        return made !== null;
      }
      case 'rule':
        return ruleSteps(model, step.effect, along, place);
    }
  });
  const ofAll = breaksOfAll(model);
  if (!told || ofAll === null) return null;
  if (ofAll) place(ofAll, 'unit');
  return { ...own, steps, once };
}

/** What is taken along adds, and what is paid once for it. @returns what it adds for each */
function alongSteps(model: Model, addOn: AddOnProgram, place: Place): Step[] {
  const choice = model.choices[addOn.choice];
  if (!choice) return [];
  const costs = model.groups.map(
    (group) => resolveAddOn(addOn, runFor({ today: model.today, group })).price ?? NO_COST,
  );
  const step = (times: (count: number) => number, of: keyof CostAlong) =>
    partStep(
      model,
      choice,
      times,
      costs.map((cost) => cost[of]),
    );
  const each = step((count) => count, 'each');
  place(each, 'unit');
  place(
    step((count) => Math.min(count, 1), 'once'),
    'line',
  );
  return [each];
}

/** What a formula adds; null where it follows from more than can be told apart. */
function formulaStep(model: Model, position: number): Step | null {
  const formula = model.program.formulas[position];
  const inputs = inputsOfFormula(model, position);
  if (!formula || !inputs) return null;
  return {
    kind: 'add',
    variables: inputs.variables,
    amount: (valueOf) => resultOf(runFormula(formula, givenUnder(model, valueOf)))?.toApproximateNumber() ?? 0,
    span(valueOf) {
      const range = formulaRange(formula, ...endsOfInputs(model, valueOf));
      return range === null || range === 'stops' ? [0, 0] : intervalOf(range);
    },
  };
}

/** What a rule sets or adds. @returns false where that follows from more than can be told apart */
function ruleSteps(
  model: Model,
  { rule, effect, amount, setPrice, addOnsOnTop }: ItemEffect,
  along: readonly Step[],
  place: Place,
): boolean {
  const when = model.fires[rule];
  if (setPrice) {
    place({ kind: 'set', variables: [], amount: () => setPrice.toApproximateNumber(), when }, 'unit');
    if (addOnsOnTop) for (const taken of along) place({ ...taken, when }, 'unit');
  }
  if (!amount || effect.kind !== 'amount') return true;
  const added = amountStep(model, effect.amount, amount, [], '');
  if (added) place({ ...added, when }, kindOfAmount(effect.amount).per);
  return added !== null;
}

/** What an effect adds, as a step, and how many of it each value of its variable picks. */
interface Picked {
  readonly step: Step;
  readonly per: 'unit' | 'line';
  readonly counts: readonly Record<Side, number>[];
}

/** The steps of what is picked of a choice. @returns false where they depend on more than can be told apart */
function choiceSteps(model: Model, index: number, place: Place): boolean {
  const choice = model.choices[index];
  const definition = model.program.product.choices[index];
  if (!choice || !definition) return true;
  // Of several, so many are picked at least and so many at most: together they come to less than each by itself.
  const together: Step[] = [];
  // A share of the sum is taken of what stands before it: there the order of options matters.
  const inAnyOrder = amountsOf(definition).every(
    (amount) => !amount || kindOfAmount(amount).operation !== 'shareOfSum',
  );
  for (const own of choice.variables) {
    // All options of a choice are one step, so that what it can come to at least is known: only one of them is picked.
    const effects = new Set(own.values.flatMap(({ answer }) => answer?.picks.map(({ effect }) => effect) ?? []));
    const alike = new Map<string, Picked[]>();
    for (const effect of effects) {
      const picked = pickedStep(model, index, own, effect);
      if (picked === null) return false;
      if (!picked) continue;
      const kind = `${picked.step.kind} ${picked.per}`;
      alike.set(kind, [...(alike.get(kind) ?? []), picked]);
    }
    for (const list of alike.values()) {
      const [first] = list;
      if (!first) continue;
      const step = oneOfThese(own.variable, list, first.step.kind);
      const isOneOfSeveral =
        definition.kind === 'several' && inAnyOrder && step.kind === 'add' && step.variables.length === 1;
      if (isOneOfSeveral && first.per === 'unit') together.push(step);
      else place(step, first.per);
    }
  }
  if (together.length > 0) place(sumOfSeveral(model, choice, together), 'unit');
  return true;
}

/**
 * What one effect of a choice adds; undefined for nothing, null where that follows from more than can be told apart.
 */
function pickedStep(
  model: Model,
  index: number,
  { variable, values }: ModelledChoice['variables'][number],
  effect: number,
): Picked | undefined | null {
  const definition = model.program.product.choices[index];
  const { amount: compiled, breaks } = model.program.choices[index]?.effects[effect] ?? {};
  const amount = definition && amountsOf(definition)[effect];
  if (!compiled || !amount) return undefined;
  const counts = values.map((candidate) => countsOf(candidate, effect));
  const stepOf = (given: AmountProgram) => amountStep(model, amount, given, [variable], definition.key);
  const usual = stepOf(compiled);
  const step =
    usual && breaks
      ? brokenStep(model, usual, breaks, (valueOf, side) => counts[valueOf(variable)]?.[side] ?? 0, stepOf)
      : usual;
  return step && { step, per: kindOfAmount(amount).per, counts };
}

/** Effects of which one is picked at most, as one step. */
function oneOfThese(variable: number, list: readonly Picked[], kind: Step['kind']): Step {
  const picked = (valueOf: ValueOf) => list.filter(({ counts }) => (counts[valueOf(variable)]?.at ?? 0) > 0);
  const keepsEnds = list.every(
    ({ step, counts }) => step.atEnds && counts.every(({ low, high }) => low === high && low <= 1),
  );
  return {
    kind,
    variables: [...new Set(list.flatMap(({ step }) => step.variables))],
    amount: (valueOf) =>
      picked(valueOf).reduce(
        (sum, { step, counts }) => sum + (counts[valueOf(variable)]?.at ?? 0) * step.amount(valueOf),
        0,
      ),
    span: (valueOf) =>
      picked(valueOf).reduce<Interval>(
        ([low, high], { step, counts }) => {
          const { low: fewest = 0, high: greatest = 0 } = counts[valueOf(variable)] ?? {};
          const each = spanOf(step, valueOf);
          const products = [fewest, greatest].flatMap((count) => each.map((amount) => count * amount));
          return [low + Math.min(...products), high + Math.max(...products)];
        },
        [0, 0],
      ),
    ...(keepsEnds && {
      atEnds: (valueOf: ValueOf) =>
        picked(valueOf).reduce<Interval>(
          ([low, high], { step }) => sumOfEnds([low, high], step.atEnds?.(valueOf)),
          [0, 0],
        ),
    }),
  };
}

const sumOfEnds = ([low, high]: Interval, [more, most]: Interval = [0, 0]): Interval => [low + more, high + most];

/** How many of an effect a candidate picks, of what is looked at and at its ends. */
function countsOf(
  { answer, ends }: ModelledChoice['variables'][number]['values'][number],
  effect: number,
): Record<Side, number> {
  const count = (given: typeof answer | undefined) => given?.picks.find((pick) => pick.effect === effect)?.count ?? 0;
  return { at: count(answer), low: count(ends?.low ?? answer), high: count(ends?.high ?? answer) };
}

/** The options of a choice of several as one step, whose range knows how many may be picked. */
function sumOfSeveral({ space, program }: Model, { index, variables }: ModelledChoice, steps: readonly Step[]): Step {
  const definition = program.product.choices[index];
  const { least, most } = definition?.kind === 'several' ? definition : { least: null, most: null };
  const members = steps.map(({ variables: [variable = 0], amount }) => ({
    variable,
    amounts: Float64Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => amount(() => value)),
  }));
  const spans = new Map(
    steps.map((step) => [
      step.variables[0] ?? 0,
      Array.from({ length: space.sizes[step.variables[0] ?? 0] ?? 0 }, (_, value) => spanOf(step, () => value)),
    ]),
  );
  /** the least that the options come to, of amounts turned round for the most */
  const lowest = (solver: Solver, sign: 1 | -1): number => {
    let [sum, certain] = [0, 0];
    const further: number[] = [];
    for (const { variable, values } of variables) {
      const own = spans.get(variable);
      let [picked, unpicked] = [Infinity, false];
      values.forEach(({ raw }, value) => {
        if (!solver.has(variable, value)) return;
        if (raw === null) unpicked = true;
        else picked = Math.min(picked, sign * (own?.[value]?.[sign === 1 ? 0 : 1] ?? 0));
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

const NO_COST: CostAlong = { each: Exact.zero, once: Exact.zero };

/** What a part adds: another amount for each group of customers, as many times as it is taken. */
export function partStep(
  model: Model,
  { variables: [only] }: ModelledChoice,
  times: (count: number) => number,
  byGroup: readonly Exact[],
): Step {
  const amounts = byGroup.map((amount) => amount.toApproximateNumber());
  const differ = new Set(amounts).size > 1;
  const { variable = 0, values = [] } = only ?? {};
  const counts = values.map((candidate) => countsOf(candidate, 0));
  const at = (valueOf: ValueOf, side: Side) =>
    times(counts[valueOf(variable)]?.[side] ?? 0) * (amounts[differ ? valueOf(model.group) : 0] ?? 0);
  return {
    kind: 'add',
    variables: differ ? [variable, model.group] : [variable],
    amount: (valueOf) => at(valueOf, 'at'),
    span: (valueOf) => ordered(at(valueOf, 'low'), at(valueOf, 'high')),
  };
}

/** What a price begins with; null where that is not known in single variables. */
function ownBase(model: Model): OwnBase | null {
  const { base: own, kit, variants } = model.program;
  const base = baseStep(model, true);
  if (!base) return null;
  if (!kit || kit.terms.isOwn) return { base };
  // A price that a list names for a variant takes the place of what its parts cost.
  if ([...variants.values()].some(({ breaks, listed }) => breaks !== null || listed?.isNamed)) return null;
  const { breaks } = own;
  if (!breaks || breaks.gives === 'percentOfAll') return { base };
  const unbroken = baseStep(model, false);
  return breaks.over === 'pieces' && unbroken ? { base, whole: { own: unbroken, breaks } } : null;
}

/** The own base price. @param isBroken whether its breaks are in it */
function baseStep(model: Model, isBroken: boolean): Step | null {
  const { program } = model;
  // Of a kit that costs what its parts do, it comes to that, less what they cost less together.
  const terms = program.kit && !program.kit.terms.isOwn ? program.kit.terms : null;
  const none = terms ? Exact.zero : null;
  const { base, baseFormula } = program;
  const measured = base.measured?.kind === 'formula' ? formulaInputsOf(program, base.measured.index) : null;
  const formula = baseFormula === null ? null : formulaInputsOf(program, baseFormula);
  const indices = new Set([
    ...(formula?.indices ?? program.stocked),
    ...(measured?.indices ?? []),
    ...(base.measured?.kind === 'choice' ? [base.measured.index] : []),
  ]);
  const ofBase = isBroken ? baseBreaksOf(program).ofBase : [];
  const broken = ofBase.length > 0 ? readBy(program, ofBase) : null;
  const inputs = inputsFor(model, [...indices, ...(broken?.indices ?? []), ...(broken ? program.stocked : [])], {
    quantity: (formula?.quantity ?? false) || (measured?.quantity ?? false) || (broken?.quantity ?? false),
    group: (formula?.group ?? false) || (measured?.group ?? false) || (broken?.group ?? false),
    parts: [...(formula?.parts ?? []), ...(measured?.parts ?? [])],
  });
  if (!inputs) return null;
  const run = program.formulas[baseFormula ?? -1];
  const lessOf = ({ low, high }: Range): Range =>
    terms ? { low: low && low.minus(terms.less), high: high && high.minus(terms.less) } : { low, high };
  const span = (valueOf: ValueOf): Interval => {
    const [low, high] = endsOfInputs(model, valueOf);
    const range = run
      ? formulaRange(run, low, high)
      : baseRange(
          program,
          findVariant(program, low.answers, askedUnder(model, valueOf), []),
          chargedRange(program, low, high),
        );
    const own = range === null || range === 'stops' ? none && { low: none, high: none } : range;
    if (!own) return [NaN, NaN];
    const less = lessOf(own);
    return intervalOf(broken ? rangeWithBreaks(model, less, valueOf) : less);
  };
  return {
    kind: 'add',
    variables: inputs.variables,
    amount(valueOf) {
      const given = givenUnder(model, valueOf);
      const own =
        (run ? resultOf(runFormula(run, given)) : baseLineOf(program, given.variant, given.charged)?.amount) ?? none;
      const amount = own && terms ? own.minus(terms.less) : own;
      return (broken && amount ? withBreaks(model, amount, given) : amount)?.toApproximateNumber() ?? NaN;
    },
    span,
    // What is charged as it is measured rises evenly.
    ...(!run && !broken && base.measured?.kind === 'choice' && !base.charging && inputs.variables.length === 1
      ? { atEnds: span }
      : {}),
  };
}

type Compiled = NonNullable<Model['program']['choices'][number]['effects'][number]['amount']>;

/** @returns null where it depends on a choice of several */
function amountStep(
  model: Model,
  amount: Amount,
  compiled: Compiled,
  own: readonly number[],
  key: string,
): Step | null {
  const nothing = { base: Exact.zero, sum: Exact.zero, answers: [] };
  const { operation, counts } = kindOfAmount(amount);
  if (operation !== 'add') {
    const share = Number(amount.value) / HUNDRED;
    return { kind: operation, variables: own, amount: () => share };
  }
  if (counts === null) {
    const fixed = compiled(nothing).amount.toApproximateNumber();
    return { kind: 'add', variables: own, amount: () => fixed, atEnds: () => [fixed, fixed] };
  }
  const target = model.program.indexOf.get(countedChoice(amount) ?? key);
  const inputs = target === undefined ? null : inputsFor(model, [target]);
  if (!inputs) return null;
  const at = (valueOf: ValueOf, side: Side) =>
    compiled({ ...nothing, answers: answersFor(model, valueOf, side) }).amount.toApproximateNumber();
  const atEnds = (valueOf: ValueOf): Interval => {
    const [low = 0, high = 0] = SIDES.map((side) => at(valueOf, side));
    return [low, high];
  };
  return {
    kind: 'add',
    variables: [...new Set([...own, ...inputs.variables])],
    amount: (valueOf) => at(valueOf, 'at'),
    span: (valueOf) => (isWide(model, inputs.variables, valueOf) ? ordered(...atEnds(valueOf)) : atEnds(valueOf)),
    atEnds,
  };
}
