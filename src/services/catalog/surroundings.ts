import { dayAt } from '../../core/calendar';
import {
  type CatalogSurroundings,
  type LotRule,
  placedOn,
  placementsOf,
  type Product,
  referencesOf,
  type Referring,
  type SeenDraft,
  type Sheet,
  type Shop,
} from '../../core/catalog';
import { type StockView, stockView } from '../../core/stock';
import { inArray } from 'drizzle-orm';
import { type Queries } from '../../data/database';
import { among, draftsAt } from '../../data/references';
import { products, stockItems } from '../../data/schema';
import { inPieces } from '../in-pieces';
import { readStock, type StockFigures } from '../stock/ledger/figures';
import { readShared, type SharedCatalog } from './catalog-state';
import { readListsFor } from './lists-for';
import { readJoining, readPublishedBySlug } from './published-products';

/** The shop's settings as anyone may see them. */
export async function readShop(queries: Queries): Promise<Shop> {
  return (await readShared(queries)).shop;
}

/** What definitions take along, by address. */
interface TakenAlong {
  readonly products: ReadonlyMap<string, Product>;
  readonly drafts: ReadonlyMap<string, SeenDraft>;
}

const NOTHING_ALONG: TakenAlong = { products: new Map(), drafts: new Map() };

/**
 * The published products that definitions take along, and those that these take along in turn.
 *
 * @param withDrafts whether what is not in the shop is taken as it is edited
 * @param known what some of them take along has been read before
 */
async function readTakenAlong(
  queries: Queries,
  definitions: readonly Referring[],
  withDrafts: boolean,
  known: TakenAlong = NOTHING_ALONG,
): Promise<TakenAlong> {
  const found = new Map(known.products);
  const drafts = new Map(known.drafts);
  let from = definitions;
  for (;;) {
    const references = await inPieces(from, referencesOf);
    const joining = await readJoining(
      queries,
      references.flatMap((one) => one.joins),
    );
    const wanted = new Set(
      [...references.flatMap(({ products }) => [...products]), ...joining].filter((slug) => !found.has(slug)),
    );
    const fresh: Product[] = [];
    const elsewhere: string[] = [];
    for (const slug of wanted) {
      const published = await readPublishedBySlug(queries, slug);
      if (published) fresh.push(published.definition);
      else elsewhere.push(slug);
    }
    if (withDrafts) {
      const seen = await draftsAt(queries, elsewhere);
      for (const [slug, draft] of seen) drafts.set(slug, draft);
      fresh.push(...(await readDrafts(queries, seen.values())));
    }
    if (fresh.length === 0) return { products: found, drafts };
    for (const product of fresh) found.set(product.slug, product);
    from = fresh;
  }
}

async function readDrafts(queries: Queries, seen: Iterable<SeenDraft>): Promise<Product[]> {
  const ids = Array.from(seen, ({ id }) => id);
  if (ids.length === 0) return [];
  const rows = await queries
    .select({ draft: products.draft })
    .from(products)
    .where(inArray(products.id, among(ids)));
  return rows.map(({ draft }) => draft);
}

export interface SurroundingsNow {
  readonly surroundings: CatalogSurroundings;
  /** what there is of the stock items in {@link stock} */
  readonly there: StockView;
  readonly stock: readonly StockFigures[];
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** what is worked out from this state of the catalog, by a name of its own */
  readonly kept: SharedCatalog['kept'];
}

/** What is read beside what some definitions refer to. */
export interface ReadBeside {
  /** sheets that may be placed on them as they are edited */
  readonly sheets?: readonly Sheet[];
  /** keys of stock items */
  readonly stock?: readonly string[];
  /** whether what is not in the shop yet is taken as it is edited: it would come into the shop with them */
  readonly withDrafts?: boolean;
}

/**
 * What compiling and resolving some definitions need of the database, read at one moment; of stock the items that they
 * can draw.
 */
export async function readSurroundings(
  queries: Queries,
  at: Date,
  definitions: readonly Product[],
  beside: ReadBeside = {},
): Promise<SurroundingsNow> {
  const shared = await readShared(queries);
  const placed = new Set(
    definitions.flatMap((definition) => placementsOf(definition, shared.sheets.values()).map(({ key }) => key)),
  );
  const sheets = [...shared.sheets.values()].filter(({ key }) => placed.has(key));
  return surroundingsOf(queries, at, shared, [...definitions, ...sheets, ...(beside.sheets ?? [])], beside);
}

async function surroundingsOf(
  queries: Queries,
  at: Date,
  shared: SharedCatalog,
  definitions: readonly Referring[],
  { stock: alsoStock = [], withDrafts = false }: ReadBeside,
): Promise<SurroundingsNow> {
  let along = await readTakenAlong(queries, definitions, withDrafts);
  // What is taken along may have sheets on it by a condition, which take something along in turn.
  for (;;) {
    const placed = [...along.products.values()].flatMap((product) => placedOn(product, shared.sheets));
    const further = await readTakenAlong(queries, [...along.products.values(), ...placed], withDrafts, along);
    const done = further.products.size === along.products.size;
    along = further;
    if (done) {
      const all = [...definitions, ...along.products.values(), ...placed];
      const wanted = new Set([...alsoStock, ...all.flatMap((definition) => [...referencesOf(definition).stock])]);
      const stock = await readStock(queries, wanted);
      const priceLists = await readListsFor(
        queries,
        shared,
        new Set([
          ...definitions.flatMap((definition) =>
            'slug' in definition && typeof definition.slug === 'string' ? [definition.slug] : [],
          ),
          ...along.products.keys(),
        ]),
      );
      const surroundings = {
        shop: shared.shop,
        stock: asNamed(stock),
        swatches: shared.swatches,
        sheets: shared.sheets,
        products: along.products,
        ...(withDrafts && { drafts: along.drafts }),
        priceLists,
      };
      const today = dayAt(at, shared.shop.timeZone);
      return { surroundings, there: stockView(stock), stock, today, kept: shared.kept };
    }
  }
}

/** Stock items as definitions name them, without what there is of them. */
export const asNamed = (
  stock: readonly (Pick<StockFigures, 'key' | 'title' | 'unit'> & { readonly lying: LotRule | null })[],
): CatalogSurroundings['stock'] =>
  new Map(stock.map(({ key, title, unit, lying }) => [key, { title, unit, cutFrom: lying && ruleOf(lying) }]));

/** The same, read of some keys without what there is of them. */
export async function readNamed(queries: Queries, keys: Iterable<string>): Promise<CatalogSurroundings['stock']> {
  return asNamed(
    await queries
      .select({ key: stockItems.key, title: stockItems.title, unit: stockItems.unit, lying: stockItems.cutFrom })
      .from(stockItems)
      .where(inArray(stockItems.key, [...keys])),
  );
}

const ruleOf = ({ kind, kerf, smallestOffcut }: LotRule): LotRule => ({ kind, kerf, smallestOffcut });
