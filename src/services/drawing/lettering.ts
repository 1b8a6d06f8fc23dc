import { LRUCache } from 'lru-cache';
import { readFile } from 'node:fs/promises';
import { isFontPlace, type LetteringFace, letteringFaces, letteringSubsets, typefaceAt } from '@/core/catalog';
import { type Lettering } from '@/core/picture';
import { type Queries } from '@/data/database';
import { pathWithin } from '../files/within';
import { typefaceBytes } from '../typefaces/bytes';
import { fontFile } from './font-files';

/** The package that brings the font files of each face. */
const PACKAGES: Readonly<Record<LetteringFace, string>> = {
  serif: 'fraunces',
  plain: 'source-sans-3',
  typewriter: 'ibm-plex-mono',
  script: 'dancing-script',
  slab: 'zilla-slab',
  capitals: 'cinzel',
};

/** One font file of a face, as a browser gets it. @returns null for a face or part of one that there is not */
export async function letteringFile(face: string, subset: string): Promise<Buffer | null> {
  const known = letteringFaces.find(({ key }) => key === face);
  if (!known || !letteringSubsets.some((one) => one === subset)) return null;
  return fontFile(PACKAGES[known.key], subset, 400);
}

/** Reads the file of an uploaded typeface by where a definition says that it is; null for none that can be used. */
export type ReadTypeface = (face: string) => Promise<Uint8Array | null>;

/** Reads the typefaces of the shop. */
export function typefacesIn(queries: Queries): ReadTypeface {
  return async (face) => {
    const hash = typefaceAt(face);
    return hash === undefined ? null : typefaceBytes(queries, hash);
  };
}

/** Reads the typefaces beside a catalog file, which nobody has looked at yet. */
export function typefacesBeside(folder: string): ReadTypeface {
  return async (face) => {
    const path = pathWithin(folder, face);
    const bytes = path === null ? null : await readFile(path).catch(() => null);
    if (!bytes) return null;
    const { makeTypeface } = await import('../fonts/make-typeface');
    const made = await makeTypeface(bytes);
    return 'refused' in made ? null : made.bytes;
  };
}

/** Typefaces that were drawn with last. An uploaded one never changes under its address. */
const loaded = new LRUCache<string, Promise<Lettering | null>>({ max: 60 });

/** A typeface with all its files, loaded once. */
function letteringOf(face: string, read: ReadTypeface): Promise<Lettering | null> {
  const known = loaded.get(face);
  if (known) return known;
  const made = (async () => {
    const { fontFrom, letteringFrom } = await import('@/core/picture/font-file');
    const files = isFontPlace(face)
      ? [await read(face)]
      : await Promise.all(letteringSubsets.map((subset) => letteringFile(face, subset)));
    const found = files.flatMap((file) => file ?? []);
    return found.length === 0 ? null : letteringFrom(found.map(fontFrom));
  })();
  loaded.set(face, made);
  // What was not there is looked for again when it is next asked for.
  const forget = () => loaded.delete(face);
  made.then((lettering) => lettering ?? forget(), forget);
  return made;
}

/** The typefaces that ship with the shop, and others by where they are, ready to be drawn with. */
export async function letteringWith(
  others: Iterable<string>,
  read: ReadTypeface,
): Promise<(face: string) => Lettering | null> {
  const wanted = [...letteringFaces.map(({ key }) => key), ...others];
  const faces = new Map<string, Lettering | null>(
    await Promise.all(wanted.map(async (face) => [face, await letteringOf(face, read)] as const)),
  );
  return (face) => faces.get(face) ?? null;
}
