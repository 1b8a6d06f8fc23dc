'use client';

import { useEffect, useEffectEvent } from 'react';

/**
 * Asks a question once it has stayed the same for a moment; another question ends the one before.
 *
 * @param question null for none
 * @param pause    for how long nothing must have changed, in milliseconds
 */
export function useQuestion(
  question: string | null,
  pause: number,
  ask: (question: string, signal: AbortSignal) => void,
): void {
  const asked = useEffectEvent(ask);
  useEffect(() => {
    if (question === null) return;
    const asking = new AbortController();
    const timer = setTimeout(() => asked(question, asking.signal), pause);
    return () => {
      clearTimeout(timer);
      asking.abort();
    };
  }, [question, pause]);
}
