'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Analysis } from '@/core/analysis';
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
  /** null before the first */
  readonly proofs: readonly PlainProof[] | null;
  readonly state: 'running' | 'whole' | 'stopped';
  stop(): void;
  again(): void;
}

const NO_FAULTS: readonly Fault[] = [];

/** So long nothing must have changed before it is looked at. */
const PAUSE_MS = 300;

/** Runs proofs and analysis in a worker, so that typing never waits for them. */
export function useChecks(product: Product, surroundings: CatalogSurroundings, today: string): Checks {
  const worker = useRef<Worker | null>(null);
  const number = useRef(0);
  const [found, setFound] = useState<{ analysis: Analysis; faults: readonly Fault[] } | null>(null);
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
      const question: ToCheck = { number: number.current, product, surroundings, today };
      if (!worker.current) {
        worker.current = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' });
        worker.current.addEventListener('message', ({ data }: MessageEvent<Found>) => {
          if (data.number !== number.current) return;
          if ('proofs' in data) setProofs(data.proofs);
          else {
            setFound({ analysis: data.analysis, faults: data.faults });
            if (data.whole) setState('whole');
          }
        });
      }
      worker.current.postMessage(question);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [product, surroundings, today, asked]);
  return useMemo(() => ({ analysis: found?.analysis ?? null, faults: found?.faults ?? NO_FAULTS, proofs, state, stop, again: () => setAsked((count) => count + 1) }), [found, proofs, state, stop]);
}
