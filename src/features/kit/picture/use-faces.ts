'use client';

import { useEffect, useSyncExternalStore } from 'react';
import { letteringParts } from '@/core/catalog';
import { type Lettering, type SceneNode } from '@/core/picture';

/** A face by its key; null while it is not there. Another function once another face is. */
type Faces = (face: string) => Lettering | null;

/** Faces that have been loaded in this window, or are being loaded: every picture on a page draws with the same. */
const there = new Map<string, Lettering>();
const loading = new Set<string>();
const listeners = new Set<() => void>();
let faces: Faces = () => null;

async function load(face: string): Promise<void> {
  if (loading.has(face)) return;
  loading.add(face);
  try {
    const [{ fontFrom, letteringFrom }, ...files] = await Promise.all([
      import('@/core/picture/font-file'),
      ...letteringParts(face).map(async (part) => {
        const response = await fetch(part);
        return response.ok ? response.arrayBuffer() : null;
      }),
    ]);
    const found = files.flatMap((file) => (file ? [file] : []));
    if (found.length === 0) return;
    there.set(face, letteringFrom(found.map(fontFrom)));
    faces = (key) => there.get(key) ?? null;
    listeners.forEach((listener) => listener());
  } catch {
    // What could not be loaded is asked for again when it is next needed.
    loading.delete(face);
  }
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const none: Faces = () => null;

/** The faces that are there; on the server none. */
export const useFaces = (): Faces =>
  useSyncExternalStore(
    listen,
    () => faces,
    () => none,
  );

/** The faces of letters that wait for theirs. */
function awaitedBy(nodes: readonly SceneNode[], found = new Set<string>()): ReadonlySet<string> {
  for (const node of nodes) {
    if (node.kind === 'letters') found.add(node.face);
    else if (node.kind === 'group') awaitedBy(node.nodes, found);
  }
  return found;
}

/** Loads the faces that some letters wait for: after the page has been painted, and only where there are any. */
export function useAwaitedFaces(nodes: readonly SceneNode[]): void {
  const awaited = [...awaitedBy(nodes)].sort().join(' ');
  useEffect(() => {
    for (const face of awaited.split(' ').filter(Boolean)) void load(face);
  }, [awaited]);
}
