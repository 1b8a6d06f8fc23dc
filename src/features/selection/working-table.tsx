'use client';

import { Table, Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { Money } from '@/ui/text';

type Worked = Pick<ResolutionJson, 'working' | 'unitPrice' | 'lineTotal' | 'quantity' | 'currency'>;

/** The working: every line with what it is taken of, down to the total. */
export function WorkingTable({ resolution: { working, unitPrice, lineTotal, quantity, currency } }: { resolution: Worked }) {
  if (working.length === 0) return <Text color="fg.muted">No price can be worked out yet.</Text>;
  const strong = { fontWeight: '700', borderColor: 'border.emphasized' } as const;
  return (
    <Table.Root size="sm" aria-label="Working" css={{ fontVariantNumeric: 'tabular-nums' }}>
      <Table.Body>
        {working.map((line, index) => (
          <Table.Row key={index} bg="transparent">
            <Table.Cell px="0" py="1" borderColor="border.muted">
              {line.label}
              {line.of && (
                <Text as="span" display="block" fontSize="xs" color="fg.muted">
                  {line.of}
                </Text>
              )}
            </Table.Cell>
            <Table.Cell px="0" py="1" textAlign="end" verticalAlign="top" borderColor="border.muted">
              <Money amount={line.amount} currency={currency} />
            </Table.Cell>
          </Table.Row>
        ))}
        {unitPrice !== null && (
          <Table.Row bg="transparent">
            <Table.Cell px="0" py="1" {...strong}>
              {quantity === 1 ? 'Price' : 'Each'}
            </Table.Cell>
            <Table.Cell px="0" py="1" textAlign="end" {...strong}>
              <Money amount={unitPrice} currency={currency} />
            </Table.Cell>
          </Table.Row>
        )}
        {lineTotal !== null && quantity !== 1 && (
          <Table.Row bg="transparent">
            <Table.Cell px="0" py="1" {...strong}>
              × {quantity}
            </Table.Cell>
            <Table.Cell px="0" py="1" textAlign="end" {...strong}>
              <Money amount={lineTotal} currency={currency} />
            </Table.Cell>
          </Table.Row>
        )}
      </Table.Body>
    </Table.Root>
  );
}
