import { sql } from 'drizzle-orm';
import { type Catalog } from '../../core/catalog';
import {
  afterImport,
  asDrafts,
  type ClashWay,
  type Decisions,
  incoming,
  planImport,
  type PlannedThing,
  thingName,
  wayOf,
} from '../../core/compared';
import { faultJson, type ImportFault, nameFaults, pathText } from '../../core/exchange';
import { type Grid } from '../../core/spreadsheet';
import { type ListMapping } from '../../core/supplier-list';
import { type Queries } from '../../data/database';
import { catalogStates, products, sheets } from '../../data/schema';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { Refusal } from '../refusal';
import { readWholeCatalog } from './catalog-out';
import { NO_FILES, readFilesOf, type SafeFiles } from './files-of-catalog';
import { type ReadFileBeside } from './read-beside';

/** What a file seems to be: a catalog, a spreadsheet as the shop writes them, or somebody else's list. */
export type FileKind = 'catalog' | 'spreadsheet' | 'list';

/** A file that has been opened, what lies beside it made safe. */
export interface ImportFile {
  readonly name: string;
  readonly files: SafeFiles;
  readonly is: FileKind;
  /** what stands in it, where it is a spreadsheet */
  readonly grid: Grid | null;
  /** what it says, with files by the addresses that they will have; a spreadsheet says it of what there is */
  says(ours: Catalog): Promise<Said>;
}

/** What a file says. */
interface Said {
  readonly catalog: Catalog;
  readonly faults: readonly PlanFault[];
  /** what of it is not read */
  readonly notes: readonly string[];
  /** whether what has a name here is meant by it, whatever it is called there */
  readonly meansOurs: boolean;
}

/** What keeps a file from coming in, and where it is. */
export interface PlanFault extends Pick<ImportFault, 'key' | 'title' | 'message'> {
  readonly list: ImportFault['list'] | 'files' | 'file';
}

/** What a file would do. */
export interface ImportPlan {
  readonly things: readonly PlannedThing[];
  readonly faults: readonly PlanFault[];
  /** what of the file is not read */
  readonly notes: readonly string[];
  /** the name of what it was worked out from */
  readonly seen: string;
}

/** How it is to come in. */
export interface ImportWish {
  readonly decisions: Decisions;
  /** what becomes of clashes that nothing is decided about; null refuses them */
  readonly clashes: ClashWay | null;
  /** whether products and sheets come as drafts, so that nothing changes in the shop until they are published */
  readonly asDrafts?: boolean;
  /** what the columns of a spreadsheet say, where it is a supplier's list; absent where it is one of the shop's own */
  readonly list?: ListMapping;
  /** the name of what the plan was worked out from; absent for whatever there is */
  readonly seen?: string;
  /** whether products with faults come, too, as in a shop that has some: none of them is sold until it is mended */
  readonly withFaults?: boolean;
}

/**
 * Opens a file: a catalog, or a spreadsheet of a part of it.
 *
 * @param beside reads the files of a catalog that comes by itself; those of a packed one are in it
 * @throws Refusal 422 `fileFaulty` with what is wrong and where
 */
export async function openImport(
  { database }: Services,
  { name, bytes }: { readonly name: string; readonly bytes: Uint8Array },
  beside: ReadFileBeside = () => Promise.resolve(null),
): Promise<ImportFile> {
  const opened = await inBackground('catalogFile', { bytes }, 'This file');
  if (opened.kind === 'spreadsheet') {
    const { grid, isList } = opened;
    return { name, is: isList ? 'list' : 'spreadsheet', files: NO_FILES, grid, says: saidBySpreadsheet(grid) };
  }
  const { reading, files: packed } = opened;
  if (reading.faults) {
    const told = reading.faults.map(faultJson).map(({ path, message }) => `${pathText(path)}: ${message}`);
    throw new Refusal(422, 'fileFaulty', `${name || 'The file'} can’t be read. ${told[0] ?? ''}`, { faults: told });
  }
  const read: ReadFileBeside = packed
    ? (src) => Promise.resolve(packed.has(src) ? Buffer.from(packed.get(src) ?? []) : null)
    : beside;
  const { files, said } = await saidByCatalog(database.read, reading.catalog, read);
  return { name, is: 'catalog', files, grid: null, says: () => Promise.resolve(said) };
}

async function saidByCatalog(queries: Queries, catalog: Catalog, read: ReadFileBeside) {
  const { catalog: placed, files, faults } = await readFilesOf(queries, catalog, read);
  const said: Said = {
    catalog: placed,
    faults: [
      ...nameFaults(catalog)
        .map(faultJson)
        .map(({ path, message }) => ofFile(`${pathText(path)}: ${message}`)),
      ...faults.map(({ src, why }): PlanFault => ({
        list: 'files',
        key: src,
        title: src,
        message: `${src}: ${why}`,
      })),
    ],
    notes: [],
    meansOurs: false,
  };
  return { files, said };
}

