import { hasOptions, type Product, type PropertyValue, readProperty } from '../catalog';
import { type Dim, dimOf, NUMBER, sameDim } from '../formula';
import { type FaultData, type Path } from '../problems';
import { requireUnit, type Unit, unitByCode } from '../quantity';
import { type FormulaProgram } from './formulas';

/**
 * A property of a product, ready to be worked out: a formula says it, else the last chosen option that does, else the
 * product.
 */
export interface PropertyProgram {
  readonly name: string;
  readonly own: PropertyValue | null;
  /** by position of a choice, what each of its options says; null for nothing */
  readonly byOption: readonly { readonly choice: number; readonly values: readonly (PropertyValue | null)[] }[];
  /** position of the formula that says it, or null */
  readonly formula: number | null;
  /** the unit that a formula's result is told in */
  readonly unit: Unit;
  /** what it measures; null for a text */
  readonly dim: Dim | null;
}

/** The unit in which a result of a formula is told, by what it measures. */
const RESULT_UNITS = ['m', 'm2', 'm3', 'kg', '1'].flatMap((code) => unitByCode(code) ?? []);

export const resultUnit = (dim: Dim): Unit | null => RESULT_UNITS.find((unit) => sameDim(dimOf(unit), dim)) ?? null;

const dimOfValue = (value: PropertyValue): Dim | null => (value.kind === 'text' ? null : dimOf(value.unit));

/** Everything that a product measures or is, by inside name; what can't be read is reported and left out. */
export function compileProperties(
  product: Product,
  formulas: readonly FormulaProgram[],
  report: (path: Path, data: FaultData) => void,
): ReadonlyMap<string, PropertyProgram> {
  const found = new Map<string, PropertyProgram>();
  const names = new Set(Object.keys(product.properties));
  for (const choice of product.choices)
    if (hasOptions(choice))
      for (const option of choice.options) for (const name of Object.keys(option.properties)) names.add(name);
  formulas.forEach(({ serves }) => serves.kind === 'property' && names.add(serves.name));
  for (const name of names) {
    const said = Object.hasOwn(product.properties, name) ? product.properties[name] : undefined;
    const own = said ? readProperty(said) : null;
    if (said && !own) report(['properties', name], { code: 'propertyUnreadable', name });
    const byOption = product.choices.flatMap((choice, index) => {
      if (!hasOptions(choice) || !choice.options.some((option) => Object.hasOwn(option.properties, name))) return [];
      const values = choice.options.map((option, place) => {
        const given = Object.hasOwn(option.properties, name) ? option.properties[name] : undefined;
        const value = given ? readProperty(given) : null;
        if (given && !value)
          report(['choices', index, 'options', place, 'properties', name], { code: 'propertyUnreadable', name });
        return value;
      });
      return [{ choice: index, values }];
    });
    const formula = formulas.findIndex(({ serves }) => serves.kind === 'property' && serves.name === name);
    const result = formulas[formula]?.compiled.result ?? null;
    const unit = result && resultUnit(result);
    if (result && !unit) report([...(formulas[formula]?.origin ?? []), 'text'], { code: 'propertyNotMeasured', name });
    const first = own ?? byOption.flatMap(({ values }) => values).find((value) => value !== null) ?? null;
    const dim = first ? dimOfValue(first) : unit ? dimOf(unit) : NUMBER;
    const others = byOption.flatMap(({ values }) => values);
    const mixed =
      others.some((value) => value !== null && !alike(dimOfValue(value), dim)) ||
      (unit !== null && !alike(dimOf(unit), dim));
    // Of options alone that is told where they stand.
    if (mixed && own)
      report(['properties', name], {
        code: 'propertyMixed',
        name,
        here: product.title,
        there: null,
      });
    found.set(name, { name, own, byOption, formula: unit ? formula : null, unit: unit ?? requireUnit('1'), dim });
  }
  return found;
}

const alike = (one: Dim | null, other: Dim | null) =>
  one === null || other === null ? one === other : sameDim(one, other);
