'use client';

import { Box, HStack, Text } from '@chakra-ui/react';
import { minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { pricePerMeasure } from '@/core/pricing';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { orNull } from '@/features/editors/fields';
import { unitAlternatives } from '@/features/kit/shared';
import { SelectField, TextField } from '@/ui/field';
import { Money } from '@/ui/text';

const UNITS = unitAlternatives('mass', 'volume', 'length', 'area');

/** How much is in one, so that customers can compare what a kilogram of it costs. */
export function ContentsField() {
  const { product, shop, change } = useEditing();
  const { contents, price } = product;
  const valueFault = useFaultAt('contents', 'value');
  const unitFault = useFaultAt('contents', 'unit');
  const base = price === null ? null : Exact.parse(price);
  const found = base && pricePerMeasure(base, contents, minorUnits(shop.currency) ?? 2);
  return (
    <Box>
      <HStack gap="2" align="end">
        <Box w="130px">
          <TextField
            label="In one there is"
            value={contents?.value ?? ''}
            fault={valueFault ?? unitFault}
            inputMode="decimal"
            placeholder="not set"
            onChange={(value) =>
              change(
                'contents',
                (draft) =>
                  void (draft.contents =
                    orNull(value) === null ? null : { value: value.trim(), unit: contents?.unit ?? 'g' }),
              )
            }
          />
        </Box>
        {contents && (
          <SelectField
            label="In one there is: unit"
            hideLabel
            width="220px"
            value={contents.unit}
            alternatives={UNITS}
            onChange={(unit) =>
              change('contents unit', (draft) => void (draft.contents && (draft.contents.unit = unit)))
            }
          />
        )}
      </HStack>
      <Text fontSize="sm" color="fg.muted" mt="1">
        {found ? (
          <>
            Customers read <Money amount={found.price.toString()} currency={shop.currency} /> / {found.unit.symbol}{' '}
            beside the price.
          </>
        ) : (
          'Of what comes in packs: beside the price customers read what a kilogram, litre, metre or square metre costs.'
        )}
      </Text>
    </Box>
  );
}
