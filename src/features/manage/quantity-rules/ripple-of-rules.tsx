'use client';

import { Table, Text } from '@chakra-ui/react';
import { counted } from '@/core/words';
import { type QuantityRipples } from '@/services/settings/quantity-rules';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { ScrollRegion } from '@/ui/scroll-region';

/** In what numbers products will be bought once other rules hold, before they do. */
export function RippleOfRules({
  ripple,
  busy,
  fault,
  onAccept,
  onClose,
}: {
  ripple: QuantityRipples | null;
  busy: boolean;
  fault: string | undefined;
  onAccept: () => void;
  onClose: () => void;
}) {
  return (
    <AppDialog
      size="xl"
      open={ripple !== null}
      title={`${counted(ripple?.products ?? 0, 'product')} will be bought in other numbers`}
      onClose={onClose}
      footer={<DialogButtons confirm="Let the rules hold" busy={busy} onConfirm={onAccept} onClose={onClose} />}
    >
      <Text color="fg.muted" mb="3">
        The rules hold at once, also in the shop and for what lies in baskets.
      </Text>
      <ScrollRegion label="What changes" height="340px">
        <Table.Root size="sm" aria-label="What changes">
          <Table.Header>
            <Table.Row bg="bg.subtle">
              <Table.ColumnHeader>Product</Table.ColumnHeader>
              <Table.ColumnHeader>For</Table.ColumnHeader>
              <Table.ColumnHeader>Now</Table.ColumnHeader>
              <Table.ColumnHeader>New</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {ripple?.rows.map((row) => (
              <Table.Row key={`${row.productId} ${row.group ?? ''}`} bg="transparent">
                <Table.Cell>
                  {row.title}
                  {!row.inShop && (
                    <Text as="span" color="fg.muted" fontSize="xs">
                      {' '}
                      (not in the shop)
                    </Text>
                  )}
                </Table.Cell>
                <Table.Cell>{row.group ?? 'everybody'}</Table.Cell>
                <Table.Cell color="fg.muted">{row.from}</Table.Cell>
                <Table.Cell>{row.to}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </ScrollRegion>
      {ripple && ripple.count > ripple.rows.length && (
        <Text fontSize="sm" color="fg.muted" mt="2">
          And {ripple.count - ripple.rows.length} more.
        </Text>
      )}
      <FaultLine role="alert">{fault}</FaultLine>
    </AppDialog>
  );
}
