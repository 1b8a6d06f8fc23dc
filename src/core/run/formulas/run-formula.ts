import { type FormulaProgram } from '../../compile';
import { type FormulaInputs, type FormulaOutcome } from '../../compile/formulas';
import { type FormulaStop } from '../../formula';
import { type Exact } from '../../number';

/**
 * What a formula is worked out from, by slot, null for what it doesn't use; null altogether while something that it
 * uses is not answered.
 */
export function readInputs({ inputs, reads }: FormulaProgram, given: FormulaInputs): (Exact | null)[] | null {
  const values: (Exact | null)[] = [];
  for (let slot = 0; slot < inputs.length; slot += 1) {
    const read = reads[slot] ?? null;
    const value = read && read(given);
    if (read && value === null) return null;
    values.push(value);
  }
  return values;
}

/** Runs one formula for a selection; what has been run for it before is not run again. */
export function runFormula(formula: FormulaProgram, given: FormulaInputs): FormulaOutcome {
  const { compiled } = formula;
  if (compiled.faults.length > 0) return null;
  const runs = formula.isAskedTwice ? given.runs : undefined;
  const before = runs?.get(formula);
  if (before !== undefined) return before;
  const values = readInputs(formula, given);
  if (!values) return null;
  const outcome = compiled.run(values);
  runs?.set(formula, outcome);
  return outcome;
}

/** What a formula comes to, in base units; null where it can't be worked out. */
export function resultOf(outcome: FormulaOutcome): Exact | null {
  return outcome === null || isStop(outcome) ? null : (outcome.at(-1)?.value ?? null);
}

export function isStop(outcome: FormulaOutcome): outcome is FormulaStop {
  return outcome !== null && 'code' in outcome;
}
