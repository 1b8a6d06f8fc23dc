'use client';

import { useRouter } from 'next/navigation';
import { sayDone } from '@/ui/toasts';
import { type Busy, useBusy } from './use-busy';

/** Something that is asked of the server from a form, and what has become of it. */
export interface Attempt extends Omit<Busy, 'run'> {
  /** does it, says that it is done, and has the page read again; or keeps what was wrong, to be shown in the form */
  attempt(work: () => Promise<unknown>, done?: string): Promise<void>;
}

export function useAttempt(): Attempt {
  const router = useRouter();
  const { run, ...rest } = useBusy();
  const attempt = (work: () => Promise<unknown>, done?: string) =>
    run(async () => {
      await work();
      if (done !== undefined) sayDone(done);
      router.refresh();
    });
  return { ...rest, attempt };
}
