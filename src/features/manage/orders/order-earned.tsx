import { Text } from '@chakra-ui/react';
import { minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { type OrderView } from '@/services/selling/orders';
import { Money } from '@/ui/text';

/**
 * What an order earned: what was paid for its goods, after codes and without tax, less what supplying them cost then.
 */
export function OrderEarned({ order: { lines, sums, total, currency } }: { order: OrderView }) {
  const costs = lines.map(({ cost }) => (cost === null ? null : Exact.from(cost)));
  if (lines.length === 0 || costs.some((cost) => cost === null)) return null;
  const cost = costs.reduce<Exact>((sum, each) => sum.plus(each ?? Exact.zero), Exact.zero);
  const paid = sums?.tax ? Exact.from(sums.tax.net) : Exact.from(total);
  const earned = paid.minus(cost);
  const share =
    paid.sign() > 0 ? ` (${earned.times(Exact.of(100)).over(paid).rounded(1).toString().replace('-', '−')} %)` : '';
  const cents = (amount: Exact) => amount.rounded(minorUnits(currency) ?? 2).toString();
  return (
    <Text mt="4" fontSize="sm" css={{ fontVariantNumeric: 'tabular-nums' }}>
      It cost <Money amount={cents(cost)} currency={currency} /> to supply, and earned{' '}
      <Money amount={cents(earned)} currency={currency} />
      {share}
      {sums?.tax
        ? `, without ${sums.tax.name}${sums.delivery && Exact.from(sums.delivery.price).sign() > 0 ? ' and with delivery' : ''}`
        : ''}
      .
    </Text>
  );
}
