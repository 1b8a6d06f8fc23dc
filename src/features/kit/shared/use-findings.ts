'use client';

import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from './api';
import { type Finding, findingSchema } from './findings';
import { queryOf } from './query-of';

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
  useEffect(() => {
    if (query === null) return;
    const asking = new AbortController();
    const timer = setTimeout(() => {
      send('GET', `/api/manage/find?${query}`, undefined, z.array(findingSchema), asking.signal).then(
        (findings) => setKnown({ findings, fault: null, asked: query }),
        (error: unknown) => {
          if (!asking.signal.aborted) setKnown({ findings: NONE, fault: wordsOf(error), asked: query });
        },
      );
    }, TOGETHER);
    return () => {
      clearTimeout(timer);
      asking.abort();
    };
  }, [query]);
  return {
    findings: query === null ? NONE : known.findings,
    isWaiting: query !== known.asked,
    fault: known.fault,
  };
}
