'use client';

import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from './api';
import { useQuestion } from './use-question';

/** Letters that come close together are asked for at once, in milliseconds. */
const TOGETHER = 120;

/** So often a page is asked for again that will say something else before long, in milliseconds. */
const AGAIN = 1_500;

/** What is shown of a list, as it was asked for. */
export interface ListPage<Page> {
  readonly asked: string;
  readonly page: Page;
}

/**
 * A page of a list that the server finds and sorts, as what is asked for changes. What was there before stays until
 * what was asked last is there.
 *
 * @param path  where it is asked for
 * @param query what is asked for now
 * @param first what the page of the application came with; another one when it was fetched anew
 * @param isUnfinished whether a page will say something else before long: it is asked for again until then
 * @returns the page, and what was asked for it
 */
export function useListPage<Page>(
  path: string,
  query: string,
  first: ListPage<Page>,
  isUnfinished: (page: Page) => boolean = () => false,
): { readonly page: Page; readonly shown: string; readonly isWaiting: boolean; readonly fault: string | null } {
  const [known, setKnown] = useState({ ...first, first, shown: first.asked });
  const [fault, setFault] = useState<string | null>(null);
  // What the application fetched anew is newer than what was there, whatever is asked for.
  const isAnew = known.first !== first;
  if (isAnew) setKnown(first.asked === query ? { ...first, first, shown: query } : { ...known, asked: '?', first });
  const isWaiting = known.asked !== query;
  useQuestion(isWaiting ? query : null, TOGETHER, (asked, signal) => {
    send('GET', `${path}?${asked}`, undefined, z.custom<Page>(), signal).then(
      (page) => {
        setFault(null);
        setKnown((before) => ({ ...before, asked, shown: asked, page }));
      },
      (error: unknown) => {
        if (!signal.aborted) setFault(wordsOf(error));
      },
    );
  });
  const isAwaited = !isWaiting && isUnfinished(known.page);
  useEffect(() => {
    if (!isAwaited) return;
    const again = () => {
      if (document.hidden) return;
      send('GET', `${path}?${query}`, undefined, z.custom<Page>()).then(
        (page) => setKnown((before) => (before.asked === query ? { ...before, page } : before)),
        // It is asked for again.
        () => undefined,
      );
    };
    const timer = setInterval(again, AGAIN);
    return () => clearInterval(timer);
  }, [isAwaited, path, query]);
  return { page: known.page, shown: known.shown, isWaiting, fault };
}
