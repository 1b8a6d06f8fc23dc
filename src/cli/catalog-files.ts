import { createWriteStream, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type ClashWay, clashWays, compareCatalogs, type PlannedThing, wayOf } from '../core/compared';
import { type CatalogReading } from '../core/exchange';
import { type ListMapping, listMappingSchema, mappingFor } from '../core/supplier-list';
import { counted, thingLines } from '../core/words';
import { type Services } from '../services/context';
import { pathWithin } from '../services/files/within';
import { exportCatalog, exportPacked } from '../services/importing/export';
import { importFile } from '../services/importing/apply';
import { type ImportFile, type ImportWish, openImport, planOfImport } from '../services/importing/import';
import { keepMapping, keptMappings } from '../services/importing/list-mappings';
import { exportSpreadsheet, spreadsheetsOut, spreadsheetTitle } from '../services/importing/spreadsheets';
import { openFile } from '../services/packing/packed';
import { Refusal } from '../services/refusal';
import { asBadInput, BadInput, faultLine, type Streams, whyUnreadable, withDatabase } from './io';

const isPacked = (file: string): boolean => file.toLowerCase().endsWith('.zip');

/** Reads a picture beside a catalog file: nothing outside its folder, whatever the catalog says. */
function besides(file: string): (src: string) => Promise<Buffer | null> {
  return (src) => {
    const path = pathWithin(dirname(file), src);
    return path === null ? Promise.resolve(null) : readFile(path).catch(() => null);
  };
}

/** What a service refuses, with what is wrong and where. */
function refusedLines(error: unknown): readonly string[] | null {
  if (!(error instanceof Refusal)) return null;
  const told = error.details?.faults;
  return [error.message, ...faultLines(Array.isArray(told) ? told : [])];
}

const saying = <T>(work: () => Promise<T>): Promise<T> => asBadInput(refusedLines, work);

/** So many faults are told of a file. */
const MOST_TOLD = 40;

function faultLines(faults: readonly unknown[]): string[] {
  const more = faults.length - MOST_TOLD;
  return [...faults.slice(0, MOST_TOLD).map(faultOf), ...(more > 0 ? [`  and ${more} more`] : [])];
}

const faultOf = (fault: unknown): string => {
  if (typeof fault === 'string') return `  ${fault}`;
  const { title = '', message = '' } = fault as { title?: string; message?: string };
  return `  ${title === '' ? '' : `${title}: `}${message}`;
};

/** Writes one spreadsheet of the shop into a file. */
async function writeSheet(io: Streams, context: Services, file: string, wanted: string): Promise<number> {
  const key = spreadsheetsOut.find((known) => known === wanted);
  if (!key) throw new BadInput([`oak export: --sheet ${wanted}: say ${spreadsheetsOut.join(', ')}.`]);
  const bytes = await exportSpreadsheet(context, key, file.toLowerCase().endsWith('.xlsx') ? 'xlsx' : 'csv');
  writingTo(file, () => writeFileSync(file, bytes));
  io.write(`${file}: ${spreadsheetTitle(key)}\n`);
  return 0;
}

/** @throws BadInput where a file can't be written */
function writingTo<T>(file: string, work: () => T): T {
  try {
    mkdirSync(dirname(resolve(file)), { recursive: true });
    return work();
  } catch (error) {
    throw unwritable(file, error);
  }
}

const unwritable = (file: string, error: unknown): BadInput =>
  new BadInput([`${file}: can’t write it: ${whyUnreadable(error)}`]);

/** Writes the shop into a file: a ZIP with its pictures, or JSON with its pictures in a folder beside it. */
export async function runExport(
  io: Streams,
  file: string,
  { database: url, sheet }: { database?: string; sheet?: string },
): Promise<number> {
  return withDatabase('export', url, (database) =>
    saying(async () => {
      const context = { database, now: () => new Date() };
      if (sheet !== undefined) return writeSheet(io, context, file, sheet);
      const exported = await exportCatalog(context);
      try {
        mkdirSync(dirname(resolve(file)), { recursive: true });
        if (isPacked(file)) await pipeline(Readable.from(exportPacked(exported)), createWriteStream(file));
        else {
          await writeFile(file, exported.text());
          for (const { path, read } of exported.files) {
            const bytes = await read();
            const place = join(dirname(file), path);
            mkdirSync(dirname(place), { recursive: true });
            if (bytes) writeFileSync(place, bytes);
          }
        }
      } catch (error) {
        throw unwritable(file, error);
      }
      io.write(`${file}: the catalog, ${counted(exported.files.length, 'file')} beside it\n`);
      return 0;
    }),
  );
}

