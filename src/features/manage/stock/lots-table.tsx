'use client';

import { Box, Button, Heading, HStack, Table, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { Exact } from '@/core/number';
import { counted, quantityWords } from '@/core/words';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { type LotView } from '@/services/stock/ledger/lots';

/** The lots of a stock item, how much of each is free, and to whom the rest has been promised. */
export function LotsTable({ item, lots }: { item: StockFigures; lots: readonly LotView[] }) {
  const words = (value: string) => quantityWords({ value, unit: item.unit });
  const longest = lots.reduce(
    (most, { length }) => (Exact.from(length).isMore(most) ? Exact.from(length) : most),
    Exact.zero,
  );
  const share = (value: string) =>
    longest.sign() === 0 ? 0 : Exact.from(value).over(longest).toApproximateNumber() * 100;
  const longestFree = lots.reduce(
    (most, { free }) => (Exact.from(free).isMore(most) ? Exact.from(free) : most),
    Exact.zero,
  );
  return (
    <Box as="section" aria-label="Lots">
      <HStack justify="space-between" mb="2">
        <Heading as="h2" size="lg">
          Lots
        </Heading>
        <HStack gap="3">
          <Text color="fg.muted">
            {lots.length > 0
              ? `${counted(lots.length, 'lot')}, the longest piece to be had is ${words(longestFree.toString())}.`
              : ''}
          </Text>
          <Button asChild size="sm" variant="outline">
            <PageLink href="/manage/cutting">To be cut</PageLink>
          </Button>
        </HStack>
      </HStack>
      <Box overflowX="auto" bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3">
        <Table.Root size="sm" aria-label="Lots" css={{ fontVariantNumeric: 'tabular-nums' }}>
          <Table.Header>
            <Table.Row bg="bg.subtle">
              <Table.ColumnHeader>Lot</Table.ColumnHeader>
              <Table.ColumnHeader w="32%">
                <Text srOnly>How much of it is left</Text>
              </Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Left</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Free</Table.ColumnHeader>
              <Table.ColumnHeader>Promised</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {lots.map((lot) => (
              <Table.Row key={lot.id} bg="transparent">
                <Table.Cell fontWeight="600" whiteSpace="nowrap">
                  {lot.label}
                </Table.Cell>
                <Table.Cell>
                  <Box position="relative" h="10px" bg="bg.muted" borderRadius="l1" overflow="hidden" aria-hidden>
                    <Box
                      position="absolute"
                      insetY="0"
                      left="0"
                      bg="copper.muted"
                      style={{ width: `${share(lot.left)}%` }}
                    />
                    <Box
                      position="absolute"
                      insetY="0"
                      left="0"
                      bg="lichen.solid"
                      style={{ width: `${share(lot.free)}%` }}
                    />
                  </Box>
                </Table.Cell>
                <Table.Cell textAlign="end" whiteSpace="nowrap">
                  {words(lot.left)}
                </Table.Cell>
                <Table.Cell textAlign="end" whiteSpace="nowrap">
                  {words(lot.free)}
                </Table.Cell>
                <Table.Cell>
                  {lot.promised.map(({ order, length, count }, index) => (
                    <Text key={index} fontSize="sm">
                      {count} × {words(length)}, order {order}
                    </Text>
                  ))}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
        {lots.length === 0 && (
          <Text p="4" color="fg.muted">
            No lot has anything left. Enter those that come in as a receipt.
          </Text>
        )}
      </Box>
    </Box>
  );
}
