'use client';

import { Box, Button, HStack, Spinner, Stack, Table, Text } from '@chakra-ui/react';
import { Fragment, useCallback, useRef, useState } from 'react';
import { counted } from '@/core/words';
import { ApiProblem, readLines, wordsOf } from '@/features/kit/shared';
import { type BulkChange } from '@/services/many/bulk-change';
import { AppDialog } from '@/ui/dialog';
import { RowsLeftOut, useLongRowsWithin } from '@/ui/long-list';
import { ScrollRegion } from '@/ui/scroll-region';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { type BulkFormProps } from './bulk-form';
import { bulkKinds, type FormKind } from './bulk-forms';
import { followMade, keptWords, type Made } from './made';
import { type Preview, type PreviewRow, usePreview } from './use-preview';

const targetWords = ({ products, sheets }: BulkFormProps['targets']) =>
  [
    products.length > 0 ? counted(products.length, 'product') : '',
    sheets.length > 0 ? counted(sheets.length, 'sheet') : '',
  ]
    .filter(Boolean)
    .join(' and ');

interface Props extends Pick<BulkFormProps, 'targets' | 'categories' | 'sheets'> {
  what: FormKind;
  /** whether what is changed can be published right after; absent where it can't */
  mayPublish?: boolean;
  onClose: () => void;
  /** @param published numbers of the products that were changed and are to be published; null where none are */
  onApplied: (published: readonly number[] | null) => void;
}

