import { type FormulaInputs, type FormulaOutcome } from '../../compile/formulas';
import { type Program } from '../../compile/program';
import { problem, type Problem } from '../../problems';
import { AT_ITEM } from '../../selection';
import { chargedLines, type ChargedMeasure } from './charging';
import { type MeasureShown } from '../resolution';
import { isStop, resultOf, runFormula } from './run-formula';

const NO_OUTCOMES: readonly FormulaOutcome[] = [];

/** What the formulas give, in their order; what can't be worked out is a problem. */
export function formulaOutcomes(
  program: Pick<Program, 'formulas'>,
  given: FormulaInputs,
  problems: Problem[],
): readonly FormulaOutcome[] {
  if (program.formulas.length === 0) return NO_OUTCOMES;
  return program.formulas.map((formula) => {
    const outcome = runFormula(formula, given);
    const { kind } = formula.serves;
    // What limits an answer, or stands in for one, is looked at where answers are read.
    const ofAnswers = kind === 'least' || kind === 'most' || kind === 'default';
    if (isStop(outcome) && !ofAnswers)
      problems.push(
        problem(AT_ITEM, { code: 'formulaStopped', title: formula.title, line: outcome.line, why: outcome.code }),
      );
    const result = resultOf(outcome);
    if (result && result.sign() < 0 && (kind === 'draw' || kind === 'weight' || kind === 'base' || kind === 'cost')) {
      problems.push(
        problem(AT_ITEM, { code: 'formulaStopped', title: formula.title, line: 'result', why: 'negative' }),
      );
      return null;
    }
    return outcome;
  });
}

const NO_MEASURES: readonly MeasureShown[] = [];

/** The named results: what is charged, and every line of the formulas. */
export function measuresOf(
  program: Program,
  outcomes: readonly FormulaOutcome[],
  charged: ChargedMeasure | null,
): readonly MeasureShown[] {
  if (outcomes.length === 0 && !charged?.differs) return NO_MEASURES;
  const measures: MeasureShown[] = charged?.differs ? chargedLines(charged) : [];
  for (let index = 0; index < outcomes.length; index += 1) {
    const [formula, outcome = null] = [program.formulas[index], outcomes[index]];
    if (!formula || outcome === null || isStop(outcome)) continue;
    const forCustomers = formula.serves.kind === 'shown';
    for (const { name, value, dim } of outcome)
      measures.push({
        name: name === 'result' ? formula.title : name,
        value,
        dim,
        formula: formula.title,
        forCustomers,
      });
  }
  return measures;
}
