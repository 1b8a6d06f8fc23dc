import { type Weight } from '../catalog';
import { type Exact } from '../number';
import { type Path, type FigureOf } from '../problems';
import { convert, unitByCode } from '../quantity';
import { readDecimal, type Scope } from './scope';

/**
 * Reads a weight into the program's unit.
 *
 * @param whole what it is called where it can't be less than nothing; absent for what is added to another weight
 */
export function compileWeight(
  weight: Weight,
  path: Path,
  { weightUnit, report }: Scope,
  whole?: FigureOf,
): Exact | null {
  const value = readDecimal(weight.value, [...path, 'value'], report);
  const unit = unitByCode(weight.unit);
  if (value && value.sign() < 0 && whole !== undefined) report([...path, 'value'], { code: 'negative', ...whole });
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: weight.unit });
  if (!value || !unit) return null;
  const converted = convert({ value, unit }, weightUnit);
  if (!converted) report([...path, 'unit'], { code: 'unitMismatch', unit: unit.words[1], wanted: weightUnit.words[1] });
  return converted && converted.value;
}
