'use client';

import { useEffect, useMemo, useState } from 'react';
import { type ResolutionJson } from '@/core/exchange';
import { type Selection } from '@/core/selection';
import { type SelectionOptions } from './use-selection';

/** So long nothing must have changed before somebody is asked. */
const PAUSE_MS = 250;

/**
 * A resolution with what is wrong with it for want of stock, where that can't be known here: somebody else is asked,
 * and until they answer it stands as it is.
 *
 * @param unsure whether there could be too little of something without its being known here
 */
export function useAsked(
  here: ResolutionJson,
  unsure: boolean,
  selection: Selection,
  ask: SelectionOptions['ask'],
): ResolutionJson {
  const question = unsure && ask && here.state === 'sellable' ? JSON.stringify(selection) : null;
  const [answered, setAnswered] = useState<{ question: string; problems: ResolutionJson['problems'] } | null>(null);
  useEffect(() => {
    if (question === null || !ask) return undefined;
    const asking = new AbortController();
    const timer = setTimeout(() => {
      // Without an answer nothing is claimed: it is looked at again when it is put in the basket.
      ask(JSON.parse(question) as Selection, asking.signal).then(
        (problems) => setAnswered({ question, problems }),
        () => undefined,
      );
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      asking.abort();
    };
  }, [question, ask]);
  return useMemo(() => {
    const problems = question !== null && answered?.question === question ? answered.problems : [];
    return problems.length === 0 ? here : { ...here, state: 'unavailable', problems: [...here.problems, ...problems] };
  }, [here, question, answered]);
}
