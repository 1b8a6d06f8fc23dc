import { type Path, type Weight } from '../catalog';
import { type Exact } from '../number';
import { convert, unitByCode } from '../quantity';
import { readDecimal, type Scope } from './references';

/** Reads a weight into the program's unit. */
export function compileWeight(weight: Weight, path: Path, { weightUnit, report }: Scope): Exact | null {
  const value = readDecimal(weight.value, [...path, 'value'], report);
  const unit = unitByCode(weight.unit);
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: weight.unit });
  if (!value || !unit) return null;
  const converted = convert({ value, unit }, weightUnit);
  if (!converted) report([...path, 'unit'], { code: 'unitMismatch', unit: unit.words[1], wanted: weightUnit.words[1] });
  return converted && converted.value;
}
