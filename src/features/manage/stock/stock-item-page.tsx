'use client';

import { Box, Button, Grid, Heading, SimpleGrid, Stack, Table, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { Exact } from '@/core/number';
import { unitByCode } from '@/core/quantity';
import { quantityWords } from '@/core/words';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { type LotView } from '@/services/stock/ledger/lots';
import { type ExpectedView } from '@/services/stock/items/expected';
import { type StockMovementView } from '@/services/stock/items/stock';
import { WhereUsed } from '@/features/kit/where-used';
import { Page } from '@/ui/page';
import { Money, PageHead } from '@/ui/text';
import { When } from '@/ui/when';
import { LotRuleForm } from '@/features/editors/fields';
import { LotsTable } from './lots-table';
import { OnItsWay } from './on-its-way';
import { StockItemForm } from './stock-item-form';
import { StockEntryForm } from './stock-entry-form';

const KINDS: Readonly<Record<StockMovementView['kind'], string>> = {
  receipt: 'Receipt',
  adjustment: 'Adjustment',
  reservation: 'Reservation',
  release: 'Release',
  sale: 'Sale',
  cut: 'Cut',
};

/** One stock item: its figures, its movements, and the entry of new ones. */
export function StockItemPage({
  item,
  lots,
  movements,
  expected,
  currency,
}: {
  item: StockFigures;
  lots: readonly LotView[];
  movements: readonly StockMovementView[];
  expected: readonly ExpectedView[];
  currency: string;
}) {
  const words = (value: string) => quantityWords({ value, unit: item.unit });
  const figures = [
    ['On hand', item.onHand],
    ['Reserved', item.reserved],
    ['Available', item.available],
  ] as const;
  return (
    <Page>
      <PageHead
        title={item.title}
        lead={`${item.archived ? 'Archived: offered nowhere any more. ' : ''}Counted in ${unitByCode(item.unit)?.words[1] ?? item.unit}.${Number(item.backorder) > 0 ? ` ${words(item.backorder)} may be promised beyond what is on hand.` : ''}`}
      >
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/stock">All stock</PageLink>
        </Button>
      </PageHead>
      <Grid templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 340px' }} gap="7" alignItems="start">
        <Stack gap="5">
          <SimpleGrid columns={4} gap="4">
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
            <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" px="4" py="3">
              <Text fontSize="sm" color="fg.muted">
                Unit cost
              </Text>
              <Text fontSize="2xl" fontWeight="700">
                {item.cost === null ? (
                  <Text as="span" color="fg.muted" fontSize="md" fontWeight="400">
                    not known
                  </Text>
                ) : (
                  <Money amount={item.cost} currency={currency} />
                )}
              </Text>
            </Box>
          </SimpleGrid>
          {item.lying && <LotsTable item={item} lots={lots} />}
          <Box>
            <Heading as="h2" size="lg" mb="2">
              Where it is used
            </Heading>
            <WhereUsed what="stock" of={item.key} nothing="Nothing takes from it yet." />
          </Box>
          <Movements movements={movements} unit={item.unit} currency={currency} />
        </Stack>
        <Stack gap="5">
          <StockEntryForm item={item} lots={lots} />
          <OnItsWay item={item} expected={expected} />
          <LotRuleForm item={item} />
          <StockItemForm
            key={`${item.title} ${item.unit} ${item.backorder} ${item.cost ?? ''} ${item.costing}`}
            item={item}
            hasMoved={movements.length > 0}
          />
        </Stack>
      </Grid>
    </Page>
  );
}

function Movements({
  movements,
  unit,
  currency,
}: {
  movements: readonly StockMovementView[];
  unit: string;
  currency: string;
}) {
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
                    <PageLink href={`/manage/orders/${movement.orderId}`} style={{ textDecoration: 'underline' }}>
                      {movement.reason}
                    </PageLink>
                  )}
                  {movement.unitCost !== null && (
                    <Text as="span" color="fg.muted">
                      , <Money amount={movement.unitCost} currency={currency} /> for one
                    </Text>
                  )}
                  {movement.who !== null && (
                    <Text as="span" color="fg.muted">
                      {' '}
                      · {movement.who}
                    </Text>
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
