'use client';

import { useEffect } from 'react';
import { letteringFamily, typefaceAt } from '@/core/catalog';

/** Those that the browser has, or is fetching. */
const known = new Set<string>();

function fetchFace(face: string): void {
  if (known.has(face)) return;
  known.add(face);
  const font = new FontFace(letteringFamily(face) ?? '', `url("${face}")`);
  document.fonts.add(font);
  font.load().catch(() => {
    // What could not be fetched is asked for again when it is next shown.
    known.delete(face);
    document.fonts.delete(font);
  });
}

/** Lets the browser write in uploaded typefaces, each fetched once; those that ship with the shop need nothing. */
export function useFontFaces(faces: readonly (string | null)[]): void {
  const wanted = faces.filter((face) => face !== null && typefaceAt(face) !== undefined).join(' ');
  useEffect(() => {
    for (const face of wanted.split(' ').filter(Boolean)) fetchFace(face);
  }, [wanted]);
}
