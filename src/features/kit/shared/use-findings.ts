'use client';

import { useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from './api';
import { type Finding, findingSchema } from './findings';
import { queryOf } from './query-of';
import { useQuestion } from './use-question';

/** Letters that come close together are asked for at once, in milliseconds. */
const TOGETHER = 80;

const NONE: readonly Finding[] = [];

interface Found {
  readonly findings: readonly Finding[];
  readonly isWaiting: boolean;
  readonly fault: string | null;
}

/**
 * What the server finds by words, as they are typed; what was found before stays until then.
 *
 * @param words null for nothing to be found
 * @param kinds those that are looked for; all of them where nothing is said
 */
export function useFindings(words: string | null, kinds: readonly Finding['kind'][] = []): Found {
  const [known, setKnown] = useState<Omit<Found, 'isWaiting'> & { readonly asked: string | null }>({
    findings: NONE,
    fault: null,
    asked: null,
  });
  const query = words === null ? null : queryOf({ words, kinds: kinds.join(',') });
  useQuestion(query, TOGETHER, (asked, signal) => {
    send('GET', `/api/manage/find?${asked}`, undefined, z.array(findingSchema), signal).then(
      (findings) => setKnown({ findings, fault: null, asked }),
      (error: unknown) => {
        if (!signal.aborted) setKnown({ findings: NONE, fault: wordsOf(error), asked });
      },
    );
  });
  return {
    findings: query === null ? NONE : known.findings,
    isWaiting: query !== known.asked,
    fault: known.fault,
  };
}