const saidBySpreadsheet =
  (grid: Grid) =>
  async (ours: Catalog): Promise<Said> => {
    const { catalog, faults, notes } = await inBackground(
      'spreadsheetChanges',
      { grid, catalog: ours },
      'This spreadsheet',
    );
    return { catalog, faults: faults.map(ofFile), notes, meansOurs: true };
  };

const saidByList = async (grid: Grid, mapping: ListMapping, ours: Catalog): Promise<Said> => {
  const { catalog, faults, notes } = await inBackground('supplierList', { grid, mapping, catalog: ours }, 'This list');
  return { catalog, faults: faults.map(ofFile), notes, meansOurs: true };
};

const ofFile = (message: string): PlanFault => ({ list: 'file', key: '', title: '', message });

/** Names what there is: another name whenever anything changes that a file could change, too. */
export async function nameOfNow(queries: Queries): Promise<string> {
  const [state] = await queries.select({ name: catalogStates.name }).from(catalogStates);
  const versions = async (table: typeof products | typeof sheets) =>
    (
      await queries
        .select({ sum: sql<number>`coalesce(sum(${table.draftVersion}), 0)`, count: sql<number>`count(*)` })
        .from(table)
    )[0];
  const [ofProducts, ofSheets] = [await versions(products), await versions(sheets)];
  return [state?.name, ofProducts?.sum, ofProducts?.count, ofSheets?.sum, ofSheets?.count].join('.');
}

/** So often something is worked out anew, because the catalog has changed meanwhile. */
export const MOST_TRIES = 4;

/**
 * Writes what was worked out from a catalog, if that is still the same.
 *
 * @param seen the name of what it was worked out from
 * @returns null where the catalog has changed: nothing is written then
 */
export const writeIfStill = <T>(
  { database }: Services,
  seen: string,
  work: (transaction: Queries) => Promise<T>,
): Promise<T | null> =>
  database.write(async (transaction) => ((await nameOfNow(transaction)) === seen ? work(transaction) : null));

/** What a file would do, worked out. */
export interface WorkedOut {
  readonly ours: Catalog;
  readonly said: Said;
  /** the name of what it was worked out from */
  readonly seen: string;
  readonly things: readonly PlannedThing[];
  /** what is done with each thing, by its name */
  readonly ways: ReadonlyMap<string, ClashWay>;
  readonly comes: Catalog;
  /** what there is then */
  readonly after: Catalog;
}

/** Reads what there is, and works out what a file would do with it. */
export async function worked(context: Services, file: ImportFile, wish: Omit<ImportWish, 'seen'>): Promise<WorkedOut> {
  const { ours, seen } = await atOneMoment(context, async ({ database: { read } }) => ({
    ours: await readWholeCatalog(read),
    seen: await nameOfNow(read),
  }));
  const said = await (file.grid && wish.list ? saidByList(file.grid, wish.list, ours) : file.says(ours));
  const theirs = wish.asDrafts ? asDrafts(ours, said.catalog) : said.catalog;
  const things = planImport(ours, theirs).map((thing): PlannedThing =>
    said.meansOurs && thing.what === 'clash' ? { ...thing, what: 'changed' } : thing,
  );
  const ways = new Map(
    things.map((thing) => [
      thingName(thing),
      thing.what === 'same' ? 'ours' : (wayOf(thing, wish.decisions, wish.clashes) ?? 'ours'),
    ]),
  );
  const comes = incoming(ours, theirs, ways);
  const after = afterImport(ours, comes);
  return { ours, said, seen, things, ways, comes, after };
}

/** What keeps a file from coming in. */
export async function faultsOf({
  ours,
  said: { faults, catalog },
  after,
  comes,
}: Pick<WorkedOut, 'ours' | 'said' | 'after' | 'comes'>): Promise<PlanFault[]> {
  const isEmpty = ours.products.length + ours.drafts.products.length === 0;
  const isForeign = !isEmpty && catalog.shop.currency !== ours.shop.currency && (comes.whole || hasMoney(comes));
  return [
    ...faults,
    ...(isForeign ? [foreign(ours, catalog)] : []),
    ...(await inBackground('faultsOfImport', { ours, after, comes }, 'This file')),
  ];
}

/** Whether anything comes that can have a price or a cost. */
const hasMoney = ({ stock, sheets, products, priceLists, discounts, drafts }: Catalog): boolean =>
  [stock, sheets, products, priceLists, discounts, drafts.products, drafts.sheets].some((list) => list.length > 0);

const foreign = (ours: Catalog, theirs: Catalog): PlanFault => ({
  list: 'file',
  key: '',
  title: theirs.shop.name,
  message: `Prices in the file are in ${theirs.shop.currency}, and here in ${ours.shop.currency}. Change them in the file, or the currency in the settings.`,
});

/** What a file would do, and what keeps it from coming in. */
export async function planOfImport(
  context: Services,
  file: ImportFile,
  wish: Omit<ImportWish, 'seen'> = { decisions: {}, clashes: null },
): Promise<ImportPlan> {
  const found = await worked(context, file, wish);
  return { things: found.things, seen: found.seen, notes: found.said.notes, faults: await faultsOf(found) };
}
