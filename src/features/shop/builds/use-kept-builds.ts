import { useMemo, useSyncExternalStore } from 'react';
import { z } from 'zod';
import { type Selection, selectionSchema } from '@/core/selection';

/** So many builds stand side by side. */
export const MOST_COMPARED = 3;

const keptSchema = z.array(selectionSchema).max(MOST_COMPARED);

const listeners = new Set<() => void>();
/** For a browser that keeps nothing: then it is there until the page is left. */
const here = new Map<string, string>();

const read = (name: string): string | null => {
  try {
    return window.sessionStorage.getItem(name) ?? here.get(name) ?? null;
  } catch {
    return here.get(name) ?? null;
  }
};

function write(name: string, kept: readonly Selection[]): void {
  const text = JSON.stringify(kept);
  here.set(name, text);
  try {
    window.sessionStorage.setItem(name, text);
  } catch {
    // It is kept above.
  }
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => void listeners.delete(tell);
};

/** What was kept; nothing where it can't be read. */
function keptIn(text: string | null): readonly Selection[] {
  try {
    return keptSchema.safeParse(JSON.parse(text ?? '[]')).data ?? [];
  } catch {
    return [];
  }
}

/**
 * Builds of a product that were kept to be compared: there as long as the window is, also when the page is loaded
 * again.
 */
export function useKeptBuilds(slug: string): {
  readonly kept: readonly Selection[];
  keep(build: Selection): void;
  drop(index: number): void;
} {
  const name = `oak-knot-kept:${slug}`;
  const text = useSyncExternalStore(
    subscribe,
    () => read(name),
    () => null,
  );
  const kept = useMemo(() => keptIn(text), [text]);
  return {
    kept,
    keep: (build) => write(name, [...kept, build].slice(-MOST_COMPARED)),
    drop: (index) =>
      write(
        name,
        kept.filter((_, place) => place !== index),
      ),
  };
}
