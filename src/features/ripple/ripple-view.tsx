import { Button, HStack, Progress, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '@/core/words';
import { type BrokenProof } from '@/features/proofs/broken-proof';
import { differenceWords } from '@/features/proofs/difference-words';
import { ProofWorkings } from '@/features/proofs/proof-workings';
import { ScrollRegion } from '@/ui/scroll-region';
import { Slip } from '@/ui/text';
import { type Ripple } from './use-ripple';

const REACH = { stays: '', joins: 'gets the sheet', leaves: 'loses the sheet' } as const;

/**
 * What a change would do to every product it reaches, as it is found out.
 *
 * @param nothingReached what is said where nothing is reached
 * @param refused why the change was refused, where it was
 */
export function RippleView({
  ripple: { rows, progress, state, fault: unread, stop, stopping },
  nothingReached,
  refused,
}: {
  ripple: Ripple;
  nothingReached: string;
  refused?: string;
}) {
  const finished = state === 'finished';
  const fault = unread ?? refused;
  const order = [...rows].sort(
    (a, b) =>
      b.stops.length - a.stops.length ||
      Number(b.belowFloor !== null) - Number(a.belowFloor !== null) ||
      Number(b.changes) - Number(a.changes) ||
      a.title.localeCompare(b.title),
  );
  const changing = rows.filter(({ changes }) => changes).length;
  return (
    <Stack gap="4">
      {!finished && !fault && (
        <HStack gap="3">
          <Progress.Root
            flex="1"
            value={progress.done}
            max={Math.max(1, progress.total)}
            aria-label="Products looked at"
          >
            <Progress.Track>
              <Progress.Range bg="copper.solid" />
            </Progress.Track>
          </Progress.Root>
          <Text fontSize="sm" color="fg.muted" whiteSpace="nowrap">
            {state === 'stopped' ? 'Stopped' : `${progress.done} of ${progress.total} products looked at`}
          </Text>
          {state !== 'stopped' && (
            <Button size="xs" variant="outline" colorPalette="ink" onClick={stop}>
              Stop
            </Button>
          )}
        </HStack>
      )}
      {fault && (
        <Text role="alert" color="brick.fg">
          {fault}
        </Text>
      )}
      <Text role="status">
        {rows.length === 0
          ? finished
            ? nothingReached
            : ''
          : `It reaches ${counted(rows.length, 'product')}; ${changing === 0 ? 'no price and no amount changes, and everything stays sellable' : `${changing} ${changing === 1 ? 'changes' : 'change'}`}.${stopping > 0 ? ` ${counted(stopping, 'product')} in the shop would stop being sold.` : ''}`}
      </Text>
      {rows.length > 0 && (
        <ScrollRegion label="Products it reaches" height="380px">
          <Table.Root size="sm" aria-label="Ripple" css={{ fontVariantNumeric: 'tabular-nums' }}>
            <Table.Header>
              <Table.Row bg="bg.subtle">
                <Table.ColumnHeader>Product</Table.ColumnHeader>
                <Table.ColumnHeader textAlign="end">Price now</Table.ColumnHeader>
                <Table.ColumnHeader textAlign="end">Price after</Table.ColumnHeader>
                <Table.ColumnHeader>What happens</Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {order.map((row) => (
                <Table.Row
                  key={row.productId}
                  bg={
                    row.stops.length + row.breaks.length > 0 || row.belowFloor !== null ? 'brick.subtle' : 'transparent'
                  }
                  verticalAlign="top"
                >
                  <Table.Cell fontWeight="600">
                    {row.title} {!row.inShop && <Slip>draft</Slip>}
                  </Table.Cell>
                  <Table.Cell textAlign="end">{row.priceBefore ?? 'none'}</Table.Cell>
                  <Table.Cell textAlign="end" fontWeight={row.priceAfter === row.priceBefore ? '400' : '700'}>
                    {row.priceAfter ?? 'none'}
                  </Table.Cell>
                  <Table.Cell fontSize="sm">
                    {[
                      REACH[row.reach],
                      row.stops.length > 0
                        ? `${row.inShop ? 'stops being sold: ' : 'is to be mended: '}${row.stops.join(' ')}`
                        : '',
                      row.mends.length > 0 ? `mended: ${row.mends.join(' ')}` : '',
                    ]
                      .filter(Boolean)
                      .join('; ') ||
                      (row.priceBefore !== row.priceAfter
                        ? 'another price'
                        : row.breaks.length + row.amounts.length === 0
                          ? 'stays as it is'
                          : '')}
                    {row.belowFloor !== null && <Text color="brick.fg">Below its floor then. {row.belowFloor}</Text>}
                    <ChangedAmounts amounts={row.amounts} />
                    {row.breaks.map((broken) => (
                      <BrokenProofNote key={broken.title} broken={broken} />
                    ))}
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </ScrollRegion>
      )}
    </Stack>
  );
}

/** So many changed amounts are shown at once. */
const FIRST_AMOUNTS = 6;

/** What is added otherwise, one by one. */
function ChangedAmounts({ amounts }: { amounts: readonly string[] }) {
  const [all, setAll] = useState(false);
  const more = amounts.length - FIRST_AMOUNTS;
  return (
    <>
      {(all ? amounts : amounts.slice(0, FIRST_AMOUNTS)).map((words) => (
        <Text key={words}>{words}</Text>
      ))}
      {more > 0 && !all && (
        <Button size="2xs" variant="outline" colorPalette="ink" onClick={() => setAll(true)}>
          {more} more
        </Button>
      )}
    </>
  );
}

/** A proof that the change breaks, with both workings to unfold. */
function BrokenProofNote({ broken: { title, differences, kept, now } }: { broken: BrokenProof }) {
  const [open, setOpen] = useState(false);
  return (
    <Stack gap="1" mt="1">
      <Text color="brick.fg">
        The proof “{title}” no longer holds. {differences.map(differenceWords).join(' ')}{' '}
        <Button size="2xs" variant="outline" colorPalette="brick" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Hide the workings' : 'Show both workings'}
        </Button>
      </Text>
      {open && <ProofWorkings kept={kept} now={now} />}
    </Stack>
  );
}
