import { Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { type Contents, pricePerMeasure } from '@/core/pricing';
import { Money } from '@/ui/text';

/** What a kilogram, litre, metre or square metre of it costs, beside what one does. */
export function PerMeasure({
  contents,
  resolution: { unitPrice, currency },
}: {
  contents: Contents | null;
  resolution: Pick<ResolutionJson, 'unitPrice' | 'currency'>;
}) {
  const found = unitPrice === null ? null : pricePerMeasure(Exact.from(unitPrice), contents, minorUnits(currency) ?? 2);
  if (!found) return null;
  return (
    <Text color="fg.muted">
      <Money amount={found.price.toString()} currency={currency} /> / {found.unit.symbol}
    </Text>
  );
}
