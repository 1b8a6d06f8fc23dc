import { z } from 'zod';
import { unitCode } from '../fields';
import { decimalText, Exact } from '../number';
import { conversionFactor, type Dimension, requireUnit, type Unit, unitByCode } from '../quantity';

/** How much is in one, so that what it costs can be compared with others. */
export const contentsSchema = z
  .strictObject({
    value: decimalText,
    unit: unitCode(z.string().describe('UCUM code of a weight, volume, length or area')),
  })
  .meta({ id: 'contents' });

export type Contents = z.infer<typeof contentsSchema>;

/** The unit in which customers compare. */
const USUAL: Readonly<Record<Dimension, string | null>> = {
  mass: 'kg',
  volume: 'L',
  length: 'm',
  area: 'm2',
  count: null,
};

/**
 * What the usual measure of something costs, such as a kilogram of what comes in sacks of 750 g.
 *
 * @param price of one
 * @param places decimal places of the currency's minor unit
 * @returns the price, rounded half away from zero, and the unit it is for; null where the contents say nothing
 * @see Directive 98/6/EC on the indication of prices, Article 2(b): the unit price is that of one kilogram, litre,
 *   metre or square metre
 */
export function pricePerMeasure(
  price: Exact,
  contents: Contents | null,
  places: number,
): { readonly price: Exact; readonly unit: Unit } | null {
  const unit = contents && unitByCode(contents.unit);
  const value = contents && Exact.parse(contents.value);
  const usual = unit ? USUAL[unit.dimension] : null;
  if (!unit || !value || value.sign() <= 0 || usual === null) return null;
  const per = requireUnit(usual);
  return { price: price.over(value.times(conversionFactor(unit, per))).rounded(places), unit: per };
}
