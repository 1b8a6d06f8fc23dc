import { useEffect, useState } from 'react';
import { wordsOf } from '@/features/kit/shared';
import { type Draft } from './use-draft';

/**
 * Does something with a draft once the server has it and the screen shows it: a press that comes while something is
 * still being typed or saved waits for that, and then goes on.
 *
 * @param shown the document that the screen shows
 * @param then  what is done; called once for each press
 * @param failed says why the draft could not be saved
 */
export function useWhenSaved<T extends object>(
  { document, save, saved }: Pick<Draft<T>, 'document' | 'save' | 'saved'>,
  shown: T,
  then: () => void,
  failed: (why: string) => void,
): { readonly isWaiting: boolean; press(): void } {
  const [isWaiting, setWaiting] = useState(false);
  const isThere = isWaiting && save.kind === 'saved' && shown === document;
  useEffect(() => {
    if (!isThere) return;
    void Promise.resolve().then(() => {
      setWaiting(false);
      then();
    });
    // What is done is that of the moment at which it is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isThere]);
  return {
    isWaiting,
    press() {
      setWaiting(true);
      saved().catch((error: unknown) => {
        setWaiting(false);
        failed(error instanceof Error ? error.message : wordsOf(error));
      });
    },
  };
}
