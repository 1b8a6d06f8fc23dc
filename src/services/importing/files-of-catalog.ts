import { eq } from 'drizzle-orm';
import { type Catalog, typefaceAddress, typefaceAt } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { media } from '../../data/schema';
import { addressOf, storePicture } from '../files/pictures';
import { typefaceBytes } from '../typefaces/bytes';
import { storeTypeface } from '../typefaces/store';
import { hashInAddress } from '../files/picture-address';
import { picturePaths, readPictures, type SafePictures, withPicturesAt } from './pictures';
import { type FaultBeside, type ReadFileBeside } from './read-beside';
import { readTypefaces, type SafeTypefaces, typefacePaths, withTypefacesAt } from './typefaces';

/** Pictures and typefaces of a catalog file, looked at and made safe, by where the catalog says that they are. */
export interface SafeFiles {
  readonly pictures: SafePictures;
  readonly typefaces: SafeTypefaces;
}

export const NO_FILES: SafeFiles = { pictures: new Map(), typefaces: new Map() };

/**
 * Reads what lies beside a catalog file and makes it safe.
 *
 * @returns the catalog with what it names by the addresses that it has in the shop, or will have
 */
export async function readFilesOf(
  queries: Queries,
  catalog: Catalog,
  read: ReadFileBeside,
): Promise<{ readonly catalog: Catalog; readonly files: SafeFiles; readonly faults: readonly FaultBeside[] }> {
  const pictures = await readPictures(queries, catalog, read);
  const faces = await readTypefaces(queries, catalog, read);
  const placed = withPicturesAt(catalog, (src) => {
    const picture = pictures.safe.get(src);
    return picture ? addressOf(picture) : (pictures.here.get(src) ?? src);
  });
  return {
    catalog: withTypefacesAt(placed, (file) => {
      const face = faces.safe.get(file);
      return face ? typefaceAddress(face.hash) : (faces.here.get(file) ?? file);
    }),
    files: { pictures: pictures.safe, typefaces: faces.safe },
    faults: [...pictures.faults, ...faces.faults],
  };
}

/** Keeps what lies beside a catalog file. */
export async function storeFilesOf(transaction: Queries, files: SafeFiles, at: Date): Promise<void> {
  for (const [src, picture] of files.pictures) await storePicture(transaction, picture, at, src.split('/').pop());
  for (const typeface of files.typefaces.values()) await storeTypeface(transaction, typeface, at);
}

/** A file that lies beside a catalog. */
export interface FileBeside {
  /** its path, seen from the catalog file */
  readonly path: string;
  read(queries: Queries): Promise<Buffer | null>;
}

/**
 * A catalog of the shop as it stands in a file: pictures and typefaces by their paths beside it, each in a folder of
 * its hash so that it keeps its name.
 */
export async function withFilesBeside(
  queries: Queries,
  catalog: Catalog,
): Promise<{ readonly catalog: Catalog; readonly files: readonly FileBeside[] }> {
  const pictures = await picturePaths(queries, catalog);
  const { paths: faces, said } = await typefacePaths(queries, catalog);
  const placed = withPicturesAt(
    { ...catalog, typefaces: said },
    (src) => pictures.get(hashInAddress(src) ?? '') ?? src,
  );
  return {
    catalog: withTypefacesAt(placed, (file) => faces.get(typefaceAt(file) ?? '') ?? file),
    files: [
      ...inOrder(pictures, async (hash, from) => {
        const found = await from.query.media.findFirst({ where: eq(media.hash, hash), columns: { bytes: true } });
        return found?.bytes ?? null;
      }),
      ...inOrder(faces, (hash, from) => typefaceBytes(from, hash)),
    ],
  };
}

const inOrder = (
  paths: ReadonlyMap<string, string>,
  read: (hash: string, queries: Queries) => Promise<Buffer | null>,
): FileBeside[] =>
  [...paths]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([hash, path]) => ({ path, read: (queries) => read(hash, queries) }));
