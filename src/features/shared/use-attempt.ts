'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { sayDone } from '@/ui/toasts';
import { wordsOf } from './api';

/** Something that is asked of the server from a form, and what has become of it. */
export interface Attempt {
  readonly busy: boolean;
  readonly fault: string | undefined;
  /** says what is wrong before anything is asked */
  setFault(fault: string): void;
  /** does it, says that it is done, and has the page read again; or keeps what was wrong, to be shown in the form */
  attempt(work: () => Promise<unknown>, done?: string): Promise<void>;
}

export function useAttempt(): Attempt {
  const router = useRouter();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const attempt = async (work: () => Promise<unknown>, done?: string) => {
    setBusy(true);
    setFault(undefined);
    try {
      await work();
      if (done !== undefined) sayDone(done);
      router.refresh();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return { busy, fault, setFault, attempt };
}
