'use client';

import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** Whether the page is the reader's own by now: false on the server and in the first drawing, true ever after. */
export function useMounted(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
