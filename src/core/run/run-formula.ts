import { type FormulaProgram } from '../compile';
import { type FormulaInputs } from '../compile/formulas';
import { type FormulaStop, type LineValue } from '../formula';
import { type Exact } from '../number';

/** What a formula gives for a selection: its lines; a stop; or null while something it uses is not answered. */
export type FormulaOutcome = readonly LineValue[] | FormulaStop | null;

/** Runs one formula for a selection. */
export function runFormula({ compiled, inputs, reads }: FormulaProgram, given: FormulaInputs): FormulaOutcome {
  if (compiled.faults.length > 0) return null;
  const values: (Exact | null)[] = [];
  for (let slot = 0; slot < inputs.length; slot += 1) {
    const read = reads[slot] ?? null;
    const value = read && read(given);
    if (read && value === null) return null;
    values.push(value);
  }
  return compiled.run(values);
}

/** What a formula comes to, in base units; null where it can't be worked out. */
export function resultOf(outcome: FormulaOutcome): Exact | null {
  return outcome === null || isStop(outcome) ? null : (outcome.at(-1)?.value ?? null);
}

export function isStop(outcome: FormulaOutcome): outcome is FormulaStop {
  return outcome !== null && 'code' in outcome;
}
