import { eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import {
  type CatalogSurroundings,
  type LotRule,
  type PriceList,
  type Sheet,
  type Shop,
  shopSchema,
  type Swatch,
} from '../../core/catalog';
import { type Queries, readsOneMoment } from '../../data/database';
import { catalogStates, priceLists, settings, sheetRevisions, sheets, stockItems, swatches } from '../../data/schema';

/** What products share: read once for each state of the catalog, and kept in the process. */
export interface SharedCatalog {
  /** name of the state; another one whenever anything of this changes, or what is published of a product */
  readonly state: string;
  /** without the codes of customer groups */
  readonly shop: Shop;
  readonly stock: ReadonlyMap<
    string,
    { readonly title: string; readonly unit: string; readonly cutFrom: LotRule | null }
  >;
  readonly swatches: ReadonlyMap<string, Swatch>;
  /** the published sheets */
  readonly sheets: CatalogSurroundings['sheets'];
  readonly priceLists: readonly PriceList[];
  /** what is worked out from this state and can be worked out again, by a name of its own */
  readonly kept: LRUCache<string, object>;
}

/** So much of what is worked out is kept; what has not been used for longest goes. */
const MOST_KEPT = 400;
/** A state that has just gone may still be read by somebody. */
const MOST_STATES = 3;

const DEFAULT_SHOP: Shop = shopSchema.parse({ name: 'My shop', currency: 'EUR' });

// Names of states are random and never come again, whatever database they are of.
const holder = globalThis as { oakKnotCatalogs?: LRUCache<string, SharedCatalog> };

// A moment has one state.
const ofMoments = new WeakMap<Queries, Promise<SharedCatalog>>();

/** What products share in the state that is read, in a transaction what that has made of it. */
export function readShared(queries: Queries): Promise<SharedCatalog> {
  if (!readsOneMoment(queries)) return lookUp(queries);
  const before = ofMoments.get(queries) ?? lookUp(queries);
  ofMoments.set(queries, before);
  return before;
}

async function lookUp(queries: Queries): Promise<SharedCatalog> {
  const catalogs = (holder.oakKnotCatalogs ??= new LRUCache({ max: MOST_STATES }));
  const row = await queries.query.catalogStates.findFirst({ where: eq(catalogStates.id, 1) });
  const state = row?.name ?? '';
  const known = catalogs.get(state);
  if (known) return known;
  const catalog: SharedCatalog = { state, ...(await readAll(queries)), kept: new LRUCache({ max: MOST_KEPT }) };
  catalogs.set(state, catalog);
  return catalog;
}

async function readAll(queries: Queries): Promise<Omit<SharedCatalog, 'state' | 'kept'>> {
  const items = await queries
    .select({ key: stockItems.key, title: stockItems.title, unit: stockItems.unit, cutFrom: stockItems.cutFrom })
    .from(stockItems);
  const book = await readSwatches(queries);
  const published = await readSheets(queries);
  const shop = await readSettings(queries);
  return {
    shop: { ...shop, groups: shop.groups.map((group) => ({ ...group, code: null })) },
    stock: new Map(items.map(({ key, ...item }) => [key, item])),
    swatches: new Map(book.map((swatch) => [swatch.key, swatch])),
    sheets: new Map(published.map((sheet) => [sheet.key, sheet])),
    priceLists: await readPriceLists(queries),
  };
}

/** The shop's settings, with the codes of its customer groups: for the manager's eyes only. */
export async function readSettings(queries: Queries): Promise<Shop> {
  const row = await queries.query.settings.findFirst({ where: eq(settings.name, 'shop') });
  return row ? shopSchema.parse(row.shop) : DEFAULT_SHOP;
}

/** Every price list, in their order. */
export async function readPriceLists(queries: Queries): Promise<PriceList[]> {
  return (
    await queries.select({ definition: priceLists.definition }).from(priceLists).orderBy(priceLists.rank, priceLists.id)
  ).map(({ definition }) => definition);
}

/** The swatch book, in the order of its pages. */
export async function readSwatches(queries: Queries): Promise<Swatch[]> {
  const rows = await queries.select().from(swatches).orderBy(swatches.rank, swatches.id);
  return rows.map(({ key, name, colours, picture, family, supplierCode }) => ({
    key,
    name,
    colours,
    picture,
    family,
    supplierCode,
  }));
}

/** The published sheets. */
export async function readSheets(queries: Queries): Promise<Sheet[]> {
  const rows = await queries
    .select({ definition: sheetRevisions.definition })
    .from(sheets)
    .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision));
  return rows.map(({ definition }) => definition);
}
