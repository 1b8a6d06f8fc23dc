import { Exact } from '../number';
import { type Unit } from './units';

/** A number of a unit: what a measure is answered with, what a stock item is counted in. */
export interface Quantity {
  readonly value: Exact;
  readonly unit: Unit;
}

/**
 * The same quantity in another unit of its dimension, exactly: 4 ft 6 in is 1.3716 m.
 *
 * @returns null when the units measure different things
 */
export function convert(quantity: Quantity, unit: Unit): Quantity | null {
  if (quantity.unit === unit) return quantity;
  if (quantity.unit.dimension !== unit.dimension) return null;
  return { value: quantity.value.times(conversionFactor(quantity.unit, unit)), unit };
}

/**
 * How many of `to` one of `from` is.
 *
 * @param from a unit of the same dimension as `to`
 */
export function conversionFactor(from: Unit, to: Unit): Exact {
  return from.factor.over(to.factor);
}

const MAX_SHOWN_PLACES = 6;

/**
 * Writes a quantity for people: `0.25 m`, `12 pieces`. A value that no decimal can give exactly is marked: `≈ 3.280840
 * ft`.
 */
export function formatQuantity({ value, unit }: Quantity): string {
  const places = value.decimalPlaces();
  const digits =
    places === null || places > MAX_SHOWN_PLACES ? `≈ ${value.toFixed(MAX_SHOWN_PLACES)}` : value.toString();
  if (unit.dimension === 'count') return `${digits} ${value.equals(Exact.one) ? unit.words[0] : unit.words[1]}`;
  return `${digits} ${unit.symbol}`;
}
