'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { type EffectChoice } from '@/core/catalog';
import { TextField } from '@/ui/field';
import { AmountField, DrawsField, orNull, WeightField } from '@/features/editors/fields';
import { useEditing, useFaultAt } from '@/features/editors/frame';

interface Props {
  choice: EffectChoice;
  index: number;
  edit: (tag: string, recipe: (choice: EffectChoice) => void) => void;
}

/** What answering does to price, SKU, weight and stock. */
export function EffectFields({ choice, index, edit }: Props) {
  const { shop } = useEditing();
  const skuFault = useFaultAt('choices', index, 'sku');
  const wasPriceFault = useFaultAt('choices', index, 'wasPrice');
  return (
    <>
      <Box>
        <Text fontWeight="600" mb="1.5">
          {choice.kind === 'yesNo' ? 'Saying yes' : 'Answering it'}
        </Text>
        <AmountField
          label={choice.title}
          amount={choice.amount}
          path={['choices', index, 'amount']}
          own={choice}
          onChange={(amount) => edit('amount', (draft) => void (draft.amount = amount))}
        />
      </Box>
      <HStack gap="4" align="start" wrap="wrap">
        {choice.amount && (
          <Box w="170px">
            <TextField
              label={`Was-amount (${shop.currency})`}
              value={choice.wasPrice ?? ''}
              fault={wasPriceFault}
              placeholder="none"
              inputMode="decimal"
              help="Crossed out in the was-price."
              onChange={(value) => edit('wasPrice', (draft) => void (draft.wasPrice = orNull(value)))}
            />
          </Box>
        )}
        <Box w="150px">
          <TextField
            label="Adds to the SKU"
            value={choice.sku ?? ''}
            fault={skuFault}
            placeholder="nothing"
            fontFamily="mono"
            maxLength={40}
            onChange={(value) => edit('sku', (draft) => void (draft.sku = orNull(value)))}
          />
        </Box>
        <WeightField
          label="Adds weight"
          unit="g"
          weight={choice.weight}
          fault={useFaultAt('choices', index, 'weight', 'value')}
          onChange={(weight) => edit('weight', (draft) => void (draft.weight = weight))}
        />
      </HStack>
      <Stack gap="1.5">
        <Text fontWeight="600">Draws from stock, beside what the product draws</Text>
        <DrawsField
          label={choice.title}
          name={choice.title}
          draws={choice.draws}
          path={['choices', index, 'draws']}
          onChange={(draws) => edit('draws', (draft) => void (draft.draws = draws))}
        />
      </Stack>
    </>
  );
}
