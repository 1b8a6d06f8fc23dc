'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { dayWords, parseDay } from '@/core/calendar';
import { unitByCode } from '@/core/quantity';
import { quantityWords } from '@/core/words';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { type ExpectedView } from '@/services/stock/items/expected';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';

/** What is on its way of a stock item: what can be promised from which day on follows from it. */
export function OnItsWay({ item, expected }: { item: StockFigures; expected: readonly ExpectedView[] }) {
  const [quantity, setQuantity] = useState('');
  const [day, setDay] = useState('');
  const [note, setNote] = useState('');
  const { busy, fault, attempt } = useAttempt();
  const address = `/api/manage/stock/${item.key}/expected`;
  const unit = unitByCode(item.unit);
  const add = (event: FormEvent) => {
    event.preventDefault();
    void attempt(async () => {
      await send('POST', address, { quantity, day, note }, anything);
      setQuantity('');
      setNote('');
    }, 'Noted as on its way');
  };
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" p="5">
      <Heading as="h2" size="lg" mb="1">
        On its way
      </Heading>
      <Text fontSize="sm" color="fg.muted" mb="3">
        A basket that wants more than there is says from which day on it can have all.
      </Text>
      <Stack gap="2" mb={expected.length > 0 ? '4' : '0'}>
        {expected.map((receipt) => (
          <Box
            key={receipt.id}
            as="article"
            aria-label={`Expected ${receipt.day}`}
            borderBottomWidth="1px"
            borderColor="border.muted"
            pb="2"
          >
            <Text>
              <strong>{quantityWords({ value: receipt.quantity, unit: item.unit })}</strong> on{' '}
              {dayWords(parseDay(receipt.day) ?? 0)}
            </Text>
            {receipt.note && (
              <Text fontSize="sm" color="fg.muted">
                {receipt.note}
              </Text>
            )}
            <HStack gap="2" mt="1">
              <Button
                size="xs"
                variant="outline"
                disabled={busy}
                onClick={() =>
                  void attempt(
                    () => send('POST', `${address}/${receipt.id}`, undefined, anything),
                    'Entered as a receipt',
                  )
                }
              >
                Receive
              </Button>
              <Button
                size="xs"
                variant="ghost"
                colorPalette="ink"
                disabled={busy}
                onClick={() =>
                  void attempt(
                    () => send('DELETE', `${address}/${receipt.id}`, undefined, anything),
                    'No longer expected',
                  )
                }
              >
                Cancel
              </Button>
            </HStack>
          </Box>
        ))}
      </Stack>
      <form onSubmit={add}>
        <Stack gap="3">
          <HStack gap="3" align="start">
            <TextField
              label={
                item.lying
                  ? 'One lot, this long'
                  : `How much (${unit && unit.dimension !== 'count' ? unit.symbol : 'pieces'})`
              }
              value={quantity}
              inputMode="decimal"
              onChange={setQuantity}
            />
            <TextField label="Expected on" type="date" value={day} onChange={setDay} />
          </HStack>
          <TextField label="From whom" value={note} maxLength={200} placeholder="Delivery from …" onChange={setNote} />
          <FaultLine role="alert">{fault}</FaultLine>
          <Button type="submit" variant="outline" loading={busy} disabled={quantity.trim() === '' || day === ''}>
            Add what is on its way
          </Button>
        </Stack>
      </form>
    </Box>
  );
}
