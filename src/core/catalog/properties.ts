import { z } from 'zod';
import { unitCode } from '../fields';
import { decimalText, Exact } from '../number';
import { compares, type Comparison } from '../conditions';
import { formatQuantity, type Unit, unitByCode } from '../quantity';

/** Something that a product or an option measures or is: `465 mm`, `11`, `cedar`. */
export const propertySchema = z
  .union([
    z.strictObject({ value: decimalText, unit: unitCode().default('1').describe('UCUM code') }),
    z.strictObject({ text: z.string().max(120) }),
  ])
  .meta({ id: 'property' });

export type Property = z.infer<typeof propertySchema>;

/** A property that has been read: a quantity in its own unit, or a text. */
export type PropertyValue =
  | { readonly kind: 'quantity'; readonly value: Exact; readonly unit: Unit }
  | { readonly kind: 'text'; readonly text: string };

/** @returns null where the number or its unit can't be read, or the text is empty */
export function readProperty(property: Property): PropertyValue | null {
  if ('text' in property) return property.text.trim() === '' ? null : { kind: 'text', text: property.text.trim() };
  const [value, unit] = [Exact.parse(property.value), unitByCode(property.unit)];
  return value && unit ? { kind: 'quantity', value, unit } : null;
}

/** A property as it is written: `465 mm`, `cedar`. */
export function propertyText(value: PropertyValue): string {
  return value.kind === 'text' ? value.text : formatQuantity({ value: value.value.rounded(6), unit: value.unit });
}

/**
 * Whether one property is to another as a comparison says. What can't be compared, as a length with a text, is not;
 * texts can only be the same or not, however they are capitalised.
 */
export function propertyCompares(compare: Comparison, one: PropertyValue, other: PropertyValue): boolean {
  if (one.kind === 'text' || other.kind === 'text') {
    if (one.kind !== 'text' || other.kind !== 'text' || (compare !== 'is' && compare !== 'isNot')) return false;
    return (one.text.toLowerCase() === other.text.toLowerCase()) === (compare === 'is');
  }
  if (one.unit.dimension !== other.unit.dimension) return false;
  return compares(compare, one.value.times(one.unit.factor).compare(other.value.times(other.unit.factor)));
}
