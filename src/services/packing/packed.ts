import { strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { LARGEST_PICTURE } from '../../core/catalog';
import { type CatalogReading, LARGEST_CATALOG, readCatalog } from '../../core/exchange';

/** What the catalog is called in a packed file; pictures lie beside it as it names them. */
const CATALOG_NAME = 'catalog.json';

/** So much may come out of a packed file, in bytes, and so many things may lie in it. */
const LARGEST_UNPACKED = 512 * 1024 * 1024;
const MOST_PACKED = 40_000;

/** The largest catalog file that is taken, packed or not, in bytes. */
export const LARGEST_CATALOG_FILE = 96 * 1024 * 1024;

/** What a catalog file holds. */
export interface OpenedFile {
  readonly reading: CatalogReading;
  /** pictures that came packed with it, by their paths; null for a catalog by itself */
  readonly pictures: ReadonlyMap<string, Uint8Array> | null;
}

const isPacked = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** What a packed file must not do; the message says it. */
class Unpackable extends Error {}

/**
 * Opens a catalog file: JSON, or a ZIP of it with its pictures. Nothing is written anywhere; what would come to more
 * than is taken is not unpacked.
 */
export function openFile(bytes: Uint8Array): OpenedFile {
  try {
    if (!isPacked(bytes)) return { reading: readCatalog(textOf(bytes)), pictures: null };
    const entries = unpacked(bytes);
    const catalog = entries.get(CATALOG_NAME);
    if (!catalog) throw new Unpackable(`There is no ${CATALOG_NAME} in this ZIP file.`);
    entries.delete(CATALOG_NAME);
    return { reading: readCatalog(textOf(catalog)), pictures: entries };
  } catch (error) {
    if (!(error instanceof Unpackable)) throw error;
    return {
      reading: {
        faults: [{ path: [], code: 'shape', gravity: 'mustFix', data: { code: 'shape', detail: error.message } }],
      },
      pictures: null,
    };
  }
}

/** @throws Unpackable for bytes that are no text */
function textOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder(encodingOf(bytes), { fatal: true }).decode(bytes);
  } catch {
    throw new Unpackable('This is no text in UTF-8, and no ZIP file.');
  }
}

/** @see The Unicode Standard, 23.8, Byte Order Mark */
function encodingOf([first, second]: Uint8Array): string {
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  return first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8';
}

function unpacked(bytes: Uint8Array): Map<string, Uint8Array> {
  let [count, size] = [0, 0];
  const refuse = (why: string): never => {
    throw new Unpackable(why);
  };
  try {
    const entries = unzipSync(bytes, {
      filter({ name, originalSize }) {
        if (name.endsWith('/')) return false;
        count += 1;
        size += originalSize;
        if (count > MOST_PACKED) refuse(`This ZIP file has more than ${MOST_PACKED} files in it.`);
        if (size > LARGEST_UNPACKED) refuse('This ZIP file would come to more than 512 MB.');
        if (originalSize > (name === CATALOG_NAME ? LARGEST_CATALOG * 2 : LARGEST_PICTURE))
          refuse(`“${name.slice(0, 100)}” in this ZIP file is larger than is taken.`);
        return true;
      },
    });
    return new Map(Object.entries(entries));
  } catch (error) {
    if (error instanceof Unpackable) throw error;
    throw new Unpackable('This ZIP file is damaged: it can’t be unpacked.');
  }
}

/** The same files are the same bytes, whenever they are packed; earlier than this a ZIP knows no day. */
const PACKED_AT = () => new Date(1980, 0, 1);

/**
 * Packs a catalog with its pictures, piece by piece.
 *
 * @param text the catalog
 * @param pictures by their paths, seen from the catalog; each is read when its turn comes
 */
export async function* packed(
  text: Iterable<string>,
  pictures: Iterable<{ readonly path: string; read(): Promise<Uint8Array | null> }>,
): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    ready.push(chunk);
  });
  const taken = () => {
    const chunks = ready;
    ready = [];
    return chunks;
  };
  const catalog = new ZipDeflate(CATALOG_NAME, { level: 6 });
  catalog.mtime = PACKED_AT();
  zip.add(catalog);
  for (const piece of text) {
    catalog.push(strToU8(piece));
    yield* taken();
  }
  catalog.push(new Uint8Array(), true);
  for (const { path, read } of pictures) {
    const bytes = await read();
    if (!bytes) continue;
    // Pictures are small already, but drawings are not.
    const entry = path.endsWith('.svg') ? new ZipDeflate(path, { level: 6 }) : new ZipPassThrough(path);
    entry.mtime = PACKED_AT();
    zip.add(entry);
    entry.push(bytes, true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}
