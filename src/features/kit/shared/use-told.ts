'use client';

import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send } from './api';

/**
 * Something that is told beside a page and takes a while to find out: asked for once the page is there. Nothing follows
 * from it, so that it stays away where it can't be found out.
 *
 * @param path where it is asked for
 * @param seen another one asks again
 * @returns null until it is there
 */
export function useTold<T>(path: string, seen: string): T | null {
  const [told, setTold] = useState<T | null>(null);
  useEffect(() => {
    const asking = new AbortController();
    send('GET', path, undefined, z.custom<T>(), asking.signal).then(setTold, () => undefined);
    return () => asking.abort();
  }, [path, seen]);
  return told;
}
