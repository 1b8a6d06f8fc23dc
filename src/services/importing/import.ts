import { sql } from 'drizzle-orm';
import { type Catalog } from '../../core/catalog';
import {
  afterImport,
  type ClashWay,
  type Decisions,
  incoming,
  planImport,
  type PlannedThing,
  thingName,
  wayOf,
} from '../../core/compared';
import { faultJson, type ImportFault, nameFaults, pathText } from '../../core/exchange';
import { type Queries } from '../../data/database';
import { catalogStates, products, sheets } from '../../data/schema';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { addressOf } from '../files/pictures';
import { Refusal } from '../refusal';
import { readWholeCatalog } from './catalog-out';
import { type ReadPictureFile, readPictures, type SafePictures, withPicturesAt } from './pictures';

/** A catalog file that has been opened: what it says, and its pictures made safe. */
export interface ImportFile {
  readonly name: string;
  /** with pictures by the addresses that they will have */
  readonly catalog: Catalog;
  readonly pictures: SafePictures;
  /** pictures that are not there or can't be used */
  readonly faults: readonly PlanFault[];
}

/** What keeps a file from coming in, and where it is. */
export interface PlanFault extends Pick<ImportFault, 'key' | 'title' | 'message'> {
  readonly list: ImportFault['list'] | 'pictures' | 'file';
}

/** What a file would do. */
export interface ImportPlan {
  readonly things: readonly PlannedThing[];
  readonly faults: readonly PlanFault[];
  /** the name of what it was worked out from */
  readonly seen: string;
}

/** How it is to come in. */
export interface ImportWish {
  readonly decisions: Decisions;
  /** what becomes of clashes that nothing is decided about; null refuses them */
  readonly clashes: ClashWay | null;
  /** the name of what the plan was worked out from; absent for whatever there is */
  readonly seen?: string;
  /** whether products with faults come, too, as in a shop that has some: none of them is sold until it is mended */
  readonly withFaults?: boolean;
}

/**
 * Opens a catalog file.
 *
 * @param beside reads the pictures of a catalog that comes by itself; those of a packed one are in it
 * @throws Refusal 422 `fileFaulty` with what is wrong and where
 */
export async function openImport(
  { database }: Services,
  { name, bytes }: { readonly name: string; readonly bytes: Uint8Array },
  beside: ReadPictureFile = () => Promise.resolve(null),
): Promise<ImportFile> {
  const { reading, pictures } = await inBackground('catalogFile', { bytes }, 'This file');
  if (reading.faults) {
    const told = reading.faults.map(faultJson).map(({ path, message }) => `${pathText(path)}: ${message}`);
    throw new Refusal(422, 'fileFaulty', `${name || 'The file'} can’t be read. ${told[0] ?? ''}`, { faults: told });
  }
  const { catalog } = reading;
  const read: ReadPictureFile = pictures
    ? (src) => Promise.resolve(pictures.has(src) ? Buffer.from(pictures.get(src) ?? []) : null)
    : beside;
  const { safe, here, faults } = await readPictures(database.read, catalog, read);
  return {
    name,
    catalog: withPicturesAt(catalog, (src) => {
      const picture = safe.get(src);
      return picture ? addressOf(picture) : (here.get(src) ?? src);
    }),
    pictures: safe,
    faults: [
      ...nameFaults(catalog)
        .map(faultJson)
        .map(({ path, message }): PlanFault => ({
          list: 'file',
          key: '',
          title: '',
          message: `${pathText(path)}: ${message}`,
        })),
      ...faults.map(({ src, why }): PlanFault => ({
        list: 'pictures',
        key: src,
        title: src,
        message: `${src}: ${why}`,
      })),
    ],
  };
}

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

/** What a file would do, worked out. */
export interface WorkedOut {
  readonly ours: Catalog;
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
  const things = planImport(ours, file.catalog);
  const ways = new Map(
    things.map((thing) => [
      thingName(thing),
      thing.what === 'same' ? 'ours' : (wayOf(thing, wish.decisions, wish.clashes) ?? 'ours'),
    ]),
  );
  const comes = incoming(ours, file.catalog, ways);
  const after = afterImport(ours, comes);
  return { ours, seen, things, ways, comes, after };
}

/** What keeps a file from coming in. */
export async function faultsOf(
  { faults, catalog }: ImportFile,
  { ours, after, comes }: Pick<WorkedOut, 'ours' | 'after' | 'comes'>,
): Promise<PlanFault[]> {
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
  return { things: found.things, seen: found.seen, faults: await faultsOf(file, found) };
}
