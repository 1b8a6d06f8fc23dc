import { formulaInputsOf, type FormulaProgram, type Program } from '../../compile';
import { type FormulaInputs } from '../../compile/formulas';
import { Exact } from '../../number';
import { boundsOf, readInputs, resultOf, runFormula } from '../../run';
import { type Answer } from '../../selection';
import { candidatesOf, QUANTITY, quantitiesOf } from './candidates';

/** Values at which something changes, by position of the choice; at -1 those of the quantity. */
export type Breakpoints = ReadonlyMap<number, readonly Exact[]>;

/** What something is worked out from is gone through in so many ways, and so many values at most are found. */
const MOST_WAYS = 60;
const MOST_FOUND = 80;
const MOST_BOUNDS = 3000;

const known = new WeakMap<Program, Map<string, Breakpoints>>();

/**
 * Finds where formulas begin to behave in another way as one answer changes: where a divisor is nothing, a root begins,
 * two sides of a comparison meet, steps go up. Where that follows from the answer by a straight line it is found
 * exactly; anything else is left to be looked for between.
 */
export function breakpointsOf(program: Program, today: string): Breakpoints {
  const byDay = known.get(program) ?? new Map<string, Breakpoints>();
  known.set(program, byDay);
  const before = byDay.get(today);
  if (before) return before;
  const found = new Map<number, Exact[]>();
  const add = (index: number, values: readonly Exact[]) => {
    const list = found.get(index) ?? [];
    found.set(
      index,
      [...list, ...values.filter((value) => !list.some((other) => other.equals(value)))].slice(0, MOST_FOUND),
    );
  };
  addCharged(program, add);
  addBreaks(program, add);
  program.formulas.forEach((formula, place) => addKinks(program, formula, place, today, add));
  for (const index of new Set([...(program.bounding?.least.keys() ?? []), ...(program.bounding?.most.keys() ?? [])]))
    add(index, boundsToLookAt(program, index, today));
  byDay.set(today, found);
  return found;
}

type Add = (index: number, values: readonly Exact[]) => void;

/** Where what is charged for a measure goes up by a step, or is more than the least. */
function addCharged({ base }: Program, add: Add): void {
  const { measured, charging } = base;
  if (measured?.kind !== 'choice' || !charging) return;
  const factor = (measured.factor ?? Exact.one).times(charging.withWaste ?? Exact.one);
  const { minimum, step } = charging;
  if (minimum) add(measured.index, [minimum.over(factor)]);
  if (step)
    add(
      measured.index,
      Array.from({ length: MOST_WAYS }, (_, count) => step.times(Exact.of(count + 1)).over(factor)),
    );
}

/** So many of an option on each piece are looked at. */
const MOST_OF_OPTION = 12;

/**
 * Where another price holds: from so many pieces on, or from so much of one piece on in the quantity that is given
 * first.
 */
function addBreaks({ base: { measured, charging }, breaks, defaultQuantity }: Program, add: Add): void {
  for (const { over, counting, steps } of breaks) {
    if (counting === 'graduated') continue;
    if (over === 'pieces')
      add(
        QUANTITY,
        steps.map(({ from }) => from),
      );
    // So many of an option on each piece reach a step with fewer pieces.
    else if (over === 'options')
      add(
        QUANTITY,
        steps.flatMap(({ from }) =>
          Array.from({ length: MOST_OF_OPTION }, (_, more) => Exact.of(from.over(Exact.of(more + 1)).ceiling())),
        ),
      );
    else if (measured?.kind === 'choice' && !charging)
      add(
        measured.index,
        steps.map(({ from }) => from.over((measured.factor ?? Exact.one).times(Exact.of(defaultQuantity)))),
      );
  }
}

/** An answer of which nothing matters but its value. */
const ofValue = (value: Exact): Answer => ({
  canonical: '',
  shown: '',
  option: null,
  value,
  characters: 0,
  charactersWithoutSpaces: 0,
  picks: [],
});

function addKinks(program: Program, formula: FormulaProgram, place: number, today: string, add: Add): void {
  // Rates that change with the number are another formula from there on.
  for (const { name, steps } of formula.inputs) if (steps && formula.compiled.uses.has(name)) add(QUANTITY, steps);
  const { indices, quantity, group } = formulaInputsOf(program, place);
  const typed = [...indices].filter((index) => isTyped(program, index));
  const groups = group ? [null, ...new Set(formula.inputs.flatMap((input) => input.groups ?? []))] : [null];
  for (const varied of [...typed, ...(quantity ? [QUANTITY] : [])]) {
    const samples = samplesOf(program, varied, today);
    if (samples.length < 3) continue;
    const others = [...indices].filter((index) => index !== varied);
    let ways = 0;
    eachWay(program, others, quantity && varied !== QUANTITY, today, (answers, pieces) => {
      for (const who of groups) {
        ways += 1;
        if (ways > MOST_WAYS) return;
        const given = (value: Exact): FormulaInputs => ({
          answers: varied === QUANTITY ? answers : answers.with(varied, ofValue(value)),
          base: program.base.price,
          quantity: varied === QUANTITY ? Number(value.floor()) : pieces,
          group: who,
        });
        add(
          varied,
          rootsOf(samples, (value) => kinksAt(program, formula, place, given(value))),
        );
      }
    });
  }
}

const isTyped = ({ product }: Program, index: number) =>
  product.choices[index]?.kind === 'measure' || product.choices[index]?.kind === 'number';

