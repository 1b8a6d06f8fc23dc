'use client';

import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { type PriceList } from '@/core/catalog';
import { readLines, readStep } from '@/features/kit/shared';
import { type PriceListsRipple } from '@/services/prices/lists-ahead';

const rippleSchema = z.object({
  changes: z.array(
    z.object({
      productId: z.number(),
      title: z.string(),
      what: z.string(),
      inShop: z.boolean(),
      groups: z.string(),
      day: z.string(),
      from: z.string().nullable(),
      to: z.string().nullable(),
    }),
  ),
  count: z.number(),
  below: z.array(z.object({ slug: z.string(), title: z.string(), words: z.string() })),
});
const rowSchema = rippleSchema.nullable();

/** Looks at what other lists would change, product by product; it can be stopped at any time. */
export function useLookAhead() {
  const [progress, setProgress] = useState<{ readonly done: number; readonly total: number } | null>(null);
  const looking = useRef<AbortController | null>(null);
  // Who goes away wants to know no more.
  useEffect(() => () => looking.current?.abort(), []);
  /** @returns null where it was stopped; @throws ApiProblem for lists that can't be kept */
  const look = async (lists: readonly PriceList[], seen: string): Promise<PriceListsRipple | null> => {
    const abort = new AbortController();
    looking.current = abort;
    const found: z.infer<typeof rippleSchema> = { changes: [], count: 0, below: [] };
    try {
      for await (const line of readLines('/api/manage/price-lists/preview', abort.signal, { lists, seen })) {
        const { row, ...step } = readStep(line, rowSchema);
        setProgress(step);
        if (!row) continue;
        found.changes.push(...row.changes);
        found.below.push(...row.below);
        found.count += row.count;
      }
      return found;
    } catch (error) {
      if (abort.signal.aborted) return null;
      throw error;
    } finally {
      setProgress(null);
    }
  };
  return { progress, look, stop: () => looking.current?.abort() };
}
