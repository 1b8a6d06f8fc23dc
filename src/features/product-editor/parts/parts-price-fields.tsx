'use client';

import { Box, HStack, Text } from '@chakra-ui/react';
import { SOME_DAY } from '@/core/calendar';
import { type PartsPrice } from '@/core/catalog';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { resolve } from '@/core/run';
import { useEditing, useFaultAt } from '@/features/editor-kit/editing';
import { SelectField, TextField } from '@/ui/field';

const KINDS: readonly { readonly value: string; readonly label: string }[] = [
  { value: 'sum', label: 'what its parts cost alone' },
  { value: 'lessAmount', label: 'what its parts cost alone, less an amount' },
  { value: 'lessPercent', label: 'what its parts cost alone, less a percentage' },
  { value: 'own onTop', label: 'a price of its own, dearer parts on top' },
  { value: 'own included', label: 'a price of its own, whatever is chosen of its parts' },
];

function priceOfKind(value: string): PartsPrice {
  switch (value) {
    case 'lessAmount':
      return { kind: 'lessAmount', amount: '' };
    case 'lessPercent':
      return { kind: 'lessPercent', percent: '' };
    case 'own onTop':
      return { kind: 'own', extras: 'onTop' };
    case 'own included':
      return { kind: 'own', extras: 'included' };
    default:
      return { kind: 'sum' };
  }
}

/** What the parts make of the price, said as a sentence. */
export function PartsPriceFields() {
  const { product, program, shop, change, surroundings } = useEditing();
  const { partsPrice } = product;
  const amountFault = useFaultAt('partsPrice', 'amount');
  const percentFault = useFaultAt('partsPrice', 'percent');
  const priceFault = useFaultAt('price');
  const usual = resolve(program, { answers: {} }, { stock: null, today: SOME_DAY });
  const alone = usual.parts.reduce<Exact | null>((sum, part) => (sum && part.alone ? sum.plus(part.alone) : null), Exact.zero);
  return (
    <Box>
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="340px">
          <SelectField label="It costs" value={partsPrice.kind === 'own' ? `own ${partsPrice.extras}` : partsPrice.kind} alternatives={KINDS} onChange={(value) => change('partsPrice', (draft) => void (draft.partsPrice = priceOfKind(value)))} />
        </Box>
        {partsPrice.kind === 'lessAmount' && (
          <Box w="120px">
            <TextField label={`Less ${shop.currency}`} value={partsPrice.amount} fault={amountFault} inputMode="decimal" placeholder="0.00" onChange={(amount) => change('partsPrice amount', (draft) => void (draft.partsPrice = { kind: 'lessAmount', amount: amount.trim() }))} />
          </Box>
        )}
        {partsPrice.kind === 'lessPercent' && (
          <Box w="120px">
            <TextField label="Less %" value={partsPrice.percent} fault={percentFault} inputMode="decimal" placeholder="12" onChange={(percent) => change('partsPrice percent', (draft) => void (draft.partsPrice = { kind: 'lessPercent', percent: percent.trim() }))} />
          </Box>
        )}
        <Box w="140px">
          <TextField
            label={partsPrice.kind === 'own' ? `Price, ${shop.currency}` : `And, ${shop.currency}`}
            value={product.price ?? ''}
            fault={priceFault}
            inputMode="decimal"
            placeholder={partsPrice.kind === 'own' ? '0.00' : 'nothing'}
            help={partsPrice.kind === 'own' ? undefined : 'For putting it together.'}
            onChange={(value) => change('price', (draft) => void (draft.price = value.trim() === '' ? null : value.trim()))}
          />
        </Box>
      </HStack>
      {alone && usual.parts.length > 0 && (
        <Text fontSize="sm" color="fg.muted" mt="2">
          As it comes usually, its parts cost {formatMoney(alone, surroundings.shop.currency)} alone
          {usual.unitPrice ? `, and it costs ${formatMoney(usual.unitPrice, surroundings.shop.currency)}` : ''}
          {usual.wasPrice && usual.unitPrice ? `: ${formatMoney(usual.wasPrice.minus(usual.unitPrice), surroundings.shop.currency)} less` : ''}.
        </Text>
      )}
    </Box>
  );
}
