import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { sameDefinition } from '@/core/catalog';

interface Unsaved {
  readonly value: unknown;
  /**
   * what it was made from, as the page said; null for whatever the page says now, because it was made from what was
   * saved here
   */
  readonly seen: string | null;
  readonly isSaved: boolean;
}

/** By page and place: what was changed and not saved yet, for whoever looks elsewhere and comes back. */
const left = new Map<string, Unsaved>();

// Closing the window would lose it.
const ask = (event: BeforeUnloadEvent) => event.preventDefault();
function note(key: string, unsaved: Unsaved | null): void {
  if (unsaved) left.set(key, unsaved);
  else left.delete(key);
  if ([...left.values()].some(({ isSaved }) => !isSaved)) window.addEventListener('beforeunload', ask);
  else window.removeEventListener('beforeunload', ask);
}

/** Something that is changed on a page and saved by a press. */
interface Edited<T> {
  readonly value: T;
  readonly isChanged: boolean;
  /** what the value was made from: what is sent with it, so that another's change in between is told */
  readonly seen: string;
  edit(next: T): void;
  /** takes back what is not saved */
  reset(): void;
  /** says that it has been saved, as it is or as it became on the way */
  saved(as?: T): void;
}

/**
 * What a page lets one change before it is saved. Who looks elsewhere in between finds it as it was left, and closing
 * the window asks.
 *
 * @param place which part of the page it is
 * @param was   what is saved
 * @param seen  says which state that is
 */
export function useUnsaved<T>(place: string, was: T, seen = ''): Edited<T> {
  const key = `${usePathname()} ${place}`;
  const [, draw] = useState(0);
  const kept = left.get(key);
  const differs = kept !== undefined && !sameDefinition(kept.value, was);
  // What is kept under a key was put there by this hook, of the same place.
  const value = differs ? (kept.value as T) : was;
  const set = useCallback(
    (unsaved: Unsaved | null) => {
      note(key, unsaved);
      draw((times) => times + 1);
    },
    [key],
  );
  // It has come back as what is saved.
  useEffect(() => {
    if (kept && !differs) note(key, null);
  }, [key, kept, differs]);
  return {
    value,
    isChanged: differs,
    seen: (differs && kept.seen) || seen,
    edit: (next) =>
      set(sameDefinition(next, was) ? null : { value: next, seen: differs ? kept.seen : seen, isSaved: false }),
    reset: () => set(null),
    saved: (as = value) => set({ value: as, seen: null, isSaved: true }),
  };
}
