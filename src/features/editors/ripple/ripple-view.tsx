import { Button, HStack, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '@/core/words';
import { type BrokenProof, differenceWords, ProofWorkings } from '@/features/editors/proofs';
import { ProgressBar } from '@/ui/progress-bar';
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
      {!finished && !fault && <HowFar progress={progress} isStopped={state === 'stopped'} onStop={stop} />}
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
                <RippleRowView key={row.productId} row={row} />
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

function HowFar({
  progress,
  isStopped,
  onStop,
}: Pick<Ripple, 'progress'> & { isStopped: boolean; onStop: Ripple['stop'] }) {
  return (
    <HStack gap="3">
      <ProgressBar flex="1" label="Products looked at" done={progress.done} of={progress.total} />
      <Text fontSize="sm" color="fg.muted" whiteSpace="nowrap">
        {isStopped ? 'Stopped' : `${progress.done} of ${progress.total} products looked at`}
      </Text>
      {!isStopped && (
        <Button size="xs" variant="outline" colorPalette="ink" onClick={onStop}>
          Stop
        </Button>
      )}
    </HStack>
  );
}

/** What happens to a product, in words. */
const happensWords = (row: Ripple['rows'][number]): string =>
  [
    REACH[row.reach],
    row.stops.length > 0 ? `${row.inShop ? 'stops being sold: ' : 'needs fixing: '}${row.stops.join(' ')}` : '',
    row.mends.length > 0 ? `fixed: ${row.mends.join(' ')}` : '',
  ]
    .filter(Boolean)
    .join('; ') ||
  (row.priceBefore !== row.priceAfter
    ? 'another price'
    : row.breaks.length + row.amounts.length === 0
      ? 'stays as it is'
      : '');

function RippleRowView({ row }: { row: Ripple['rows'][number] }) {
  const isWorse = row.stops.length + row.breaks.length > 0 || row.belowFloor !== null;
  return (
    <Table.Row bg={isWorse ? 'brick.subtle' : 'transparent'} verticalAlign="top">
      <Table.Cell fontWeight="600">
        {row.title} {!row.inShop && <Slip>draft</Slip>}
      </Table.Cell>
      <Table.Cell textAlign="end">{row.priceBefore ?? 'none'}</Table.Cell>
      <Table.Cell textAlign="end" fontWeight={row.priceAfter === row.priceBefore ? '400' : '700'}>
        {row.priceAfter ?? 'none'}
      </Table.Cell>
      <Table.Cell fontSize="sm">
        {happensWords(row)}
        {row.belowFloor !== null && <Text color="brick.fg">Below its floor then. {row.belowFloor}</Text>}
        <ChangedAmounts amounts={row.amounts} />
        {row.breaks.map((broken) => (
          <BrokenProofNote key={broken.title} broken={broken} />
        ))}
      </Table.Cell>
    </Table.Row>
  );
}
