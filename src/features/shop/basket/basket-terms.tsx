'use client';

import { Box, Button, chakra, HStack, IconButton, Input, Stack, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { OrderSums } from '@/features/kit/orders';
import { anything, countryName, send, useAttempt } from '@/features/kit/shared';
import { type BasketView } from '@/services/selling/shop';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';

/** What a basket comes to beside its lines: codes, where it is sent to, delivery and tax. */
export function BasketTerms({ basket }: { basket: BasketView }) {
  const { busy, fault, attempt } = useAttempt();
  const [code, setCode] = useState('');
  const { sums, codes, currency, country, countries, toFreeDelivery } = basket;
  const enter = (event: FormEvent) => {
    event.preventDefault();
    void attempt(async () => {
      await send('POST', '/api/shop/basket/codes', { code }, anything);
      setCode('');
    });
  };
  return (
    <Stack gap="3">
      {countries.length > 0 && (
        <SelectField
          label="Sent to"
          value={country ?? ''}
          alternatives={countries.map((value) => ({ value, label: countryName(value) }))}
          onChange={(value) =>
            void attempt(() => send('PUT', '/api/shop/basket/country', { country: value }, anything))
          }
        />
      )}
      <form onSubmit={enter}>
        <chakra.label htmlFor="discount-code" fontWeight="600" fontSize="sm" display="block" mb="1">
          Discount code
        </chakra.label>
        <HStack gap="2">
          <Input
            id="discount-code"
            size="sm"
            bg="bg.panel"
            borderColor="border.emphasized"
            maxLength={60}
            value={code}
            aria-invalid={fault !== undefined}
            onChange={(event) => setCode(event.target.value)}
          />
          <Button type="submit" size="sm" variant="outline" loading={busy} disabled={code.trim() === ''}>
            Apply
          </Button>
        </HStack>
        <FaultLine role="alert" mt="1">
          {fault}
        </FaultLine>
      </form>
      {codes.map((entered) => (
        <HStack key={entered.code} justify="space-between" align="start" fontSize="sm">
          <Box>
            <Text>
              <b>{entered.code}</b>: {entered.title}
            </Text>
            {entered.whyNot !== '' && <Text color="copper.fg">{entered.whyNot}</Text>}
          </Box>
          <IconButton
            aria-label={`Take the code ${entered.code} out`}
            size="2xs"
            variant="ghost"
            colorPalette="ink"
            onClick={() =>
              void attempt(() => send('DELETE', '/api/shop/basket/codes', { code: entered.code }, anything))
            }
          >
            <X size={14} />
          </IconButton>
        </HStack>
      ))}
      <OrderSums sums={sums} currency={currency} />
      {toFreeDelivery !== null && (
        <Text fontSize="sm" color="lichen.fg">
          {formatMoney(Exact.from(toFreeDelivery), currency)} more, and delivery costs nothing.
        </Text>
      )}
    </Stack>
  );
}
