'use client';

import { Box, Button, Grid, Heading, SimpleGrid, Stack, Table, Text } from '@chakra-ui/react';
import NextLink from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { Exact } from '@/core/number';
import { unitByCode } from '@/core/quantity';
import { quantityWords } from '@/core/words';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type StockMovementView } from '@/services/stock';
import { type StockFigures } from '@/services/surroundings';
import { SelectField, TextField } from '@/ui/field';
import { PageHead } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { When } from '@/ui/when';

const KINDS: Readonly<Record<StockMovementView['kind'], string>> = {
  receipt: 'Receipt',
  adjustment: 'Adjustment',
  reservation: 'Reservation',
  release: 'Release',
  sale: 'Sale',
};

/** One stock item: its figures, its movements, and the entry of new ones. */
export function StockItemPage({ item, movements }: { item: StockFigures; movements: readonly StockMovementView[] }) {
  const words = (value: string) => quantityWords({ value, unit: item.unit });
  const figures = [
    ['On hand', item.onHand],
    ['Reserved', item.reserved],
    ['Available', item.available],
  ] as const;
  return (
    <Box p={{ base: '4', lg: '7' }} maxW="1200px">
      <PageHead title={item.title} lead={`Counted in ${unitByCode(item.unit)?.words[1] ?? item.unit}.${Number(item.backorder) > 0 ? ` ${words(item.backorder)} may be promised beyond what is on hand.` : ''}`}>
        <Button asChild variant="outline" size="sm">
          <NextLink href="/manage/stock">All stock</NextLink>
        </Button>
      </PageHead>
      <Grid templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 340px' }} gap="7" alignItems="start">
        <Stack gap="5">
          <SimpleGrid columns={3} gap="4">
            {figures.map(([label, value]) => (
              <Box key={label} bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" px="4" py="3">
                <Text fontSize="sm" color="fg.muted">
                  {label}
                </Text>
                <Text fontSize="2xl" fontWeight="700" fontVariantNumeric="tabular-nums">
                  {words(value)}
                </Text>
              </Box>
            ))}
          </SimpleGrid>
          <Movements movements={movements} unit={item.unit} />
        </Stack>
        <StockEntryForm item={item} />
      </Grid>
    </Box>
  );
}

function Movements({ movements, unit }: { movements: readonly StockMovementView[]; unit: string }) {
  const signed = (value: string) => {
    const amount = Exact.from(value);
    if (amount.sign() === 0) return '';
    const size = amount.sign() < 0 ? amount.negated() : amount;
    return `${amount.sign() < 0 ? '−' : '+'}${size.toString()}`;
  };
  return (
    <Box>
      <Heading as="h2" size="lg" mb="2">
        Movements
      </Heading>
      <Box overflowX="auto" bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3">
        <Table.Root size="sm" aria-label="Movements" css={{ fontVariantNumeric: 'tabular-nums' }}>
          <Table.Header>
            <Table.Row bg="bg.subtle">
              <Table.ColumnHeader>When</Table.ColumnHeader>
              <Table.ColumnHeader>What</Table.ColumnHeader>
              <Table.ColumnHeader>Why</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">On hand</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Reserved</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">On hand after</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {movements.map((movement) => (
              <Table.Row key={movement.id} bg="transparent">
                <Table.Cell whiteSpace="nowrap">
                  <When at={movement.at} />
                </Table.Cell>
                <Table.Cell>{KINDS[movement.kind]}</Table.Cell>
                <Table.Cell>
                  {movement.orderId === null ? (
                    movement.reason
                  ) : (
                    <NextLink href={`/manage/orders/${movement.orderId}`} style={{ textDecoration: 'underline' }}>
                      {movement.reason}
                    </NextLink>
                  )}
                </Table.Cell>
                <Table.Cell textAlign="end">{signed(movement.onHandChange)}</Table.Cell>
                <Table.Cell textAlign="end">{signed(movement.reservedChange)}</Table.Cell>
                <Table.Cell textAlign="end" whiteSpace="nowrap">
                  {quantityWords({ value: movement.onHandAfter, unit })}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
        {movements.length === 0 && (
          <Text p="4" color="fg.muted">
            Nothing has moved yet. Enter what is there as a receipt.
          </Text>
        )}
      </Box>
    </Box>
  );
}

const ENTRIES = [
  { value: 'receipt', label: 'Receipt: this much came in' },
  { value: 'adjustment', label: 'Count: this much is there' },
];

function StockEntryForm({ item }: { item: StockFigures }) {
  const router = useRouter();
  const [kind, setKind] = useState('receipt');
  const [quantity, setQuantity] = useState('');
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const unit = unitByCode(item.unit);

  const enter = async (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() === '') {
      setFault('Say why, so that the ledger can be read later.');
      return;
    }
    setBusy(true);
    setFault(undefined);
    try {
      await send('POST', `/api/manage/stock/${item.key}/entries`, { kind, quantity, reason }, anything);
      sayDone(kind === 'receipt' ? 'Receipt entered' : 'Count entered');
      setQuantity('');
      setReason('');
      router.refresh();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" p="5">
      <Heading as="h2" size="lg" mb="3">
        Enter a movement
      </Heading>
      <form onSubmit={(event) => void enter(event)}>
        <Stack gap="4">
          <SelectField label="What happened" value={kind} alternatives={ENTRIES} onChange={setKind} />
          <TextField
            label={`Quantity${unit ? ` (${unit.dimension === 'count' ? 'pieces' : unit.symbol})` : ''}`}
            value={quantity}
            inputMode="decimal"
            onChange={setQuantity}
            help={unit && unit.dimension !== 'count' ? 'Any unit that fits may be typed, as in 25 m.' : undefined}
          />
          <TextField label="Why" value={reason} maxLength={200} placeholder={kind === 'receipt' ? 'Delivery from …' : 'Counted on the shelf'} onChange={setReason} />
          {fault && (
            <Text color="brick.fg" role="alert">
              {fault}
            </Text>
          )}
          <Button type="submit" loading={busy}>
            {kind === 'receipt' ? 'Enter receipt' : 'Enter count'}
          </Button>
        </Stack>
      </form>
    </Box>
  );
}
