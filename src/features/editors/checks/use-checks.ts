'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Analysis, type LowestMargin, type MarginCloud } from '@/core/analysis';
import { type CatalogSurroundings, type Product } from '@/core/catalog';
import { type Fault } from '@/core/problems';
import { type Found, type ToCheck } from './checks.worker';
import { type PlainProof } from './plain-proof';

/** What is checked of a product beside the page, at every change of it or of what it refers to. */
export interface Checks {
  /** of the newest state that has been looked at; null before the first */
  readonly analysis: Analysis | null;
  /** what it found wrong, in words that were made with it: what is edited may have moved on since */
  readonly faults: readonly Fault[];
  /**
   * the lowest margin of all selections, and options that cost more than they add; null before it has been looked at
   */
  readonly earning: Earning | null;
  /** what it costs, in words; null where nobody can say */
  readonly price: string | null;
  /** null before the first */
  readonly proofs: readonly PlainProof[] | null;
  readonly state: 'running' | 'whole' | 'stopped';
  stop(): void;
  again(): void;
}

/** What a product earns at least. */
export interface Earning {
  readonly margin: LowestMargin;
  /** at the prices of which lists, and from which day on; none for the usual prices */
  readonly titles: readonly string[];
  readonly day: string;
  /** price against margin of its selections; null while costs are not known */
  readonly cloud: MarginCloud | null;
  readonly drivers: readonly { readonly title: string; readonly earns: string }[];
}

const NO_FAULTS: readonly Fault[] = [];

/** So long nothing must have changed before it is looked at. */
const PAUSE_MS = 300;

/**
 * Runs proofs and analysis in a worker, so that typing never waits for them.
 *
 * @param before what it costs, in words, until it has been looked at
 */
export function useChecks(
  product: Product,
  surroundings: CatalogSurroundings,
  today: string,
  stock: readonly { readonly key: string; readonly cost?: string | null }[],
  before: string | null,
): Checks {
  const worker = useRef<Worker | null>(null);
  const number = useRef(0);
  const [found, setFound] = useState<{ analysis: Analysis; faults: readonly Fault[] } | null>(null);
  const [earning, setEarning] = useState<Earning | null>(null);
  // Only a cost that changes is another question.
  const costs = JSON.stringify(
    Object.fromEntries(stock.flatMap(({ key, cost }) => (cost === null || cost === undefined ? [] : [[key, cost]]))),
  );
  const [price, setPrice] = useState(before);
  const [proofs, setProofs] = useState<readonly PlainProof[] | null>(null);
  const [state, setState] = useState<Checks['state']>('running');
  const [asked, setAsked] = useState(0);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setState('stopped');
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    const timer = setTimeout(() => {
      setState('running');
      number.current += 1;
      const question: ToCheck = {
        number: number.current,
        product,
        surroundings,
        today,
        costs: JSON.parse(costs) as Record<string, string>,
      };
      if (!worker.current) {
        worker.current = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' });
        worker.current.addEventListener('message', ({ data }: MessageEvent<Found>) => {
          if (data.number !== number.current) return;
          if ('proofs' in data) {
            setProofs(data.proofs);
            setPrice(data.price);
          } else if ('analysis' in data) setFound({ analysis: data.analysis, faults: data.faults });
          else {
            setEarning({
              margin: data.margin,
              titles: data.titles,
              day: data.day,
              cloud: data.cloud,
              drivers: data.drivers,
            });
            setFound((before) => before && { ...before, faults: data.faults });
            setState('whole');
          }
        });
      }
      worker.current.postMessage(question);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [product, surroundings, today, costs, asked]);
  return useMemo(
    () => ({
      analysis: found?.analysis ?? null,
      faults: found?.faults ?? NO_FAULTS,
      earning,
      price,
      proofs,
      state,
      stop,
      again: () => setAsked((count) => count + 1),
    }),
    [found, earning, price, proofs, state, stop],
  );
}
