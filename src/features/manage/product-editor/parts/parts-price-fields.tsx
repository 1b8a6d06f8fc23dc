'use client';

import { Box, HStack, Text } from '@chakra-ui/react';
import { SOME_DAY } from '@/core/calendar';
import { type PartsPrice } from '@/core/catalog';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { type Resolution, resolve } from '@/core/run';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';

const KINDS: readonly { readonly value: string; readonly label: string }[] = [
  { value: 'sum', label: 'sum of its parts' },
  { value: 'lessAmount', label: 'sum of its parts, less an amount' },
  { value: 'lessPercent', label: 'sum of its parts, less a percentage' },
  { value: 'own onTop', label: 'fixed price, upgrades extra' },
  { value: 'own included', label: 'fixed price, any options of its parts included' },
  { value: 'own all', label: 'fixed price, everything included' },
];

const HINTS: Readonly<Record<string, string>> = {
  'own onTop': 'As it usually comes it costs this. What a part costs more than usual is added.',
  'own included': 'More pieces, optional parts and what customers put into slots are extra.',
  'own all': 'More pieces, optional parts and slots included.',
};

function priceOfKind(value: string): PartsPrice {
  switch (value) {
    case 'lessAmount':
      return { kind: 'lessAmount', amount: '' };
    case 'lessPercent':
      return { kind: 'lessPercent', percent: '' };
    case 'own onTop':
      return { kind: 'own', extras: 'onTop', cheaperLess: true };
    case 'own included':
      return { kind: 'own', extras: 'included', cheaperLess: true };
    case 'own all':
      return { kind: 'own', extras: 'all', cheaperLess: true };
    default:
      return { kind: 'sum' };
  }
}

const kindOf = (price: PartsPrice): string => (price.kind === 'own' ? `own ${price.extras}` : price.kind);

/** What the parts make of the price, said as a sentence. */
export function PartsPriceFields() {
  const { product, program, shop, change, surroundings } = useEditing();
  const { partsPrice } = product;
  const amountFault = useFaultAt('partsPrice', 'amount');
  const percentFault = useFaultAt('partsPrice', 'percent');
  const priceFault = useFaultAt('price');
  const usual = resolve(program, { answers: {} }, { stock: null, today: SOME_DAY });
  const alone = usual.parts.reduce<Exact | null>(
    (sum, part) => (sum && part.alone ? sum.plus(part.alone) : null),
    Exact.zero,
  );
  const isOwn = partsPrice.kind === 'own';
  // A price of the kit is no fee for putting it together, nor the other way round: what it costs now is what it begins
  // with.
  const changeKind = (value: string) =>
    change('partsPrice', (draft) => {
      const next = priceOfKind(value);
      if ((next.kind === 'own') !== isOwn)
        draft.price = next.kind === 'own' ? (usual.unitPrice?.toFixed(program.places) ?? null) : null;
      draft.partsPrice = next;
    });
  return (
    <Box>
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="340px">
          <SelectField
            label="Price of the kit"
            value={kindOf(partsPrice)}
            alternatives={KINDS}
            help={HINTS[kindOf(partsPrice)]}
            onChange={changeKind}
          />
        </Box>
        {partsPrice.kind === 'lessAmount' && (
          <Box w="120px">
            <TextField
              label={`Less (${shop.currency})`}
              value={partsPrice.amount}
              fault={amountFault}
              inputMode="decimal"
              placeholder="0.00"
              onChange={(amount) =>
                change(
                  'partsPrice amount',
                  (draft) => void (draft.partsPrice = { kind: 'lessAmount', amount: amount.trim() }),
                )
              }
            />
          </Box>
        )}
        {partsPrice.kind === 'lessPercent' && (
          <Box w="120px">
            <TextField
              label="Less (%)"
              value={partsPrice.percent}
              fault={percentFault}
              inputMode="decimal"
              placeholder="12"
              onChange={(percent) =>
                change(
                  'partsPrice percent',
                  (draft) => void (draft.partsPrice = { kind: 'lessPercent', percent: percent.trim() }),
                )
              }
            />
          </Box>
        )}
        <Box w="150px">
          <TextField
            label={isOwn ? `Price (${shop.currency})` : `Assembly fee (${shop.currency})`}
            value={product.price ?? ''}
            fault={priceFault}
            inputMode="decimal"
            placeholder={isOwn ? '0.00' : 'none'}
            onChange={(value) =>
              change('price', (draft) => void (draft.price = value.trim() === '' ? null : value.trim()))
            }
          />
        </Box>
      </HStack>
      {partsPrice.kind === 'own' && partsPrice.extras === 'onTop' && (
        <Box mt="2">
          <Tick
            label="Cheaper parts take something off"
            checked={partsPrice.cheaperLess}
            onChange={(cheaperLess) =>
              change(
                'partsPrice cheaper',
                (draft) => void (draft.partsPrice = { kind: 'own', extras: 'onTop', cheaperLess }),
              )
            }
          />
        </Box>
      )}
      {alone && usual.parts.length > 0 && (
        <StandardKit alone={alone} usual={usual} currency={surroundings.shop.currency} />
      )}
    </Box>
  );
}

/** What the parts cost one by one, what the kit costs as it comes, and what is saved by it. */
function StandardKit({ alone, usual, currency }: { alone: Exact; usual: Resolution; currency: string }) {
  const money = (amount: Exact) => formatMoney(amount, currency);
  return (
    <Text fontSize="sm" color="fg.muted" mt="2">
      Standard kit: parts {money(alone)}
      {usual.unitPrice ? `, kit ${money(usual.unitPrice)}` : ''}
      {usual.wasPrice && usual.unitPrice ? `, saves ${money(usual.wasPrice.minus(usual.unitPrice))}` : ''}.
    </Text>
  );
}
