'use client';

import { useCallback, useEffect, useRef } from 'react';
import { filesNamedIn, type Selection } from '@/core/selection';
import { type SelectionState, uploadedFileSchema } from '@/features/kit/selection';
import { send } from '@/features/kit/shared';
import { sayFailed } from '@/ui/toasts';
import { buildLink, builtBy } from './build-link';

/** The address follows at once, and then not for so many milliseconds: browsers stop what writes it at every key. */
const BETWEEN = 400;

/** How long a page that is being left may take to go, in milliseconds: the address is left alone until then. */
const GOING = 10_000;

/** What says that nothing is chosen, where an address that says nothing means something else. */
const NOTHING: Selection = { answers: {} };

/**
 * Opens what the address has chosen, and lets the address follow what is chosen: a page that is loaded again shows the
 * same. Whoever goes on to another page goes there: to write an address meanwhile would call that off.
 *
 * @param begun whether the page begins with something chosen, so that an address without a choice means that
 * @returns says that the page is about to be left
 */
export function useFollowedAddress(
  { chosen, take, knowFiles }: Pick<SelectionState, 'chosen' | 'take' | 'knowFiles'>,
  begun: boolean,
): () => void {
  const now = useRef({ chosen, take, knowFiles });
  useEffect(() => {
    now.current = { chosen, take, knowFiles };
  });
  const follow = useCallback(() => {
    const { pathname, search, hash } = window.location;
    const page = `${pathname}${search}`;
    const wanted = now.current.chosen ?? (begun ? NOTHING : null);
    const link = wanted ? buildLink(page, wanted) : page;
    if (link !== `${page}${hash}`) window.history.replaceState(null, '', link);
  }, [begun]);

  useEffect(() => {
    const open = () => {
      const built = builtBy(window.location.hash);
      if (built) {
        now.current.take(built);
        void knownFiles(built).then((files) => now.current.knowFiles(files));
      }
      // Messages have a place of their own, which is not there before the page is.
      if (built === undefined)
        window.setTimeout(
          () => sayFailed('This link can’t be read', 'It may have been cut off. The page begins with nothing chosen.'),
          500,
        );
      return built;
    };
    open();
    // A place of the page was gone to: what is chosen stands in the address all the same.
    const change = () => open() === null && follow();
    window.addEventListener('hashchange', change);
    return () => window.removeEventListener('hashchange', change);
  }, [follow]);

  const isFirst = useRef(true);
  const lastWritten = useRef(-BETWEEN);
  const leftAlone = useRef(-BETWEEN);
  const due = useRef<(() => void) | null>(null);
  const leave = useCallback(() => {
    due.current?.();
    leftAlone.current = performance.now() + GOING;
  }, []);
  useEffect(() => {
    // What is due is written before the link is gone to, and nothing after that.
    const press = ({ target, ctrlKey, metaKey, shiftKey }: MouseEvent) => {
      const link = target instanceof Element ? target.closest('a') : null;
      const isElsewhere = ctrlKey || metaKey || shiftKey;
      if (link && !isElsewhere && link.pathname !== window.location.pathname) leave();
    };
    document.addEventListener('click', press, true);
    return () => document.removeEventListener('click', press, true);
  }, [leave]);

  useEffect(() => {
    // What the address says is read before anything is written there.
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    const write = () => {
      due.current = null;
      clearTimeout(timer);
      lastWritten.current = performance.now();
      follow();
    };
    const at = Math.max(lastWritten.current + BETWEEN, leftAlone.current);
    const timer = setTimeout(write, Math.max(0, at - performance.now()));
    due.current = write;
    return () => {
      due.current = null;
      clearTimeout(timer);
    };
  }, [chosen, follow]);
  return leave;
}

/**
 * What the server knows of the files that a selection names; what it has cleared away is left out, and asked for again.
 */
async function knownFiles(selection: Selection): Promise<Parameters<SelectionState['knowFiles']>[0]> {
  const asked = filesNamedIn(selection).map(async (token) => [
    [token, await send('GET', `/api/shop/uploads?token=${token}`, undefined, uploadedFileSchema)] as const,
  ]);
  return (await Promise.all(asked.map((one) => one.catch(() => [])))).flat();
}
