'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { nowAndThen, readLines, readStep, wordsOf } from '@/features/kit/shared';
import { type BulkChange } from '@/services/many/bulk-change';

const headSchema = z.object({ words: z.string(), seen: z.string() });
const rowSchema = z.object({
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
});
const rowOrNone = rowSchema.nullable();

export type PreviewRow = z.infer<typeof rowSchema>;

/** What a change of many would do, as far as it has been looked at. */
export interface Preview extends z.infer<typeof headSchema> {
  readonly rows: readonly PreviewRow[];
  readonly done: number;
  readonly total: number;
  readonly state: 'running' | 'stopped' | 'finished';
}

/**
 * Looks at what a change of many would do, from where it was stopped before.
 *
 * @returns false where others have changed some of it since, so that what has been looked at holds no longer
 */
async function follow(
  change: BulkChange,
  before: Preview | null,
  signal: AbortSignal,
  onDraw: (preview: Preview) => void,
): Promise<boolean> {
  const rows: PreviewRow[] = [...(before?.rows ?? [])];
  let known: Preview | null = null;
  const isTime = nowAndThen();
  const from = before?.done ?? 0;
  for await (const line of readLines('/api/manage/bulk', signal, { change, apply: false, from })) {
    if (!known) {
      const head = headSchema.parse(line);
      if (before && before.seen !== head.seen) return false;
      known = { ...head, rows, done: from, total: before?.total ?? 0, state: 'running' };
      continue;
    }
    const { done, total, row } = readStep(line, rowOrNone);
    if (row) rows.push(row);
    known = { ...known, done, total };
    if (isTime()) onDraw({ ...known, rows: [...rows] });
  }
  if (known) onDraw({ ...known, state: 'finished' });
  return true;
}

/** Looks at what a change of many would do, one after the other; it can be stopped, and gone on with. */
export function usePreview() {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [fault, setFault] = useState<string>();
  const asking = useRef<AbortController>(null);
  const look = useCallback(async (change: BulkChange | null, before: Preview | null = null): Promise<void> => {
    // What was asked before would answer for another change.
    asking.current?.abort();
    setFault(undefined);
    setPreview(before && { ...before, state: 'running' });
    if (!change) return;
    const { signal } = (asking.current = new AbortController());
    const draw = (next: Preview) => {
      if (!signal.aborted) setPreview(next);
    };
    try {
      if (!(await follow(change, before, signal, draw))) await follow(change, null, signal, draw);
    } catch (error) {
      if (!signal.aborted) setFault(wordsOf(error));
    }
  }, []);
  // Who goes away wants to know no more.
  useEffect(() => () => asking.current?.abort(), []);
  const stop = () => {
    asking.current?.abort();
    setPreview((known) => known && { ...known, state: 'stopped' });
  };
  return { preview, fault, setFault, look, stop };
}
