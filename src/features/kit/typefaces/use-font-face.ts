'use client';

import { useEffect } from 'react';
import { letteringFamily, typefaceAt } from '@/core/catalog';

/** Those that the browser has, or is fetching. */
const known = new Set<string>();

/** Lets the browser write in an uploaded typeface, fetched once; those that ship with the shop need nothing. */
export function useFontFace(face: string | null): void {
  useEffect(() => {
    if (face === null || typefaceAt(face) === undefined || known.has(face)) return;
    known.add(face);
    const font = new FontFace(letteringFamily(face) ?? '', `url("${face}")`);
    document.fonts.add(font);
    font.load().catch(() => {
      // What could not be fetched is asked for again when it is next shown.
      known.delete(face);
      document.fonts.delete(font);
    });
  }, [face]);
}
