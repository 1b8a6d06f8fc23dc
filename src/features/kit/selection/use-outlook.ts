'use client';

import { useEffect, useRef, useState } from 'react';
import { type Outlook } from '@/core/analysis';
// By itself, so that pages need not load what only the worker runs.
import { isTied } from '@/core/analysis';
import { type Program } from '@/core/compile';
import { type OutlookFound, type OutlookQuestion, type OutlookSubject, type ToOutlook } from './outlook.worker';

/** What a selection leads to, as far as it is known. */
export interface KnownOutlook {
  /** of this very selection; null while it is being found out */
  readonly now: Outlook | null;
  /** the last that was found out, so that what can't be had does not come and go with every click */
  readonly last: Outlook | null;
}

/**
 * Follows what rules, tables and formulas tie together to its end, so that no click leads where nothing can be bought:
 * in a worker, so that no click waits for it either.
 *
 * @param program of the product, compiled
 * @param subject the product, and what is said of it where it is a part; the same as long as nothing of it changes
 * @param question the selection; the same as long as nothing of it changes
 */
export function useOutlook(
  program: Program,
  subject: OutlookSubject,
  question: Omit<OutlookQuestion, 'number'>,
): KnownOutlook {
  const worker = useRef<Worker | null>(null);
  const number = useRef(0);
  const known = useRef<OutlookSubject | null>(null);
  const [found, setFound] = useState<{ question: object; subject: OutlookSubject; outlook: Outlook } | null>(null);
  const isAsked = program.blocking.length === 0 && isTied(program);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
      known.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!isAsked) return;
    number.current += 1;
    const asked = number.current;
    worker.current ??= new Worker(new URL('./outlook.worker.ts', import.meta.url), { type: 'module' });
    const { current } = worker;
    const send = (message: ToOutlook) => current.postMessage(message);
    const hear = ({ data }: MessageEvent<OutlookFound>) => {
      if (data.number === asked) setFound({ question, subject, outlook: data.outlook });
    };
    current.addEventListener('message', hear);
    if (known.current !== subject) send(subject);
    known.current = subject;
    send({ number: asked, ...question });
    return () => current.removeEventListener('message', hear);
  }, [isAsked, subject, question]);
  if (!isAsked || found?.subject !== subject) return NOTHING_KNOWN;
  return { now: found.question === question ? found.outlook : null, last: found.outlook };
}

const NOTHING_KNOWN: KnownOutlook = { now: null, last: null };
