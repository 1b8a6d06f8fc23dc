'use client';

import { useMemo, useState, useSyncExternalStore } from 'react';
import { z } from 'zod';

const NAME = 'oak-knot/outline';
const NOTHING = '[]';
const keptSchema = z.array(z.string().max(60)).max(20);
const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

function kept(): string {
  try {
    return localStorage.getItem(NAME) ?? NOTHING;
  } catch {
    // A browser that keeps nothing.
    return NOTHING;
  }
}

function keep(open: readonly string[]): void {
  try {
    localStorage.setItem(NAME, JSON.stringify(open));
  } catch {
    return;
  }
  for (const listener of listeners) listener();
}

function read(text: string): readonly string[] {
  try {
    return keptSchema.parse(JSON.parse(text));
  } catch {
    // Something that is not ours: as if nothing were kept.
    return [];
  }
}

/**
 * Which groups of the outline are unfolded: those that somebody has unfolded in this browser, and that in which one
 * works.
 *
 * @param current the group of the place that is open; it is unfolded when one comes there
 */
export function useOpenGroups(current: string) {
  const text = useSyncExternalStore(subscribe, kept, () => NOTHING);
  const unfolded = useMemo(() => read(text), [text]);
  const [visited, setVisited] = useState<readonly string[]>([current]);
  const [last, setLast] = useState(current);
  if (last !== current) {
    setLast(current);
    if (!visited.includes(current)) setVisited([...visited, current]);
  }
  const isOpen = (group: string) => unfolded.includes(group) || visited.includes(group);
  return {
    isOpen,
    toggle(group: string) {
      // What is kept now: another may have been unfolded since this was drawn.
      const without = read(kept()).filter((other) => other !== group);
      setVisited((before) => before.filter((other) => other !== group));
      keep(isOpen(group) ? without : [...without, group]);
    },
  };
}
