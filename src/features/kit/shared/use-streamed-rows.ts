'use client';

import { useEffect, useRef, useState } from 'react';
import { type z } from 'zod';
import { wordsOf } from './api';
import { nowAndThen, readLines, readStep } from './json-lines';

/** Rows that the server finds one by one, each shown as soon as it is there. */
export interface StreamedRows<Row> {
  readonly rows: readonly Row[];
  readonly progress: { readonly done: number; readonly total: number };
  readonly state: 'running' | 'finished' | 'stopped' | 'failed';
  readonly fault: string | undefined;
  stop(): void;
}

/**
 * Reads steps of `{done, total, row}`, where a row of null is one that there is nothing to say of.
 *
 * @param asked what is asked there, as JSON; null where the address says it
 * @param run another number reads everything again
 */
export function useStreamedRows<Row>(
  url: string,
  schema: z.ZodType<Row>,
  { asked = null, run = 0 }: { readonly asked?: string | null; readonly run?: number } = {},
): StreamedRows<Row> {
  const [rows, setRows] = useState<readonly Row[]>([]);
  const [progress, setProgress] = useState({ done: 0, total: 0 });
  const [state, setState] = useState<StreamedRows<Row>['state']>('running');
  const [fault, setFault] = useState<string>();
  const reading = useRef<AbortController | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    reading.current = abort;
    const read = async () => {
      const found: Row[] = [];
      const isTime = nowAndThen();
      const rowOrNone = schema.nullable();
      setState('running');
      setFault(undefined);
      for await (const line of readLines(url, abort.signal, asked === null ? undefined : JSON.parse(asked))) {
        const { done, total, row } = readStep(line, rowOrNone);
        if (row !== null) found.push(row);
        if (done < total && !isTime()) continue;
        setProgress({ done, total });
        setRows([...found]);
      }
      setState('finished');
    };
    read().catch((error: unknown) => {
      if (abort.signal.aborted) return;
      setFault(wordsOf(error));
      setState('failed');
    });
    return () => abort.abort();
  }, [url, schema, asked, run]);
  const stop = () => {
    reading.current?.abort();
    setState('stopped');
  };
  return { rows, progress, state, fault, stop };
}
