import { inArray } from 'drizzle-orm';
import { type Catalog, referencesOf, swatchSchema, withPictures } from '../../core/catalog';
import { mapReferences } from '../../core/fields';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { media } from '../../data/schema';
import { hashInAddress, pictureAddress } from '../files/picture-address';
import { hashOf, makeSafe, type SafePicture, storePicture } from '../files/pictures';
import { Refusal } from '../refusal';

/** Every picture that a catalog names, each once. */
export function picturesOf({ products, sheets, swatches, drafts }: Catalog): Set<string> {
  const definitions = [
    ...products,
    ...sheets,
    ...[...drafts.products, ...drafts.sheets].map(({ definition }) => definition),
  ];
  return new Set([
    ...definitions.flatMap((definition) => [...referencesOf(definition).pictures]),
    ...swatches.flatMap(({ picture }) => picture ?? []),
  ]);
}

/** A catalog whose pictures are elsewhere. */
export function withPicturesAt(catalog: Catalog, address: (src: string) => string): Catalog {
  const moved = <D extends Parameters<typeof withPictures>[0]>(definition: D) => withPictures(definition, address);
  return {
    ...catalog,
    products: catalog.products.map(moved),
    sheets: catalog.sheets.map(moved),
    swatches: catalog.swatches.map((swatch) =>
      mapReferences(swatchSchema, swatch, ({ what, key }) => (what === 'picture' ? address(key) : key)),
    ),
    drafts: {
      products: catalog.drafts.products.map((draft) => ({ ...draft, definition: moved(draft.definition) })),
      sheets: catalog.drafts.sheets.map((draft) => ({ ...draft, definition: moved(draft.definition) })),
    },
  };
}

/** Where pictures lie beside a catalog file. */
const FOLDER = 'pictures';

const ENDINGS: Readonly<Record<string, string>> = {
  'image/png': '.png',
  'image/jpeg': '.jpg',
  'image/webp': '.webp',
  'image/svg+xml': '.svg',
};

/** What a picture is called as a file: as it was, as far as a file can be called so anywhere. */
function fileName(name: string, type: string): string {
  const ending = ENDINGS[type] ?? '';
  const stem = name
    .replace(/\.[^.]*$/, '')
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}_-]+/gu, '-')
    .slice(0, 80);
  return `${stem.replaceAll('-', '') === '' ? 'picture' : stem}${ending}`;
}

/** A picture that lies beside a catalog file. */
export interface PictureFile {
  readonly hash: string;
  /** its path, seen from the catalog file */
  readonly path: string;
}

/**
 * A catalog of the shop as it stands in a file: pictures by their paths beside it, each in a folder of its hash so that
 * it keeps its name.
 */
export async function withPictureFiles(
  queries: Queries,
  catalog: Catalog,
): Promise<{ readonly catalog: Catalog; readonly files: readonly PictureFile[] }> {
  const hashes = [...picturesOf(catalog)].flatMap((src) => hashInAddress(src) ?? []);
  const known = [];
  for (const part of inParts(hashes, 500))
    known.push(
      ...(await queries
        .select({ hash: media.hash, name: media.name, type: media.type })
        .from(media)
        .where(inArray(media.hash, part))),
    );
  const paths = new Map(known.map(({ hash, name, type }) => [hash, `${FOLDER}/${hash}/${fileName(name, type)}`]));
  const files = [...paths].map(([hash, path]) => ({ hash, path })).sort((a, b) => (a.hash < b.hash ? -1 : 1));
  return {
    catalog: withPicturesAt(catalog, (src) => paths.get(src.slice(pictureAddress('').length)) ?? src),
    files,
  };
}

/** Gives the bytes of a picture that a catalog names; null where there is none. */
export type ReadPictureFile = (src: string) => Promise<Buffer | null>;

/** The pictures of a file, made safe, by where the catalog says that they are. */
export type SafePictures = ReadonlyMap<string, SafePicture>;

const TYPES = Object.entries(ENDINGS).map(([type, ending]) => ({ type, ending }));

/** Of which type a picture says that it is by its name; undefined for none that is kept. */
const typeByName = (src: string): string | undefined =>
  TYPES.find(({ ending }) => src.toLowerCase().endsWith(ending))?.type;

/** The pictures that a catalog names, by where it says that they are. */
interface ReadPictures {
  /** made safe */
  readonly safe: SafePictures;
  /** those that are kept in the shop already, by their addresses there */
  readonly here: ReadonlyMap<string, string>;
  /** those that are not there, or can't be used, and why */
  readonly faults: readonly { readonly src: string; readonly why: string }[];
}

/**
 * Reads the pictures that a catalog names, and makes them safe. What is kept in the shop byte for byte is safe already.
 */
export async function readPictures(queries: Queries, catalog: Catalog, read: ReadPictureFile): Promise<ReadPictures> {
  const [safe, here, faults] = [
    new Map<string, SafePicture>(),
    new Map<string, string>(),
    [] as { src: string; why: string }[],
  ];
  const known = await keptPictures(queries);
  for (const src of picturesOf(catalog)) {
    if (known.has(hashInAddress(src) ?? '')) {
      here.set(src, src);
      continue;
    }
    const bytes = await read(src);
    if (!bytes) {
      faults.push({ src, why: 'there is no such picture beside the file' });
      continue;
    }
    const type = typeByName(src);
    const hash = type === undefined ? '' : hashOf({ type, bytes });
    if (known.has(hash)) {
      here.set(src, pictureAddress(hash));
      continue;
    }
    try {
      safe.set(src, await makeSafe(bytes));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      faults.push({ src, why: error.message });
    }
  }
  return { safe, here, faults };
}

/** The pictures that are kept in the shop, by their hashes. */
async function keptPictures(queries: Queries): Promise<ReadonlySet<string>> {
  return new Set((await queries.select({ hash: media.hash }).from(media)).map(({ hash }) => hash));
}

/** Keeps pictures. @returns where each of them is in the shop, by where it was */
export async function storePictures(
  transaction: Queries,
  pictures: SafePictures,
  at: Date,
): Promise<ReadonlyMap<string, string>> {
  const addresses = new Map<string, string>();
  for (const [src, picture] of pictures)
    addresses.set(src, await storePicture(transaction, picture, at, src.split('/').pop()));
  return addresses;
}
