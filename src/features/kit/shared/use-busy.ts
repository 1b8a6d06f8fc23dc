'use client';

import { useState } from 'react';
import { wordsOf } from './api';

interface Ways {
  /** tells what was wrong otherwise, in the place of keeping it */
  readonly tell?: (words: string) => void;
  /** whether the page is left for another then: until it is gone nothing is pressed twice */
  readonly leaves?: boolean;
}

/** Something that is asked for and takes a while. */
export interface Busy {
  readonly busy: boolean;
  readonly fault: string | undefined;
  /** says what is wrong before anything is asked, or that nothing is */
  setFault(fault: string | undefined): void;
  /** does it, and keeps what was wrong, to be shown beside it */
  run(work: () => Promise<unknown>, ways?: Ways): Promise<void>;
}

export function useBusy(): Busy {
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>, { tell = setFault, leaves = false }: Ways = {}) => {
    setBusy(true);
    setFault(undefined);
    try {
      await work();
      if (!leaves) setBusy(false);
    } catch (error) {
      tell(wordsOf(error));
      setBusy(false);
    }
  };
  return { busy, fault, setFault, run };
}
