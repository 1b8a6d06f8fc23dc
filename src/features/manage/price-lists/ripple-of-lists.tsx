'use client';

import { Table, Text } from '@chakra-ui/react';
import { dateWords } from '@/core/calendar';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { counted } from '@/core/words';
import { type PriceListsRipple } from '@/services/prices/lists-ahead';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { ScrollRegion } from '@/ui/scroll-region';

interface Props {
  ripple: PriceListsRipple | null;
  currency: string;
  busy: boolean;
  fault: string | undefined;
  onAccept: () => void;
  onClose: () => void;
}

/** What other price lists change, before they hold: prices, and what would earn less than its floor. */
export function RippleOfLists({ ripple, currency, busy, fault, onAccept, onClose }: Props) {
  const money = (amount: string | null) => (amount === null ? 'none' : formatMoney(Exact.from(amount), currency));
  return (
    <AppDialog
      size="xl"
      open={ripple !== null}
      title={`${counted(ripple?.count ?? 0, 'price changes', 'prices change')}`}
      onClose={onClose}
      footer={
        <DialogButtons
          confirm={ripple && ripple.below.length > 0 ? 'Save anyway' : 'Save the lists'}
          danger={(ripple?.below.length ?? 0) > 0}
          busy={busy}
          onConfirm={onAccept}
          onClose={onClose}
        />
      }
    >
      {ripple?.below.map(({ slug, title, words }) => (
        <Text key={slug} color="brick.fg" mb="2">
          {title} falls below its floor. {words}
        </Text>
      ))}
      <Text color="fg.muted" mb="3">
        They hold on their days, also in the shop and for what lies in baskets.
      </Text>
      <ScrollRegion label="Prices that change" height="320px">
        <Table.Root size="sm" aria-label="Prices that change">
          <Table.Header>
            <Table.Row bg="bg.subtle">
              <Table.ColumnHeader>What</Table.ColumnHeader>
              <Table.ColumnHeader>For</Table.ColumnHeader>
              <Table.ColumnHeader>From</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Now</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Then</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {ripple?.changes.map((change, place) => (
              <Table.Row key={place} bg="transparent">
                <Table.Cell>
                  {change.what === '' ? change.title : `${change.title}: ${change.what}`}
                  {!change.inShop && (
                    <Text as="span" color="fg.muted" fontSize="xs">
                      {' '}
                      (not in the shop)
                    </Text>
                  )}
                </Table.Cell>
                <Table.Cell>{change.groups}</Table.Cell>
                <Table.Cell whiteSpace="nowrap">{dateWords(change.day)}</Table.Cell>
                <Table.Cell textAlign="end" color="fg.muted">
                  {money(change.from)}
                </Table.Cell>
                <Table.Cell textAlign="end">{money(change.to)}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </ScrollRegion>
      {ripple && ripple.count > ripple.changes.length && (
        <Text fontSize="sm" color="fg.muted" mt="2">
          And {ripple.count - ripple.changes.length} more.
        </Text>
      )}
      <FaultLine role="alert">{fault}</FaultLine>
    </AppDialog>
  );
}