/** A change of many products or sheets: said, seen before it is made, and then made in one go. */
export function BulkDialog({ what, mayPublish = false, targets, categories, sheets, onClose, onApplied }: Props) {
  const [publishes, setPublishes] = useState(false);
  const [change, setChange] = useState<BulkChange | null>(null);
  const { preview, fault, setFault, look, stop } = usePreview();
  const [made, setMade] = useState<Made | null>(null);
  const making = useRef<AbortController>(null);
  const { words, Form } = bulkKinds[what];
  const choose = useCallback(
    (next: BulkChange | null) => {
      setChange(next);
      void look(next);
    },
    [look],
  );
  const apply = async () => {
    const { signal } = (making.current = new AbortController());
    setFault(undefined);
    setMade({ done: 0, total: 0, changed: 0, kept: [] });
    try {
      const asked = { change, apply: true, seen: preview?.seen };
      const done = await followMade(readLines('/api/manage/bulk', signal, asked), setMade);
      sayDone(preview?.words ?? words, doneWords(done));
      onApplied(publishes ? changedBy(preview, targets) : null);
    } catch (error) {
      if (signal.aborted) {
        // What was on its way is made all the same: the list knows how many.
        sayDone('Stopped on the way', 'Go on with it, or take back what has been changed, from the list.');
        onApplied(null);
        return;
      }
      // What was seen is not what there is any more: it is worked out anew.
      if (error instanceof ApiProblem && error.code === 'changedMeanwhile') await look(change);
      setFault(wordsOf(error));
    } finally {
      setMade(null);
    }
  };
  // A sheet has no price: what it does to products is seen when it is published.
  const priced = targets.products.length > 0;
  const changing = preview?.rows.filter(({ changes }) => changes).length ?? 0;
  const isLooking = preview?.state === 'running';
  return (
    <AppDialog
      size="xl"
      open
      title={`${targetWords(targets)}: ${words.charAt(0).toLowerCase()}${words.slice(1)}`}
      onClose={made ? () => making.current?.abort() : onClose}
      footer={
        <>
          {made && (
            <Text fontSize="sm" role="status" flex="1">
              {made.done} of {counted(made.total, 'draft')} …
            </Text>
          )}
          {mayPublish && !made && (
            <Box flex="1">
              <Tick
                label="And publish: what that would change is seen next"
                checked={publishes}
                onChange={setPublishes}
              />
            </Box>
          )}
          {made ? (
            <Button variant="outline" onClick={() => making.current?.abort()}>
              Stop
            </Button>
          ) : (
            <Button variant="ghost" colorPalette="ink" onClick={onClose}>
              Cancel
            </Button>
          )}
          <Button
            disabled={!preview || isLooking || (changing === 0 && preview.state === 'finished')}
            loading={made !== null}
            onClick={() => void apply()}
          >
            {preview?.state === 'stopped'
              ? `Change all ${counted(preview.total, 'draft')}`
              : `Change ${counted(changing, 'draft')}`}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Form targets={targets} categories={categories} sheets={sheets} onChoose={choose} />
        {fault && (
          <Text role="alert" color="brick.fg">
            {fault}
          </Text>
        )}
        {change && !preview && !fault && <Spinner size="sm" />}
        {preview && preview.state !== 'finished' && (
          <HowFar preview={preview} onStop={stop} onGoOn={() => void look(change, preview)} />
        )}
        {preview && <WhatWouldChange rows={preview.rows} priced={priced} />}
      </Stack>
    </AppDialog>
  );
}

const doneWords = (done: Made): string =>
  [`${counted(done.changed, 'draft')} changed. It can be taken back from the list.`, keptWords(done)]
    .filter(Boolean)
    .join(' ');

/** Numbers of the products that a change changes, as far as it is known; else of all that it is about. */
const changedBy = (preview: Preview | null, { products }: BulkFormProps['targets']): readonly number[] =>
  preview?.state === 'finished' ? preview.rows.flatMap(({ id, changes }) => (changes ? [id] : [])) : products;

/** How many have been looked at, while there are others. */
function HowFar({
  preview: { done, total, state },
  onStop,
  onGoOn,
}: {
  preview: Preview;
  onStop: () => void;
  onGoOn: () => void;
}) {
  const isRunning = state === 'running';
  return (
    <HStack gap="3" fontSize="sm">
      {isRunning && <Spinner size="xs" />}
      <Text role="status">
        {isRunning ? 'Looked at' : 'Stopped after'} {done} of {total}
        {isRunning ? ' …' : ': what would happen to the others is not looked at.'}
      </Text>
      <Button size="xs" variant="outline" onClick={isRunning ? onStop : onGoOn}>
        {isRunning ? 'Stop' : 'Go on'}
      </Button>
    </HStack>
  );
}

/** What a row usually takes, in pixels. */
const ROW_HEIGHT = 37;

/** Every product or sheet of them, with what would happen to it. */
function WhatWouldChange({
  rows,
  priced,
}: {
  rows: readonly PreviewRow[];
  /** whether prices are told: of products, not of sheets */
  priced: boolean;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const { drawn, roomBefore, roomAfter, measure } = useLongRowsWithin(scroller, rows.length, ROW_HEIGHT);
  return (
    <ScrollRegion ref={scroller} label="What would change" height="360px">
      <Table.Root size="sm" aria-label="What would change" css={{ fontVariantNumeric: 'tabular-nums' }}>
        <Table.Header>
          <Table.Row bg="bg.subtle">
            <Table.ColumnHeader>{priced ? 'Product' : 'Sheet'}</Table.ColumnHeader>
            <Table.ColumnHeader>What happens</Table.ColumnHeader>
            {priced && <Table.ColumnHeader textAlign="end">Price now</Table.ColumnHeader>}
            {priced && <Table.ColumnHeader textAlign="end">Price after</Table.ColumnHeader>}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {drawn.map((index, place) => {
            const row = rows[index];
            return (
              row && (
                <Fragment key={`${row.of} ${row.id}`}>
                  <RowsLeftOut height={roomBefore(place)} />
                  <WouldChange row={row} index={index} measure={measure} priced={priced} />
                </Fragment>
              )
            );
          })}
          <RowsLeftOut height={roomAfter} />
        </Table.Body>
      </Table.Root>
    </ScrollRegion>
  );
}

function WouldChange({
  row,
  index,
  measure,
  priced,
}: {
  row: PreviewRow;
  index: number;
  measure: ((element: HTMLElement | null) => void) | undefined;
  priced: boolean;
}) {
  const price = (amount: string | null) => (row.changes ? (amount ?? 'none') : '');
  return (
    <Table.Row
      ref={measure}
      data-index={index}
      bg={row.faults.length + row.brokenProofs.length > 0 ? 'brick.subtle' : 'transparent'}
      color={row.changes ? undefined : 'fg.muted'}
      verticalAlign="top"
    >
      <Table.Cell fontWeight="600">{row.title}</Table.Cell>
      <Table.Cell>
        {row.does}
        {row.faults.map((message) => (
          <Text key={message} fontSize="sm" color="brick.fg">
            To mend then: {message}
          </Text>
        ))}
        {row.belowFloor !== null && (
          <Text fontSize="sm" color="brick.fg">
            Below its floor then. {row.belowFloor}
          </Text>
        )}
        {row.brokenProofs.map((title) => (
          <Text key={title} fontSize="sm" color="brick.fg">
            A proof no longer holds then: {title}
          </Text>
        ))}
      </Table.Cell>
      {priced && <Table.Cell textAlign="end">{price(row.priceBefore)}</Table.Cell>}
      {priced && <Table.Cell textAlign="end">{price(row.priceAfter)}</Table.Cell>}
    </Table.Row>
  );
}