/** Values between which an answer lies, as far as they are known; none where every answer is looked at anyway. */
function samplesOf(program: Program, index: number, today: string): Exact[] {
  if (index === QUANTITY) {
    const cells = quantitiesOf(program, []);
    return cells.some(({ low, high }) => low !== high) ? cells.map(({ at }) => Exact.of(at)) : [];
  }
  const list = candidatesOf(program, index, today, [])?.list ?? [];
  if (!list.some(({ ends }) => ends)) return [];
  // Nothing at all is where divisors are nothing: it tells nothing of a straight line.
  return list.flatMap(({ answer }) => answer?.value ?? []).sort((a, b) => a.compare(b));
}

type Kinks = readonly { readonly value: Exact | null; readonly at: 'nothing' | 'wholes' | 'halves' }[];

function kinksAt(program: Program, formula: FormulaProgram, place: number, given: FormulaInputs): Kinks {
  const values = readInputs(formula, given);
  if (!values) return [];
  const { measured, charging } = program.base;
  const own = formula.compiled.kinks(values);
  const { kind } = formula.serves;
  const result = resultOf(runFormula(formula, given));
  // What may not be below nothing changes there, too.
  const end: Kinks = kind === 'draw' || kind === 'weight' || kind === 'base' ? [{ value: result, at: 'nothing' }] : [];
  if (measured?.kind !== 'formula' || measured.index !== place || !charging) return [...own, ...end];
  const charged = result?.times(measured.factor ?? Exact.one).times(charging.withWaste ?? Exact.one) ?? null;
  return [
    ...own,
    ...end,
    ...(charging.minimum ? [{ value: charged && charged.minus(charging.minimum), at: 'nothing' as const }] : []),
    ...(charging.step ? [{ value: charged && charged.over(charging.step), at: 'wholes' as const }] : []),
  ];
}

/** Where kinks that follow from a value by a straight line pass nothing, or whole numbers. */
function rootsOf(samples: readonly Exact[], kinksOf: (value: Exact) => Kinks): Exact[] {
  const seen = samples.map((value) => ({ value, kinks: kinksOf(value) }));
  const [first, last] = [samples[0] ?? Exact.zero, samples.at(-1) ?? Exact.zero];
  const count = Math.max(...seen.map(({ kinks }) => kinks.length));
  return Array.from({ length: count }, (_, kink) => {
    const points = seen.flatMap(({ value, kinks }) => {
      const reached = kinks[kink]?.value;
      return reached ? [{ value, reached }] : [];
    });
    const [one, other, third] = points;
    const at = seen.find(({ kinks }) => kinks[kink])?.kinks[kink]?.at;
    if (!one || !other || !third || !at) return [];
    const slope = other.reached.minus(one.reached).over(other.value.minus(one.value));
    const line = (value: Exact) => one.reached.plus(slope.times(value.minus(one.value)));
    if (slope.sign() === 0 || !points.every(({ value, reached }) => line(value).equals(reached))) return [];
    const where = (reached: Exact) => one.value.plus(reached.minus(one.reached).over(slope));
    if (at === 'nothing') return [where(Exact.zero)];
    const shift = at === 'halves' ? Exact.of(1, 2) : Exact.zero;
    const [low, high] = [line(first), line(last)].sort((a, b) => a.compare(b));
    if (!low || !high) return [];
    const from = low.minus(shift).ceiling();
    const steps = high.minus(shift).floor() - from;
    return steps >= 0n && steps < BigInt(MOST_WAYS)
      ? Array.from({ length: Number(steps) + 1 }, (__, step) => where(Exact.of(from).plus(Exact.of(step)).plus(shift)))
      : [];
  }).flat();
}

/** Goes through the ways in which some choices can be answered together. */
function eachWay(
  program: Program,
  indices: readonly number[],
  withQuantity: boolean,
  today: string,
  take: (answers: (Answer | null)[], quantity: number) => void,
): void {
  const lists = indices.map((index) => candidatesOf(program, index, today, [])?.list ?? []);
  const quantities = withQuantity ? quantitiesOf(program, []).map(({ at }) => at) : [program.defaultQuantity];
  const answers: (Answer | null)[] = program.choices.map(() => null);
  let left = MOST_BOUNDS;
  const visit = (place: number): void => {
    const index = indices[place];
    if (index === undefined) {
      for (const quantity of quantities) if ((left -= 1) >= 0) take([...answers], quantity);
      return;
    }
    for (const { answer } of lists[place] ?? []) {
      if (left < 0) return;
      answers[index] = answer;
      visit(place + 1);
    }
  };
  visit(0);
}

/** Where a formula bounds a measure, its bounds are looked at beside the ends of the measure. */
function boundsToLookAt(program: Program, index: number, today: string): Exact[] {
  const { bounding, formulas } = program;
  const bounds = [bounding?.least.get(index), bounding?.most.get(index)].filter((formula) => formula !== undefined);
  const used = [...new Set(bounds.flatMap((formula) => formulas[formula]?.uses ?? []))].filter(
    (other) => other !== index,
  );
  const found: Exact[] = [];
  eachWay(
    program,
    used,
    bounds.some((formula) => formulaInputsOf(program, formula).quantity),
    today,
    (answers, quantity) => {
      const { least, most } = boundsOf(program, { answers, base: null, quantity, group: null }).get(index) ?? {};
      for (const value of [least, most]) if (value && !found.some((other) => other.equals(value))) found.push(value);
    },
  );
  return found;
}
