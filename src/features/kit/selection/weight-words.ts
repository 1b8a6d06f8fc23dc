import { type QuantityJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { convert, requireUnit } from '@/core/quantity';
import { quantityWords } from '@/core/words';

/** A weight as people say it: grams from a kilogram on are kilograms. */
function weighed(value: Exact, unit: string): string {
  const inKilograms = unit === 'g' ? convert({ value, unit: requireUnit('g') }, requireUnit('kg')) : null;
  const isLarge = inKilograms !== null && !inKilograms.value.isLess(Exact.one);
  return quantityWords(
    isLarge ? { value: inKilograms.value.toString(), unit: 'kg' } : { value: value.toString(), unit },
  );
}

/** What so many pieces weigh together. */
export function weightOfAll({ value, unit }: QuantityJson, pieces: number): string {
  return weighed(Exact.from(value).times(Exact.of(pieces)), unit);
}

/** What one weighs, and what all of them weigh together where there are several: `1.2 kg each, 6 kg together`. */
export function weightWords(weight: QuantityJson, quantity: number): string {
  const one = weightOfAll(weight, 1);
  return quantity > 1 ? `${one} each, ${weightOfAll(weight, quantity)} together` : one;
}
