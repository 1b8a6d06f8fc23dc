import { type LetteringFace, letteringFaces, letteringSubsets } from '@/core/catalog';
import { type Lettering } from '@/core/picture';
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

const loaded = new Map<string, Promise<Lettering | null>>();

/** A face with all its files, loaded once. */
function letteringOf(face: string): Promise<Lettering | null> {
  const known = loaded.get(face);
  if (known) return known;
  const made = (async () => {
    const { letteringFrom } = await import('@/core/picture/font-file');
    const files = await Promise.all(letteringSubsets.map((subset) => letteringFile(face, subset)));
    const found = files.flatMap((file) => (file ? [bytesOf(file)] : []));
    return found.length === 0 ? null : letteringFrom(found);
  })();
  loaded.set(face, made);
  return made;
}

const bytesOf = (file: Buffer): ArrayBuffer => new Uint8Array(file).buffer;

/** Every face of the shop, ready to be drawn with. */
export async function allLettering(): Promise<(face: string) => Lettering | null> {
  const faces = new Map<string, Lettering | null>(
    await Promise.all(letteringFaces.map(async ({ key }) => [key, await letteringOf(key)] as const)),
  );
  return (face) => faces.get(face) ?? null;
}
