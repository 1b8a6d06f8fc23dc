import { HStack, Stack, Text } from '@chakra-ui/react';
import { type OrderView } from '@/services/selling/orders';
import { Money } from '@/ui/text';

function Sum({
  label,
  amount,
  currency,
  muted = false,
}: {
  label: string;
  amount: string;
  currency: string;
  muted?: boolean;
}) {
  return (
    <HStack justify="space-between" gap="4" color={muted ? 'fg.muted' : undefined}>
      <Text>{label}</Text>
      <Money amount={amount} currency={currency} />
    </HStack>
  );
}

/** What is paid beside the goods: what codes take off, delivery, tax. */
export function OrderSums({ sums, currency }: { sums: OrderView['sums']; currency: string }) {
  if (!sums) return null;
  const { goods, codes, delivery, tax } = sums;
  return (
    <Stack gap="1" fontSize="sm" textAlign="start" css={{ fontVariantNumeric: 'tabular-nums' }}>
      <Sum label="Goods" amount={goods} currency={currency} />
      {codes.map(({ code, title, amount }) => (
        <Sum key={code} label={`${title} (${code})`} amount={amount} currency={currency} />
      ))}
      {delivery && (
        <Sum
          label={delivery.price === delivery.usual ? 'Delivery' : 'Delivery, for nothing'}
          amount={delivery.price}
          currency={currency}
        />
      )}
      {tax?.sums.map(({ percent, tax: paid }) => (
        <Sum
          key={percent}
          muted={tax.pricesInclude}
          label={tax.pricesInclude ? `of which ${percent} % ${tax.name}` : `${percent} % ${tax.name}`}
          amount={paid}
          currency={currency}
        />
      ))}
      {tax?.pricesInclude === true && <Sum muted label={`without ${tax.name}`} amount={tax.net} currency={currency} />}
    </Stack>
  );
}
