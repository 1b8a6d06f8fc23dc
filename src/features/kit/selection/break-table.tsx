'use client';

import { Button, chakra, Table, Text } from '@chakra-ui/react';
import { type Breaks } from '@/core/pricing';
import { formatQuantity } from '@/core/quantity';
import { type BreakRow } from '@/core/run';
import { Exact } from '@/core/number';
import { Money } from '@/ui/text';
import { type SelectionState } from './use-selection';

/** From how many on a row holds: `10`, `48 – four cases`, `beyond 10`, `from 10 m`. */
function rowWords({ counting, from, quantity, caption }: BreakRow): string {
  const isMeasured = 'unit' in from;
  const amount = isMeasured ? formatQuantity({ value: from.value.rounded(6), unit: from.unit }) : from.toString();
  if (counting === 'graduated') return !isMeasured && from.sign() === 0 ? 'At first' : `Each beyond ${amount}`;
  if (isMeasured) return `From ${amount}`;
  return caption === '' ? `From ${quantity ?? amount}` : `${quantity ?? amount} – ${caption}`;
}

/** Whether a row is that of what is chosen now. */
function isHere(rows: readonly BreakRow[], index: number, quantity: number): boolean {
  return rows.findLastIndex((row) => row.quantity !== null && row.quantity <= quantity) === index;
}

interface Props {
  selection: Pick<SelectionState, 'breaks' | 'more' | 'resolution' | 'setQuantityText' | 'program'>;
}

/** What more of it costs, following what is chosen; a press takes a row's quantity over. */
export function BreakTable({ selection: { breaks, resolution, setQuantityText, program } }: Props) {
  if (breaks.length < 2) return null;
  const { currency, quantity } = resolution;
  const across = program.breaks.find((table) => table.across !== 'line');
  return (
    <chakra.section aria-label="Quantity breaks">
      <Table.Root size="sm" aria-label="Quantity breaks" css={{ fontVariantNumeric: 'tabular-nums' }}>
        <Table.Header>
          <Table.Row bg="transparent">
            <Table.ColumnHeader px="3">When you buy</Table.ColumnHeader>
            <Table.ColumnHeader px="1" textAlign="end">
              each costs
            </Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {breaks.map((row, index) => {
            const here = isHere(breaks, index, quantity);
            return (
              <Table.Row key={index} bg={here ? 'bg.panel' : 'transparent'} aria-current={here ? 'true' : undefined}>
                <Table.Cell px="1" py="0.5">
                  {row.quantity === null ? (
                    <Text px="2" color="fg.muted">
                      {rowWords(row)}
                    </Text>
                  ) : (
                    <Button
                      size="xs"
                      fontSize="sm"
                      variant="ghost"
                      colorPalette="ink"
                      fontWeight={here ? '700' : '400'}
                      px="2"
                      onClick={() => setQuantityText(String(row.quantity))}
                    >
                      {rowWords(row)}
                    </Button>
                  )}
                </Table.Cell>
                <Table.Cell px="1" textAlign="end" fontWeight={here ? '700' : '400'}>
                  <Money amount={row.each.toString()} currency={currency} />
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {across && (
        <Text fontSize="xs" color="fg.muted" mt="1">
          {acrossWords(across)}
        </Text>
      )}
    </chakra.section>
  );
}

const acrossWords = ({ across, together }: Pick<Breaks, 'across' | 'together'>) =>
  across === 'product'
    ? 'All of this in your basket counts, whatever is chosen of each.'
    : `Everything of “${together}” in your basket counts together.`;

/** Says so where a few more cost no more, with a press that takes them. */
export function MoreForLessNote({ selection: { more, resolution, setQuantityText } }: Pick<Props, 'selection'>) {
  const total = resolution.lineTotal;
  if (!more || total === null) return null;
  return (
    <Text fontSize="sm" color="lichen.fg" mt="2" role="status">
      {more.quantity}
      {more.caption === '' ? '' : ` (${more.caption})`} cost{' '}
      {Exact.from(total).equals(more.total) ? 'the same' : 'less'}:{' '}
      <Money amount={more.total.toString()} currency={resolution.currency} />.{' '}
      <Button size="xs" variant="outline" colorPalette="copper" onClick={() => setQuantityText(String(more.quantity))}>
        Take {more.quantity}
      </Button>
    </Text>
  );
}
