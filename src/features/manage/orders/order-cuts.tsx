'use client';

import { Heading, Stack, Table, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { quantityWords } from '@/core/words';
import { type OrderView } from '@/services/selling/orders';

/** Which pieces of an order are cut from which lots; nothing where nothing is cut. */
export function OrderCuts({ order: { cuts, state } }: { order: OrderView }) {
  if (cuts.length === 0) return null;
  const done = cuts.every(({ cut }) => cut);
  return (
    <Stack mt="6" gap="2">
      <Heading as="h2" size="lg">
        Cuts
      </Heading>
      <Table.Root size="sm" maxW="640px" bg="bg.panel" aria-label="Cuts" css={{ fontVariantNumeric: 'tabular-nums' }}>
        <Table.Body>
          {cuts.map(({ stock, title, unit, label, length, count, cut }, index) => (
            <Table.Row key={index}>
              <Table.Cell fontWeight="600">
                {count} × {quantityWords({ value: length, unit })}
              </Table.Cell>
              <Table.Cell>
                <PageLink href={`/manage/stock/${stock}`} style={{ textDecoration: 'underline' }}>
                  {title}
                </PageLink>
              </Table.Cell>
              <Table.Cell>{label === null ? 'waits for a lot that is long enough' : `from ${label}`}</Table.Cell>
              <Table.Cell>{cut ? 'cut' : 'planned'}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {!done && state === 'paid' && (
        <Text>
          <PageLink href="/manage/cutting" style={{ textDecoration: 'underline' }}>
            Confirm what was cut
          </PageLink>
        </Text>
      )}
    </Stack>
  );
}
