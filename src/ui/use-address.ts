import { useSearchParams } from 'next/navigation';
import { useState } from 'react';

const NOTHING: readonly string[] = [];

/** So many of its own changes are remembered until the address has followed. */
const MOST_OWN = 60;

/**
 * A part of what a list shows that is kept in its address, so that going back, and who is sent the address, sees the
 * same.
 *
 * @param usual what is not written there
 */
export function useAddress(name: string, usual = ''): [value: string, set: (value: string) => void] {
  const written = useSearchParams().get(name) ?? usual;
  const [{ value, seen, own }, keep] = useState({ value: written, seen: written, own: NOTHING });
  // What is typed counts at once, and the address follows letter by letter: it leads only where somebody else changed
  // it.
  if (written !== seen)
    keep(
      own.includes(written)
        ? { value, seen: written, own: own.slice(own.indexOf(written) + 1) }
        : { value: written, seen: written, own: NOTHING },
    );
  const set = (next: string) => {
    keep({ value: next, seen, own: [...own, next].slice(-MOST_OWN) });
    const address = new URL(window.location.href);
    if (next === usual) address.searchParams.delete(name);
    else address.searchParams.set(name, next);
    // Nothing else of the page changes: it need not be fetched again.
    window.history.replaceState(null, '', address);
  };
  return [value, set];
}
