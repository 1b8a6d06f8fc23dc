'use client';

import { Button, Spinner, Stack, Table, Text } from '@chakra-ui/react';
import { useCallback, useRef, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { ApiProblem, send, wordsOf } from '@/features/kit/shared';
import { type BulkChange } from '@/services/many/bulk-change';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';
import { sayDone } from '@/ui/toasts';
import { type BulkFormProps } from './bulk-form';
import { bulkKinds } from './bulk-forms';

const previewSchema = z.object({
  words: z.string(),
  seen: z.string(),
  rows: z.array(
    z.object({
      of: z.enum(['product', 'sheet']),
      id: z.number(),
      title: z.string(),
      does: z.string(),
      changes: z.boolean(),
      priceBefore: z.string().nullable(),
      priceAfter: z.string().nullable(),
      faults: z.array(z.string()),
      brokenProofs: z.array(z.string()),
      belowFloor: z.string().nullable(),
    }),
  ),
});
const appliedSchema = z.object({ id: z.number(), words: z.string(), changed: z.number() });

const targetWords = ({ products, sheets }: BulkFormProps['targets']) =>
  [
    products.length > 0 ? counted(products.length, 'product') : '',
    sheets.length > 0 ? counted(sheets.length, 'sheet') : '',
  ]
    .filter(Boolean)
    .join(' and ');

interface Props extends Pick<BulkFormProps, 'targets' | 'categories' | 'sheets'> {
  what: BulkChange['kind'];
  onClose: () => void;
  onApplied: () => void;
}

/** A change of many products or sheets: said, seen before it is made, and then made in one go. */
export function BulkDialog({ what, targets, categories, sheets, onClose, onApplied }: Props) {
  const [change, setChange] = useState<BulkChange | null>(null);
  const [preview, setPreview] = useState<z.infer<typeof previewSchema>>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const asking = useRef<AbortController>(null);
  const { words, Form } = bulkKinds[what];
  const choose = useCallback((next: BulkChange | null) => {
    setChange(next);
    setPreview(undefined);
    setFault(undefined);
    // What was asked before would answer for another change.
    asking.current?.abort();
    if (!next) return;
    const { signal } = (asking.current = new AbortController());
    send('POST', '/api/manage/bulk', { change: next, apply: false }, previewSchema, signal).then(
      setPreview,
      (error: unknown) => {
        if (!signal.aborted) setFault(wordsOf(error));
      },
    );
  }, []);
  const apply = async () => {
    setBusy(true);
    try {
      const done = await send('POST', '/api/manage/bulk', { change, apply: true, seen: preview?.seen }, appliedSchema);
      sayDone(done.words, `${counted(done.changed, 'draft')} changed. It can be taken back from the list.`);
      onApplied();
    } catch (error) {
      // What was seen is not what there is any more: it is worked out anew.
      if (error instanceof ApiProblem && error.code === 'changedMeanwhile') choose(change);
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  // A sheet has no price: what it does to products is seen when it is published.
  const priced = targets.products.length > 0;
  const changing = preview?.rows.filter(({ changes }) => changes).length ?? 0;
  return (
    <AppDialog
      size="xl"
      open
      title={`${targetWords(targets)}: ${words.charAt(0).toLowerCase()}${words.slice(1)}`}
      onClose={onClose}
      footer={
        <>
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Cancel
          </Button>
          <Button disabled={changing === 0} loading={busy} onClick={() => void apply()}>
            Change {counted(changing, 'draft')}
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
        {preview && <WhatWouldChange rows={preview.rows} priced={priced} />}
      </Stack>
    </AppDialog>
  );
}

/** Every product or sheet of them, with what would happen to it. */
function WhatWouldChange({
  rows,
  priced,
}: {
  rows: z.infer<typeof previewSchema>['rows'];
  /** whether prices are told: of products, not of sheets */
  priced: boolean;
}) {
  return (
    <ScrollRegion label="What would change" height="360px">
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
          {rows.map((row) => (
            <Table.Row
              key={`${row.of} ${row.id}`}
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
              {priced && <Table.Cell textAlign="end">{row.priceBefore ?? 'none'}</Table.Cell>}
              {priced && <Table.Cell textAlign="end">{row.priceAfter ?? 'none'}</Table.Cell>}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </ScrollRegion>
  );
}
