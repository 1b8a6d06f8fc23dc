import { strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { LARGEST_PICTURE } from '../../core/catalog';
import { type CatalogReading, LARGEST_CATALOG, readCatalog } from '../../core/exchange';
import { type Grid } from '../../core/spreadsheet';
import { looksLikeList } from '../../core/supplier-list';
import { textOf } from './file-text';
import { Unopenable } from './refused';
import { gridOfText, gridOfWorkbook } from './spreadsheet-in';

/** What the catalog is called in a packed file; pictures lie beside it as it names them. */
const CATALOG_NAME = 'catalog.json';

/** So much may come out of a packed file, in bytes, and so many things may lie in it. */
const LARGEST_UNPACKED = 512 * 1024 * 1024;
const MOST_PACKED = 40_000;
/** So much of a workbook may be in one part of it. */
const LARGEST_PART = 64 * 1024 * 1024;

/** The largest catalog file that is taken, packed or not, in bytes. */
export const LARGEST_CATALOG_FILE = 96 * 1024 * 1024;

/** What a file holds. */
export type OpenedFile =
  | {
      readonly kind: 'catalog';
      readonly reading: CatalogReading;
      /** what came packed with it, by its paths; null for a catalog by itself */
      readonly files: ReadonlyMap<string, Uint8Array> | null;
    }
  | {
      readonly kind: 'spreadsheet';
      readonly grid: Grid;
      /** whether it seems to be a supplier's list, and none of the shop's own spreadsheets */
      readonly isList: boolean;
    };

const isPacked = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * Opens a catalog file, JSON or a ZIP of it with its pictures, or a spreadsheet. Nothing is written anywhere; what
 * would come to more than is taken is not unpacked.
 */
export async function openFile(bytes: Uint8Array): Promise<OpenedFile> {
  try {
    return isPacked(bytes) ? await ofPacked(bytes) : ofText(bytes);
  } catch (error) {
    if (!(error instanceof Unopenable)) throw error;
    return {
      kind: 'catalog',
      reading: {
        faults: [{ path: [], code: 'shape', gravity: 'mustFix', data: { code: 'shape', detail: error.message } }],
      },
      files: null,
    };
  }
}

/** A part that every workbook in Office Open XML has. */
const OF_WORKBOOK = 'xl/workbook.xml';

async function ofPacked(bytes: Uint8Array): Promise<OpenedFile> {
  const entries = unpacked(bytes);
  if (entries.has(OF_WORKBOOK)) return ofGrid(await gridOfWorkbook(bytes));
  const catalog = entries.get(CATALOG_NAME);
  if (!catalog) throw new Unopenable(`There is no ${CATALOG_NAME} in this ZIP file.`);
  entries.delete(CATALOG_NAME);
  return { kind: 'catalog', reading: readCatalog(textOf(catalog, false)), files: entries };
}

const ofGrid = (grid: Grid): OpenedFile => ({ kind: 'spreadsheet', grid, isList: looksLikeList(grid) });

function ofText(bytes: Uint8Array): OpenedFile {
  const text = textOf(bytes, true);
  if (/^\ufeff?\s*$/.test(text)) throw new Unopenable('There is nothing in this file.');
  // What is no JSON has words of headings in its first line.
  return /^\ufeff?\s*[{[]/.test(text)
    ? { kind: 'catalog', reading: readCatalog(text), files: null }
    : ofGrid(gridOfText(text));
}

const largestOf = (name: string): number =>
  name === CATALOG_NAME ? LARGEST_CATALOG * 2 : name.startsWith('xl/') ? LARGEST_PART : LARGEST_PICTURE;

function unpacked(bytes: Uint8Array): Map<string, Uint8Array> {
  let [count, size] = [0, 0];
  const refuse = (why: string): never => {
    throw new Unopenable(why);
  };
  try {
    const entries = unzipSync(bytes, {
      filter({ name, originalSize }) {
        if (name.endsWith('/')) return false;
        count += 1;
        size += originalSize;
        if (count > MOST_PACKED) refuse(`This ZIP file has more than ${MOST_PACKED} files in it.`);
        if (size > LARGEST_UNPACKED) refuse('This ZIP file would come to more than 512 MB.');
        if (originalSize > largestOf(name)) refuse(`“${name.slice(0, 100)}” in this ZIP file is larger than is taken.`);
        return true;
      },
    });
    return new Map(Object.entries(entries));
  } catch (error) {
    if (error instanceof Unopenable) throw error;
    throw new Unopenable('This ZIP file is damaged: it can’t be unpacked.');
  }
}

/** The same files are the same bytes, whenever they are packed; earlier than this a ZIP knows no day. */
const PACKED_AT = () => new Date(1980, 0, 1);

/** Something that is packed beside a text; it is read when its turn comes. */
export interface PackedFile {
  /** seen from the text */
  readonly path: string;
  read(): Promise<Uint8Array | null>;
}

/** Packs a catalog with its pictures, piece by piece. */
export const packed = (text: Iterable<string>, pictures: Iterable<PackedFile>): AsyncGenerator<Uint8Array> =>
  packedAs(CATALOG_NAME, text, pictures);

/**
 * Packs a text and files that lie beside it into a ZIP, piece by piece.
 *
 * @param name what the text is called in it
 */
export async function* packedAs(
  name: string,
  text: Iterable<string>,
  files: Iterable<PackedFile>,
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
  const main = new ZipDeflate(name, { level: 6 });
  main.mtime = PACKED_AT();
  zip.add(main);
  for (const piece of text) {
    main.push(strToU8(piece));
    yield* taken();
  }
  main.push(new Uint8Array(), true);
  for (const { path, read } of files) {
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
