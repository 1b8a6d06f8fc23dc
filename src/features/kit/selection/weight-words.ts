import { type QuantityJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { quantityWords } from '@/core/words';

/** What so many pieces weigh together. */
export function weightOfAll({ value, unit }: QuantityJson, pieces: number): string {
  return quantityWords({ value: Exact.from(value).times(Exact.of(pieces)).toString(), unit });
}

/** What one weighs, and what all of them weigh together where there are several: `1.2 kg each, 6 kg together`. */
export function weightWords(weight: QuantityJson, quantity: number): string {
  const one = quantityWords(weight);
  return quantity > 1 ? `${one} each, ${weightOfAll(weight, quantity)} together` : one;
}
