'use client';

import { useState } from 'react';
import { sayFailed } from '@/ui/toasts';
import { wordsOf } from './api';
import { useQuestion } from './use-question';

/** Keys that come close together are asked for at once, in milliseconds. */
const TOGETHER = 150;

/**
 * What the server answers to what is typed, once it is there.
 *
 * @param question null for none
 * @param failed said where there is no answer
 * @returns null until there is an answer to just this question
 */
export function useAnswer<T>(
  question: string | null,
  ask: (question: string, signal: AbortSignal) => Promise<T>,
  failed: string,
): T | null {
  const [known, setKnown] = useState<{ readonly asked: string; readonly answer: T }>();
  const here = known?.asked === question ? known.answer : null;
  useQuestion(here === null ? question : null, TOGETHER, (asked, signal) => {
    ask(asked, signal).then(
      (answer) => setKnown({ asked, answer }),
      (error: unknown) => {
        if (!signal.aborted) sayFailed(failed, wordsOf(error));
      },
    );
  });
  return here;
}
