'use client';

import { useEffect, useMemo, useState } from 'react';
import { type Lettering, type Scene, type SceneNode } from '@/core/picture';

type Faces = ReadonlyMap<string, Lettering>;

const SUBSETS = ['latin', 'latin-ext'];

/** Faces that have been loaded, or are being loaded, in this window. */
const loading = new Map<string, Promise<Lettering | null>>();

async function load(face: string): Promise<Lettering | null> {
  const [{ letteringFrom }, ...files] = await Promise.all([
    import('@/core/picture/font-file'),
    ...SUBSETS.map(async (subset) => {
      const response = await fetch(`/api/lettering/${encodeURIComponent(face)}/${subset}`);
      return response.ok ? response.arrayBuffer() : null;
    }),
  ]);
  const found = files.flatMap((file) => (file ? [file] : []));
  return found.length === 0 ? null : letteringFrom(found);
}

function loaded(face: string): Promise<Lettering | null> {
  const known = loading.get(face);
  if (known) return known;
  // What could not be loaded is asked for again when it is next needed.
  const begun = load(face).catch(() => {
    loading.delete(face);
    return null;
  });
  loading.set(face, begun);
  return begun;
}

/** The faces of letters that wait for theirs. */
function awaitedBy(nodes: readonly SceneNode[], found = new Set<string>()): ReadonlySet<string> {
  for (const node of nodes) {
    if (node.kind === 'letters') found.add(node.face);
    else if (node.kind === 'group') awaitedBy(node.nodes, found);
  }
  return found;
}

/**
 * Draws with the faces that are there, and loads those that are not: after the page has been painted, and only where a
 * picture has letters.
 *
 * @param draw the same function for the same picture
 */
export function useLettering(draw: (lettering: (face: string) => Lettering | null) => Scene | null): Scene | null {
  const [faces, setFaces] = useState<Faces>(new Map());
  const scene = useMemo(() => draw((face) => faces.get(face) ?? null), [draw, faces]);
  const awaited = scene ? [...awaitedBy(scene.nodes)].sort().join(' ') : '';
  useEffect(() => {
    let gone = false;
    for (const face of awaited.split(' ').filter(Boolean))
      void loaded(face).then((lettering) => {
        if (lettering && !gone) setFaces((known) => new Map([...known, [face, lettering]]));
      });
    return () => {
      gone = true;
    };
  }, [awaited]);
  return scene;
}
