import { type QuantityJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { quantityWords } from '@/core/words';

const THOUSAND = Exact.of(1000);

/** A weight as people say it: grams from a kilogram on are kilograms. */
function weighed(value: Exact, unit: string): string {
  const isLarge = unit === 'g' && !THOUSAND.isMore(value);
  return isLarge
    ? quantityWords({ value: value.over(THOUSAND).toString(), unit: 'kg' })
    : quantityWords({ value: value.toString(), unit });
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
