import { eq, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import {
  type CatalogSurroundings,
  type PriceList,
  type Sheet,
  type Shop,
  shopSchema,
  type Swatch,
} from '../../core/catalog';
import { type Queries, readsOneMoment } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import {
  catalogParts,
  catalogStates,
  priceLists,
  settings,
  sheetRevisions,
  sheets,
  type SharedKind,
  swatches,
} from '../../data/schema';

/** What products share: each kind of it read once for each of its states, and kept in the process. */
export interface SharedCatalog {
  /** name of the state; another one whenever any of this, a stock item or what is published of a product changes */
  readonly state: string;
  /** without the codes of customer groups */
  readonly shop: Shop;
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
const catalogs = ofProcess('catalogs', () => new LRUCache<string, SharedCatalog>({ max: MOST_STATES }));

// A moment has one state.
const ofMoments = ofProcess('ofMoments', () => new WeakMap<Queries, Promise<SharedCatalog>>());

/** What products share in the state that is read, in a transaction what that has made of it. */
export function readShared(queries: Queries): Promise<SharedCatalog> {
  if (!readsOneMoment(queries)) return lookUp(queries);
  const before = ofMoments.get(queries) ?? lookUp(queries);
  ofMoments.set(queries, before);
  return before;
}

async function lookUp(queries: Queries): Promise<SharedCatalog> {
  const names = await queries.all<{ kind: string; state: string }>(
    sql`select kind, state from ${catalogParts} union all select '', name from ${catalogStates}`,
  );
  const states = new Map(names.map(({ kind, state }) => [kind, state]));
  const state = states.get('') ?? '';
  const known = catalogs.get(state);
  if (known) return known;
  const part = <Kind extends keyof Parts>(kind: Kind) => readPart(queries, kind, states.get(kind) ?? '');
  const catalog: SharedCatalog = {
    state,
    shop: await part('settings'),
    swatches: await part('swatches'),
    sheets: await part('sheets'),
    priceLists: await part('price lists'),
    kept: new LRUCache({ max: MOST_KEPT }),
  };
  catalogs.set(state, catalog);
  return catalog;
}

/** What is read of each kind of things. */
const parts = {
  settings: async (queries: Queries): Promise<Shop> => {
    const shop = await readSettings(queries);
    return { ...shop, groups: shop.groups.map((group) => ({ ...group, code: null })) };
  },
  swatches: async (queries: Queries): Promise<SharedCatalog['swatches']> =>
    new Map((await readSwatches(queries)).map((swatch) => [swatch.key, swatch])),
  sheets: async (queries: Queries): Promise<SharedCatalog['sheets']> =>
    new Map((await readSheets(queries)).map((sheet) => [sheet.key, sheet])),
  'price lists': (queries: Queries): Promise<SharedCatalog['priceLists']> => readPriceLists(queries),
} satisfies Partial<Record<SharedKind, (queries: Queries) => Promise<object>>>;

type Parts = typeof parts;

const keptParts = ofProcess(
  'parts',
  () => new LRUCache<string, object>({ max: MOST_STATES * Object.keys(parts).length }),
);

/** One kind of things, as it is in a state of its own: what changes of others leaves it as it is. */
async function readPart<Kind extends keyof Parts>(
  queries: Queries,
  kind: Kind,
  state: string,
): Promise<Awaited<ReturnType<Parts[Kind]>>> {
  const name = `${kind} ${state}`;
  const part = keptParts.get(name) ?? (await parts[kind](queries));
  keptParts.set(name, part);
  return part as Awaited<ReturnType<Parts[Kind]>>;
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
