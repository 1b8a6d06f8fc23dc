'use client';

import { useEffect } from 'react';
import { nearestTo, type Trail, trailOf } from './focus-trail';

/** What takes the focus away may give it back itself, as a dialog does; so long it is waited for, in milliseconds. */
const GIVEN_BACK_WITHIN = 120;

/**
 * Keeps the focus from falling to the page when what has it is taken away: it goes to the next row, as whoever removes
 * several by the keyboard expects.
 */
export function FocusKeeper() {
  useEffect(() => {
    let trail: Trail = [];
    let path = '';
    let waiting: ReturnType<typeof setTimeout> | undefined;
    // Where it stands may have changed since it got the focus: it is remembered as it is pressed, too.
    const remember = () => {
      const { activeElement } = document;
      if (!activeElement || activeElement === document.body) return;
      trail = trailOf(activeElement);
      path = location.pathname;
    };
    const keep = () => {
      const [had] = trail;
      if (!had || had.element.isConnected || document.activeElement !== document.body) return;
      // Another page begins at its beginning.
      if (path === location.pathname) nearestTo(trail)?.focus({ preventScroll: true });
      trail = [];
    };
    const observer = new MutationObserver(() => {
      if (trail.length === 0 || trail[0]?.element.isConnected) return;
      clearTimeout(waiting);
      waiting = setTimeout(keep, GIVEN_BACK_WITHIN);
    });
    const events = ['focusin', 'keydown', 'click'] as const;
    for (const event of events) document.addEventListener(event, remember, true);
    observer.observe(document.body, { childList: true, subtree: true });
    return () => {
      clearTimeout(waiting);
      observer.disconnect();
      for (const event of events) document.removeEventListener(event, remember, true);
    };
  }, []);
  return null;
}
