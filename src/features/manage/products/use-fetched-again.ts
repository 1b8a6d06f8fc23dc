'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** So often is looked whether what was being worked out is there, in milliseconds. */
const EVERY = 1_500;

/** Fetches a page again while something on it is still being worked out, and somebody can see it. */
export function useFetchedAgain(isAwaited: boolean): void {
  const router = useRouter();
  useEffect(() => {
    if (!isAwaited) return;
    const timer = setInterval(() => {
      if (!document.hidden) router.refresh();
    }, EVERY);
    return () => clearInterval(timer);
  }, [isAwaited, router]);
}
