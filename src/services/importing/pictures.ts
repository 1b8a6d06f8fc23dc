import { inArray } from 'drizzle-orm';
import { type Catalog, swatchSchema, withPictures } from '../../core/catalog';
import { mapReferences } from '../../core/fields';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { media } from '../../data/schema';
import { hashInAddress, pictureAddress } from '../files/picture-address';
import { hashOf, makeSafe, type SafePicture } from '../files/pictures';
import { namedIn, withEachDefinition } from './definitions-in';
import { fileNameFrom } from './file-name';
import { type FoundBeside, readBeside, type ReadFileBeside } from './read-beside';

/** Every picture that a catalog names, each once. */
export const picturesOf = (catalog: Catalog): Set<string> =>
  new Set([...namedIn(catalog, 'pictures'), ...catalog.swatches.flatMap(({ picture }) => picture ?? [])]);

/** A catalog whose pictures are elsewhere. */
export const withPicturesAt = (catalog: Catalog, address: (src: string) => string): Catalog => ({
  ...withEachDefinition(catalog, (definition) => withPictures(definition, address)),
  swatches: catalog.swatches.map((swatch) =>
    mapReferences(swatchSchema, swatch, ({ what, key }) => (what === 'picture' ? address(key) : key)),
  ),
});

/** Where pictures lie beside a catalog file. */
const FOLDER = 'pictures';

const ENDINGS: Readonly<Record<string, string>> = {
  'image/png': '.png',
  'image/jpeg': '.jpg',
  'image/webp': '.webp',
  'image/svg+xml': '.svg',
};

const fileName = (name: string, type: string): string =>
  fileNameFrom(name.replace(/\.[^.]*$/, ''), ENDINGS[type] ?? '', 'picture');

/** Where the pictures that a catalog names lie beside its file, by hash: each in a folder of its own under its name. */
export async function picturePaths(queries: Queries, catalog: Catalog): Promise<ReadonlyMap<string, string>> {
  const hashes = [...picturesOf(catalog)].flatMap((src) => hashInAddress(src) ?? []);
  const known = [];
  for (const part of inParts(hashes, 500))
    known.push(
      ...(await queries
        .select({ hash: media.hash, name: media.name, type: media.type })
        .from(media)
        .where(inArray(media.hash, part))),
    );
  return new Map(known.map(({ hash, name, type }) => [hash, `${FOLDER}/${hash}/${fileName(name, type)}`]));
}

/** The pictures of a file, made safe, by where the catalog says that they are. */
export type SafePictures = ReadonlyMap<string, SafePicture>;

const TYPES = Object.entries(ENDINGS).map(([type, ending]) => ({ type, ending }));

/** Of which type a picture says that it is by its name; undefined for none that is kept. */
const typeByName = (src: string): string | undefined =>
  TYPES.find(({ ending }) => src.toLowerCase().endsWith(ending))?.type;

/** Reads the pictures that a catalog names, and makes them safe. */
export async function readPictures(
  queries: Queries,
  catalog: Catalog,
  read: ReadFileBeside,
): Promise<FoundBeside<SafePicture>> {
  const known = await keptPictures(queries);
  return readBeside(picturesOf(catalog), read, {
    keptAs(src, bytes) {
      if (known.has(hashInAddress(src) ?? '')) return src;
      const type = typeByName(src);
      const hash = type === undefined || !bytes ? '' : hashOf({ type, bytes });
      return known.has(hash) ? pictureAddress(hash) : undefined;
    },
    missing: 'there is no such picture beside the file',
    makeSafe: (_src, bytes) => makeSafe(bytes),
  });
}

/** The pictures that are kept in the shop, by their hashes. */
async function keptPictures(queries: Queries): Promise<ReadonlySet<string>> {
  return new Set((await queries.select({ hash: media.hash }).from(media)).map(({ hash }) => hash));
}
