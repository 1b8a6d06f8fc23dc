'use client';

import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send } from '@/features/shared/api';

const INTERVAL = 4_000;

const seenSchema = z.object({ draftVersion: z.number(), others: z.number() });

/**
 * Tells the server that this product is open here, and hears of others.
 *
 * @returns how many others have it open
 */
export function usePresence(productId: number, editor: string, hearOfVersion: (version: number) => void): number {
  const [others, setOthers] = useState(0);
  useEffect(() => {
    const url = `/api/manage/products/${productId}/presence`;
    const see = () => {
      void send('POST', url, { editor }, seenSchema).then(
        (seen) => {
          setOthers(seen.others);
          hearOfVersion(seen.draftVersion);
        },
        () => undefined,
      );
    };
    const leave = () => void navigator.sendBeacon(url, new Blob([JSON.stringify({ editor, leaving: true })], { type: 'application/json' }));
    see();
    const timer = setInterval(see, INTERVAL);
    window.addEventListener('pagehide', leave);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [productId, editor, hearOfVersion]);
  return others;
}