function bytesOf(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new BadInput([`${file}: can’t read the catalog: ${whyUnreadable(error)}`]);
  }
}

function clashesOf(text: string | undefined): ClashWay | null {
  if (text === undefined) return null;
  const way = clashWays.find((known) => known === text);
  if (!way) throw new BadInput([`oak import: --clashes ${text}: say ${clashWays.join(', ')}.`]);
  return way;
}

/** Puts a file into the shop, or says what it would do. @returns 1 where something else has a name that it has */
export async function runImport(
  io: Streams,
  file: string,
  {
    plan,
    drafts: asDrafts,
    supplier,
    clashes,
    database: url,
    'with-faults': withFaults,
  }: {
    plan?: boolean;
    drafts?: boolean;
    supplier?: string;
    clashes?: string;
    database?: string;
    'with-faults'?: boolean;
  },
): Promise<number> {
  const bytes = bytesOf(file);
  const way = clashesOf(clashes);
  return withDatabase(
    'import',
    url,
    (database) =>
      saying(async () => {
        const context = { database, now: () => new Date() };
        const opened = await openImport(context, { name: file, bytes }, besides(file));
        const list = supplier === undefined ? undefined : await listOf(context, opened, supplier);
        const wish: ImportWish = { decisions: {}, clashes: way, asDrafts, list };
        if (plan) return tellPlan(io, context, opened, wish);
        const { words } = await importFile(context, opened, { ...wish, withFaults });
        if (list) await keepMapping(context, list);
        io.write(`${file}: ${words}\n`);
        return 0;
      }),
    { mayBegin: true },
  );
}

/** What the columns of a supplier's list say. @throws BadInput for what is no spreadsheet, or a name that is none */
async function listOf(context: Services, { name, grid }: ImportFile, supplier: string): Promise<ListMapping> {
  if (!grid) throw new BadInput([`${name}: this is no spreadsheet, and no supplier’s list.`]);
  const read = listMappingSchema.shape.supplier.safeParse(supplier);
  if (!read.success || read.data === '')
    throw new BadInput(['oak import: --supplier: say the supplier’s name, in at most 80 characters.']);
  return mappingFor(grid, await keptMappings(context.database.read), read.data).mapping;
}

async function tellPlan(io: Streams, context: Services, file: ImportFile, wish: ImportWish): Promise<number> {
  const { things, faults, notes } = await planOfImport(context, file, wish);
  const lines = [...thingLines(things), ...notes];
  io.write(`${[...lines, sumOf(things)].join('\n')}\n`);
  if (faults.length > 0) throw new BadInput([`${file.name}: it can’t be imported:`, ...faultLines(faults)]);
  return things.some((thing) => wayOf(thing, {}, wish.clashes) === null) ? 1 : 0;
}

/** How many are new, changed, the same. */
function sumOf(things: readonly PlannedThing[]): string {
  const number = (what: PlannedThing['what']) => things.filter((thing) => thing.what === what).length;
  const clashing = number('clash');
  return `${number('new')} new, ${number('changed')} changed, ${number('same')} the same${clashing > 0 ? `, ${clashing} something else: say --clashes theirs, ours or both` : ''}`;
}

/** Says what differs between two catalog files. @returns 1 where anything does */
export async function runDiff(io: Streams, first: string, second: string): Promise<number> {
  const read = async (file: string) => {
    const opened = await openFile(bytesOf(file));
    if (opened.kind === 'spreadsheet')
      throw new BadInput([`${file}: a spreadsheet is a part of a catalog. See what it changes with import --plan.`]);
    const reading: CatalogReading = opened.reading;
    if (reading.faults) throw new BadInput(reading.faults.map((fault) => faultLine(file, fault)));
    return reading.catalog;
  };
  const found = compareCatalogs(await read(first), await read(second));
  io.write(found.length === 0 ? 'Nothing differs\n' : `${thingLines(found).join('\n')}\n`);
  return found.length > 0 ? 1 : 0;
}
