import { type AnswerContext, limitProblem, numberLimits } from '../../catalog';
import { type FormulaInputs } from '../../compile/formulas';
import { type ChoiceProgram, type Program } from '../../compile/program';
import { Exact } from '../../number';
import { problem, type Problem } from '../../problems';
import { formatQuantity, requireUnit, type Unit, unitByCode } from '../../quantity';
import { type Ruling } from '../../rules';
import { type Answer, atChoice } from '../../selection';
import { resultOf, runFormula } from './run-formula';

/** The least and the most that formulas allow, in the choice's own unit. */
export interface Bounds {
  readonly least: Exact | null;
  readonly most: Exact | null;
  readonly unit: Unit;
}

/** The unit that a measure or number is answered in. */
export function answerUnit(program: Program, index: number): Unit {
  const choice = program.product.choices[index];
  return (choice?.kind === 'measure' ? unitByCode(choice.unit) : undefined) ?? requireUnit('1');
}

/** Bounds narrowed by those of a rule. */
export function narrowed(
  program: Program,
  index: number,
  bounds: Bounds | undefined,
  { least, most }: Pick<Ruling, 'least' | 'most'>,
): Bounds {
  const { least: low = null, most: high = null, unit = answerUnit(program, index) } = bounds ?? {};
  return {
    least: least && (!low || least.value.isMore(low)) ? least.value : low,
    most: most && (!high || most.value.isLess(high)) ? most.value : high,
    unit,
  };
}

function valueOf(
  program: Program,
  formulas: ReadonlyMap<number, number>,
  index: number,
  inputs: FormulaInputs,
): Exact | null {
  const formula = program.formulas[formulas.get(index) ?? -1];
  const value = formula ? resultOf(runFormula(formula, inputs)) : null;
  return value && value.over(answerUnit(program, index).factor);
}

/** The answer that a formula gives in the place of one; null when it can't be worked out or would be refused. */
export function defaultByFormula(
  program: Program,
  { reader }: ChoiceProgram,
  index: number,
  inputs: FormulaInputs,
  reading: AnswerContext,
): Answer | null {
  const value = program.bounding && valueOf(program, program.bounding.defaults, index, inputs);
  return value ? reader.read(value.toString(), [], reading) : null;
}

/** What formulas allow for each choice that they bound. */
export function boundsOf(program: Program, inputs: FormulaInputs): Map<number, Bounds> {
  const bounds = new Map<number, Bounds>();
  const { bounding } = program;
  if (!bounding) return bounds;
  for (const index of new Set([...bounding.least.keys(), ...bounding.most.keys()])) {
    const unit = answerUnit(program, index);
    bounds.set(index, {
      least: valueOf(program, bounding.least, index, inputs),
      most: valueOf(program, bounding.most, index, inputs),
      unit,
    });
  }
  return bounds;
}

/** What is wrong with an answer beside the bounds that formulas set. */
export function boundProblem(
  program: Program,
  index: number,
  answer: Answer | null,
  { least, most, unit }: Bounds,
): Problem | null {
  const choice = program.product.choices[index];
  if (!answer?.value || !choice || (choice.kind !== 'measure' && choice.kind !== 'number')) return null;
  const own = choice.kind === 'number' ? numberLimits(choice) : choice;
  const step = own.step === null ? null : Exact.parse(own.step);
  const write = (value: Exact) => (choice.kind === 'number' ? value.toString() : formatQuantity({ value, unit }));
  // Steps stay where the choice itself begins to count; the bound that a formula sets may lie between two of them.
  const origin = (own.min === null ? null : Exact.parse(own.min)) ?? Exact.zero;
  const onStep = (value: Exact, side: 'floor' | 'ceiling') =>
    step && step.sign() > 0 ? origin.plus(step.times(Exact.of(value.minus(origin).over(step)[side]()))) : value;
  const limits = { min: least && onStep(least, 'ceiling'), max: most && onStep(most, 'floor'), step: null };
  const fault = limitProblem(answer.value, limits, choice.title, write);
  return fault && problem(atChoice(choice.key), fault);
}
