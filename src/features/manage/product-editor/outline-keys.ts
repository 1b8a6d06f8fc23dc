'use client';

import { useEffect, useRef } from 'react';
import { type Place } from '@/features/editors/frame';
import { isTypedInto } from '@/ui/typed-into';

interface Keys {
  /** in the order of the outline */
  readonly places: readonly Place[];
  readonly current: Place;
  goTo(place: Place): void;
  onFilter(): void;
  onAdd(): void;
}

/** Alt with the arrows leads from place to place, Alt N adds a choice, and a slash finds. */
export function useOutlineKeys(keys: Keys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { places, current, goTo, onFilter, onAdd } = latest.current;
      if (document.querySelector('[role="dialog"]')) return;
      if (event.key === '/' && !event.ctrlKey && !event.metaKey && !event.altKey && !isTypedInto(event.target)) {
        event.preventDefault();
        return onFilter();
      }
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      if (event.code === 'KeyN') {
        event.preventDefault();
        return onAdd();
      }
      // Alt and an arrow opens a menu that has the focus.
      if ((event.key !== 'ArrowUp' && event.key !== 'ArrowDown') || event.target instanceof HTMLSelectElement) return;
      const place = places[places.indexOf(current) + (event.key === 'ArrowDown' ? 1 : -1)];
      event.preventDefault();
      if (place) goTo(place);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
