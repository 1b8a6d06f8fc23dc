import { formulaInputsOf, type FormulaProgram, type Program } from '../../compile';
import { anyOf, type Formula } from '../../constraints';
import { type Problem } from '../../problems';
import { answerUnit, boundProblem, boundsOf, formulaOutcomes, formulaRange, resultOf, runFormula } from '../../run';
import {
  answersFor,
  eachCombination,
  endsOfInputs,
  givenUnder,
  groupAt,
  heldUnder,
  type Inputs,
  inputsFor,
  inputsOfFormula,
  isWide,
  quantityAt,
  type ValueOf,
} from './inputs';
import { type Gap, type ModelDraft } from './model';

/** Formulas are gone through for so many combinations of what they are worked out from. */
const MOST_COMBINATIONS = 3000;
const MOST_FORBIDDEN = 400;

/** Whether all that values stand for is refused, as far as one of it is. */
interface Refusal {
  readonly isWrong: (valueOf: ValueOf) => boolean;
  readonly isAllWrong: (valueOf: ValueOf) => boolean;
}

/** The formulas that bound a choice's answer, by position. */
const boundingFormulas = ({ bounding }: Program, index: number): number[] =>
  [bounding?.least.get(index), bounding?.most.get(index)].filter((formula) => formula !== undefined);

/**
 * Forbids the answers with which a formula can't be worked out, or with which a measure is outside of what a formula
 * allows. Of what stands for many answers, the inner model forbids all that are refused as they are looked at, the
 * outer one only what is refused whatever of it is answered.
 */
export function constrainFormulas(
  model: ModelDraft,
  side: 'inner' | 'outer',
): { gaps: Gap[]; isUnsettled: boolean; refused: ((valueOf: ValueOf) => boolean)[] } {
  const { program, space } = model;
  const gaps: Gap[] = [];
  const refused: ((valueOf: ValueOf) => boolean)[] = [];
  let isUnsettled = false;
  const forbid = (title: string, inputs: Inputs | null, { isWrong, isAllWrong }: Refusal, isSafe = false) => {
    const leaveOpen = () => {
      gaps.push({ kind: 'formulaTooWide', title });
      refused.push(isWrong);
    };
    if (!inputs || inputs.combinations > MOST_COMBINATIONS) return isSafe ? undefined : leaveOpen();
    const wrong: Formula[] = [];
    eachCombination(
      inputs.variables,
      (variable) => Array(space.sizes[variable] ?? 0).keys(),
      (values) => {
        if (wrong.length > MOST_FORBIDDEN) return;
        const valueOf = (variable: number) => values.get(variable) ?? 0;
        if (!isWrong(valueOf)) return;
        if (isWide(model, inputs.variables, valueOf) && !isAllWrong(valueOf)) {
          isUnsettled = true;
          if (side === 'outer') return;
        }
        wrong.push(anyOf(...[...values].map(([variable, value]) => space.is(variable, (other) => other !== value))));
      },
    );
    if (wrong.length > MOST_FORBIDDEN) leaveOpen();
    else wrong.forEach((formula) => space.require(formula));
  };
  program.formulas.forEach((formula, place) => {
    if (formula.target !== null) return;
    // A kit that costs what its parts do has a price without one of its own.
    const isBase = program.baseFormula === place && program.kit?.terms.isOwn !== false;
    const inputs = inputsOfFormula(model, place);
    forbid(formula.title, inputs, formulaRefusal(model, formula, isBase), !isBase && neverStops(formula));
  });
  for (const index of new Set([...(program.bounding?.least.keys() ?? []), ...(program.bounding?.most.keys() ?? [])])) {
    const needs = boundingFormulas(program, index).map((formula) => formulaInputsOf(program, formula));
    const inputs = inputsFor(model, [index, ...needs.flatMap(({ indices }) => [...indices])], {
      quantity: needs.some(({ quantity }) => quantity),
      group: needs.some(({ group }) => group),
      parts: needs.flatMap(({ parts }) => [...parts]),
    });
    forbid(program.choices[index]?.title ?? '', inputs, boundRefusal(model, index));
  }
  constrainMeasured(model, forbid);
  return { gaps, isUnsettled, refused };
}

/**
 * A formula that can't be worked out, or comes to less than nothing where it must not. @param isBase whether it gives
 * the base price
 */
function formulaRefusal(model: ModelDraft, formula: FormulaProgram, isBase: boolean): Refusal {
  const one = { formulas: [formula] };
  return {
    isWrong(valueOf) {
      const problems: Problem[] = [];
      const given = givenUnder(model, valueOf);
      formulaOutcomes(one, given, problems);
      // Without a base price nothing is sold.
      return problems.length > 0 || (isBase && resultOf(runFormula(formula, given)) === null);
    },
    isAllWrong(valueOf) {
      const range = formulaRange(formula, ...endsOfInputs(model, valueOf));
      const { kind } = formula.serves;
      if (range === null) return isBase;
      return (
        range === 'stops' ||
        ((kind === 'draw' || kind === 'weight' || kind === 'base') && range.high !== null && range.high.sign() < 0)
      );
    },
  };
}

/** Whether a formula can be worked out, and comes to nothing less than nothing, whatever is answered. */
function neverStops({ compiled, inputs, serves: { kind } }: FormulaProgram): boolean {
  if (compiled.canStop) return false;
  const mayBeNegative = kind !== 'draw' && kind !== 'weight';
  const { low } = compiled.range(inputs.map(({ range }) => range ?? null)) ?? { low: null };
  return mayBeNegative || (low !== null && low.sign() >= 0);
}

function boundRefusal(model: ModelDraft, index: number): Refusal {
  const { program } = model;
  return {
    isWrong(valueOf) {
      const answers = answersFor(model, valueOf);
      const bounds = boundsOf(program, {
        answers,
        base: null,
        quantity: quantityAt(model, valueOf),
        group: groupAt(model, valueOf),
        held: heldUnder(model, valueOf),
      }).get(index);
      return bounds !== undefined && boundProblem(program, index, answers[index] ?? null, bounds) !== null;
    },
    isAllWrong(valueOf) {
      const [low, high] = endsOfInputs(model, valueOf);
      const [least, most] = [low.answers[index]?.value, high.answers[index]?.value];
      if (!least || !most) return false;
      const rangeOf = (formulas: ReadonlyMap<number, number> | undefined) => {
        const formula = program.formulas[formulas?.get(index) ?? -1];
        const range = formula ? formulaRange(formula, low, high) : null;
        return range === 'stops' ? null : range;
      };
      const { factor } = answerUnit(program, index);
      const [atLeast, atMost] = [rangeOf(program.bounding?.least), rangeOf(program.bounding?.most)];
      return (atLeast?.low?.over(factor).isMore(most) ?? false) || (atMost?.high?.over(factor).isLess(least) ?? false);
    },
  };
}

/** What is sold by a formula's measure has no price while that can't be worked out. */
function constrainMeasured(
  model: ModelDraft,
  forbid: (title: string, inputs: Inputs | null, refusal: Refusal) => void,
): void {
  const { program } = model;
  const { measured } = program.base;
  if (measured?.kind !== 'formula' || program.baseFormula !== null) return;
  const formula = program.formulas[measured.index];
  forbid(formula?.title ?? '', inputsOfFormula(model, measured.index), {
    isWrong: (valueOf) => givenUnder(model, valueOf).charged === null,
    isAllWrong(valueOf) {
      const range = formula ? formulaRange(formula, ...endsOfInputs(model, valueOf)) : null;
      return range === null || range === 'stops' || (range.high !== null && range.high.sign() < 0);
    },
  });
}
