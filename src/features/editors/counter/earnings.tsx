'use client';

import { HStack, Stack, Text } from '@chakra-ui/react';
import { sellersShare } from '@/core/basket/tax';
import { type Tax } from '@/core/catalog';
import { minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { counted, listed } from '@/core/words';
import { type SelectionState } from '@/features/kit/selection';
import { Money } from '@/ui/text';

const MOST_NAMED = 3;

/** What one of a selection costs to supply, and what it earns: for the manager, never for customers. */
export function Earnings({
  earned,
  open,
  tax,
  taxClass,
  currency,
}: {
  earned: SelectionState['earned'];
  open: readonly string[];
  tax: Tax | null;
  taxClass: string | null;
  currency: string;
}) {
  if (!earned) return null;
  // What a variant costs is not in it before it is chosen.
  if (open.length > 0) {
    return (
      <Text fontSize="sm" color="fg.muted">
        Margin: choose {listed(open, 'and')} first. The cost depends on it.
      </Text>
    );
  }
  const { cost, price: paid } = earned;
  const price = paid.times(sellersShare(tax, taxClass));
  const margin = price.minus(cost.known);
  const share = price.sign() > 0 ? margin.times(Exact.of(100)).over(price).rounded(1) : null;
  const places = minorUnits(currency) ?? 2;
  const missing = cost.unknown.length;
  if (missing > 0 && cost.known.sign() === 0) {
    return (
      <Text fontSize="sm" color="fg.muted">
        Margin unknown: {cost.unknown.slice(0, MOST_NAMED).join(', ')} {missing === 1 ? 'has' : 'have'} no cost. Enter
        it on the stock item, or as a formula.
      </Text>
    );
  }
  return (
    <Stack gap="1" fontSize="sm" css={{ fontVariantNumeric: 'tabular-nums' }}>
      <HStack justify="space-between">
        <Text>Costs{cost.work.sign() > 0 ? ', with work' : ''}</Text>
        <Money amount={cost.known.rounded(places).toString()} currency={currency} />
      </HStack>
      <HStack justify="space-between" fontWeight="700" color={margin.sign() < 0 ? 'brick.fg' : undefined}>
        <Text>
          {missing > 0 ? 'Margin at most' : 'Margin'}
          {price.equals(paid) ? '' : `, without ${tax?.name ?? ''}`}
        </Text>
        <Text as="span">
          <Money amount={margin.rounded(places).toString()} currency={currency} />
          {share && ` (${share.toString().replace('-', '−')} %)`}
        </Text>
      </HStack>
      {missing > 0 && (
        <Text color="oak.fg">
          {counted(missing, 'item')} without a cost: {cost.unknown.slice(0, MOST_NAMED).join(', ')}
          {missing > MOST_NAMED ? ' …' : ''}
        </Text>
      )}
    </Stack>
  );
}
