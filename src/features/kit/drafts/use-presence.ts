'use client';

import { useEffect, useState } from 'react';
import { z } from 'zod';
import { sameDefinition } from '@/core/catalog';
import { ApiProblem, send } from '@/features/kit/shared';
import { binnedIn } from './draft-store';
import { type Draft } from './use-draft';

const INTERVAL = 4_000;

const seenSchema = z.object({
  draftVersion: z.number(),
  others: z.number(),
  archived: z.boolean(),
  publishedRevision: z.number().nullable(),
});

/** What a window hears of the product that it has open. */
export interface Presence {
  /** how many others have it open */
  readonly others: number;
  readonly archived: boolean;
  /** number of the revision that is in the shop; null for none, undefined until it is known */
  readonly publishedRevision: number | null | undefined;
}

const ALONE: Presence = { others: 0, archived: false, publishedRevision: undefined };

/** Tells the server that this product is open here, and hears of others and of what became of it. */
export function usePresence<T extends object>(
  productId: number,
  editor: string,
  { hearOfVersion, hearGone, hearBack }: Draft<T>,
): { readonly presence: Presence; look(): void } {
  const [presence, setPresence] = useState(ALONE);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    const url = `/api/manage/products/${productId}/presence`;
    const see = () => {
      void send('POST', url, { editor }, seenSchema).then(
        ({ draftVersion, ...seen }) => {
          setPresence((before) => (sameDefinition(before, seen) ? before : seen));
          hearBack();
          hearOfVersion(draftVersion);
        },
        (error: unknown) => {
          if (error instanceof ApiProblem && error.status === 404) hearGone(binnedIn(error));
        },
      );
    };
    const leave = () =>
      void navigator.sendBeacon(
        url,
        new Blob([JSON.stringify({ editor, leaving: true })], { type: 'application/json' }),
      );
    see();
    const timer = setInterval(see, INTERVAL);
    window.addEventListener('pagehide', leave);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [productId, editor, hearOfVersion, hearGone, hearBack, asked]);
  return { presence, look: () => setAsked((times) => times + 1) };
}
