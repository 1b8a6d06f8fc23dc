import { inArray } from 'drizzle-orm';
import { dayAt } from '../../core/calendar';
import { type CatalogSurroundings, placementsOf, type Product, referencesOf, type Referring, type Shop } from '../../core/catalog';
import { Exact } from '../../core/number';
import { availableToPromise, type LyingInLots, type StockView, stockView } from '../../core/stock';
import { type Queries } from '../../data/database';
import { stockItems } from '../../data/schema';
import { readFreeLots } from '../stock/lots';
import { readShared, type SharedCatalog } from './catalog-state';
import { readPublishedBySlug } from './published-products';

/** A stock item with the figures that follow from the ledger; decimals as text. */
export interface StockFigures {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  readonly onHand: string;
  readonly reserved: string;
  readonly backorder: string;
  readonly available: string;
  /** how it lies in lots, with what is free of each; null where any quantity can be taken */
  readonly lying: LyingInLots | null;
}

/** The shop's settings as anyone may see them. */
export async function readShop(queries: Queries): Promise<Shop> {
  return (await readShared(queries)).shop;
}

/**
 * Stock items with what can be promised of them, in the order of the titles.
 *
 * @param keys which ones; null for all there are
 */
export async function readStock(queries: Queries, keys: ReadonlySet<string> | null = null): Promise<StockFigures[]> {
  if (keys?.size === 0) return [];
  const all = queries.select().from(stockItems);
  const rows = await (keys ? all.where(inArray(stockItems.key, [...keys])) : all).orderBy(stockItems.title);
  const lots = await readFreeLots(queries, rows);
  return rows.map(({ id, key, title, unit, onHand, reserved, backorder, cutFrom }) => ({
    lying: cutFrom && { ...cutFrom, lots: lots.get(id) ?? [] },
    key,
    title,
    unit,
    onHand,
    reserved,
    backorder,
    available: availableToPromise({
      onHand: Exact.from(onHand),
      reserved: Exact.from(reserved),
      backorder: Exact.from(backorder),
    }).toString(),
  }));
}

/** The published products that definitions take along, and those that these take along in turn. */
async function readTakenAlong(queries: Queries, definitions: readonly Referring[]): Promise<Map<string, Product>> {
  const found = new Map<string, Product>();
  let from = definitions;
  for (;;) {
    const wanted = new Set(from.flatMap((definition) => [...referencesOf(definition).products].filter((slug) => !found.has(slug))));
    const fresh: Product[] = [];
    for (const slug of wanted) {
      const published = await readPublishedBySlug(queries, slug);
      if (published) fresh.push(published.definition);
    }
    if (fresh.length === 0) return found;
    for (const product of fresh) found.set(product.slug, product);
    from = fresh;
  }
}

export interface SurroundingsNow {
  readonly surroundings: CatalogSurroundings;
  /** what there is of the stock items in {@link stock} */
  readonly there: StockView;
  readonly stock: readonly StockFigures[];
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
}

/**
 * What compiling and resolving some definitions need of the database, read at one moment; of stock the items that they
 * can draw.
 */
export async function readSurroundings(queries: Queries, at: Date, definitions: readonly Product[]): Promise<SurroundingsNow> {
  const shared = await readShared(queries);
  const placed = new Set(definitions.flatMap((definition) => placementsOf(definition, shared.sheets.values()).map(({ key }) => key)));
  const sheets = [...shared.sheets.values()].filter(({ key }) => placed.has(key));
  return surroundingsOf(queries, at, shared, [...definitions, ...sheets], (all) => new Set(all.flatMap((definition) => [...referencesOf(definition).stock])));
}

/**
 * The same for somebody who edits definitions and may yet refer to anything: all of stock, and what any sheet takes along.
 */
export async function readAllSurroundings(queries: Queries, at: Date, definitions: readonly Referring[]): Promise<SurroundingsNow> {
  const shared = await readShared(queries);
  return surroundingsOf(queries, at, shared, [...definitions, ...shared.sheets.values()], () => null);
}

async function surroundingsOf(queries: Queries, at: Date, shared: SharedCatalog, definitions: readonly Referring[], stockFor: (definitions: readonly Referring[]) => ReadonlySet<string> | null): Promise<SurroundingsNow> {
  let along = await readTakenAlong(queries, definitions);
  // What is taken along may have sheets on it by a condition, which take something along in turn.
  for (;;) {
    const placed = [...along.values()].flatMap((product) => placementsOf(product, shared.sheets.values()).flatMap(({ key }) => shared.sheets.get(key) ?? []));
    const further = await readTakenAlong(queries, [...definitions, ...along.values(), ...placed]);
    const done = further.size === along.size;
    along = further;
    if (done) {
      const stock = await readStock(queries, stockFor([...definitions, ...along.values(), ...placed]));
      const surroundings = { shop: shared.shop, stock: shared.stock, swatches: shared.swatches, sheets: shared.sheets, products: along };
      return { surroundings, there: stockView(stock), stock, today: dayAt(at, shared.shop.timeZone) };
    }
  }
}
