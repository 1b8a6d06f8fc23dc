'use client';

import { Table, Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { Money } from '@/ui/text';

type Worked = Pick<ResolutionJson, 'working' | 'unitPrice' | 'lineTotal' | 'quantity' | 'currency'>;

const strong = { fontWeight: '700', borderColor: 'border.emphasized' } as const;

/** The working: every line with what it is taken of, down to the total. */
export function WorkingTable({
  resolution: { working, unitPrice, lineTotal, quantity, currency },
}: {
  resolution: Worked;
}) {
  if (working.length === 0 && unitPrice === null) return <Text color="fg.muted">No price can be worked out yet.</Text>;
  const once = working.filter(({ per }) => per === 'line');
  const ofAll =
    unitPrice === null || lineTotal === null
      ? null
      : once.reduce((sum, { amount }) => sum.minus(Exact.from(amount)), Exact.from(lineTotal)).toString();
  return (
    <Table.Root size="sm" aria-label="Working" css={{ fontVariantNumeric: 'tabular-nums' }}>
      <Table.Body>
        {working.map(
          (line, index) =>
            line.per === 'unit' && (
              <Line key={index} label={line.label} of={line.of} amount={line.amount} currency={currency} />
            ),
        )}
        {unitPrice !== null && (
          <Line
            sum
            label={quantity === 1 && once.length === 0 ? 'Price' : 'Each'}
            amount={unitPrice}
            currency={currency}
          />
        )}
        {ofAll !== null && quantity !== 1 && (
          <Line sum={once.length === 0} label={`× ${quantity}`} amount={ofAll} currency={currency} />
        )}
        {once.map((line, index) => (
          <Line
            key={index}
            label={line.label}
            of={line.of ?? 'once, however many are taken'}
            amount={line.amount}
            currency={currency}
          />
        ))}
        {lineTotal !== null && once.length > 0 && <Line sum label="Together" amount={lineTotal} currency={currency} />}
      </Table.Body>
    </Table.Root>
  );
}

function Line({
  label,
  of = null,
  amount,
  currency,
  sum = false,
}: {
  label: string;
  of?: string | null;
  amount: string;
  currency: string;
  sum?: boolean;
}) {
  const look = sum ? strong : { borderColor: 'border.muted' };
  return (
    <Table.Row bg="transparent">
      <Table.Cell px="0" py="1" {...look}>
        {label}
        {of && (
          <Text as="span" display="block" fontSize="xs" color="fg.muted">
            {of}
          </Text>
        )}
      </Table.Cell>
      <Table.Cell px="0" py="1" textAlign="end" verticalAlign="top" {...look}>
        <Money amount={amount} currency={currency} />
      </Table.Cell>
    </Table.Row>
  );
}
