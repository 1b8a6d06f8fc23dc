import { type FormulaProgram } from '../../compile';
import { type FormulaInputs } from '../../compile/formulas';
import { type Program, type VariantProgram } from '../../compile/program';
import { hull, only, type Range, timesRange } from '../../formula';
import { Exact } from '../../number';
import { charge } from './charging';
import { readInputs } from './run-formula';

/** What a formula can come to: a range; stops, for every value; or null while something it uses is not answered. */
type FormulaRange = Range | 'stops' | null;

/**
 * What a formula can come to while everything it is worked out from is anything between two ends. Each name is read
 * from one thing, and rises or falls with it.
 */
export function formulaRange(formula: FormulaProgram, low: FormulaInputs, high: FormulaInputs): FormulaRange {
  if (formula.compiled.faults.length > 0) return null;
  const [lows, highs] = [readInputs(formula, low), readInputs(formula, high)];
  if (!lows || !highs) return null;
  const ranges = lows.map((one, slot) => {
    const other = highs[slot] ?? null;
    return one && other && hull([only(one), only(other)]);
  });
  return formula.compiled.range(ranges) ?? 'stops';
}

/**
 * How much of the unit that a price is for can be charged; null while it is not known, or where it is not sold by the
 * unit.
 */
export function chargedRange(
  { base, formulas }: Program,
  low: Omit<FormulaInputs, 'base'>,
  high: Omit<FormulaInputs, 'base'>,
): Range | null {
  if (!base.unit || !base.measured) return null;
  const { measured, unit } = base;
  const formula = measured.kind === 'formula' ? formulas[measured.index] : undefined;
  const [one, other] = [low, high].map(({ answers }) =>
    measured.kind === 'choice' ? (answers[measured.index]?.value ?? null) : null,
  );
  const needed = formula
    ? formulaRange(formula, { ...low, base: null }, { ...high, base: null })
    : one && other
      ? { low: one, high: other }
      : null;
  if (needed === null || needed === 'stops' || (needed.high && needed.high.sign() < 0)) return null;
  const from = needed.low && needed.low.sign() > 0 ? needed.low : Exact.zero;
  // Waste, a least and steps never make less of more.
  const of = (value: Exact) =>
    charge(measured.factor ? value.times(measured.factor) : value, unit, base.charging).charged;
  return { low: of(from), high: needed.high && of(needed.high) };
}

/** What the base price of one item can be, as it is without formulas; null while it has none. */
export function baseRange({ base }: Program, variant: VariantProgram | null, charged: Range | null): Range | null {
  const price = variant?.price ?? base.price;
  if (!price) return null;
  if (!base.unit) return only(price);
  return charged ? timesRange(charged, only(price)) : null;
}
