import { Text } from '@chakra-ui/react';
import { otherPrice } from '@/core/basket/tax';
import { formatMoney, minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { type ToldTax } from '@/core/exchange';

/** What a price is with tax, or without it: as those are used to that it is shown to. */
export function TaxNote({ tax, price, currency }: { tax: ToldTax | null; price: string | null; currency: string }) {
  if (!tax) return null;
  return (
    <Text fontSize="sm" color="fg.muted">
      {taxWords(tax, price, currency)}
    </Text>
  );
}

/** `with 20 % VAT`, `without VAT; €154.80 with 20 %`: as it is entered, and the other where that is wanted. */
export function taxWords(
  { name, percent, pricesInclude, shown, rounding }: ToldTax,
  price: string | null,
  currency: string,
): string {
  const entered = pricesInclude ? `with ${percent} % ${name}` : `without ${name}`;
  if (price === null || shown === (pricesInclude ? 'with' : 'without')) return entered;
  const other = formatMoney(
    otherPrice({ pricesInclude }, Exact.from(percent), Exact.from(price), minorUnits(currency) ?? 2, rounding),
    currency,
  );
  return pricesInclude ? `${entered}; ${other} without it` : `${entered}; ${other} with ${percent} %`;
}
