import { eq, inArray } from 'drizzle-orm';
import { dayAt } from '../core/calendar';
import { type CatalogSurroundings, type Product, type Sheet, type Shop, shopSchema, type Swatch } from '../core/catalog';
import { Exact } from '../core/number';
import { availableToPromise, levelsOf, lotsOf, type LyingInLots, type StockLevels, type StockLots } from '../core/stock';
import { type Queries } from '../data/database';
import { products, revisions, settings, sheetRevisions, sheets, stockItems, swatches } from '../data/schema';
import { readFreeLots } from './lots';

const DEFAULT_SHOP: Shop = shopSchema.parse({ name: 'My shop', currency: 'EUR' });

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

/** The shop's settings, with the codes of its customer groups: for the manager's eyes only. */
export async function readSettings(queries: Queries): Promise<Shop> {
  const row = await queries.query.settings.findFirst({ where: eq(settings.name, 'shop') });
  return row ? shopSchema.parse(row.shop) : DEFAULT_SHOP;
}

/** The shop's settings as anyone may see them. */
export async function readShop(queries: Queries): Promise<Shop> {
  const shop = await readSettings(queries);
  return { ...shop, groups: shop.groups.map((group) => ({ ...group, code: null })) };
}

/** Every stock item with what can be promised of it, in the order of the titles. */
export async function readStock(queries: Queries): Promise<StockFigures[]> {
  const rows = await queries.select().from(stockItems).orderBy(stockItems.title);
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

/** The swatch book, in the order of its pages. */
export async function readSwatches(queries: Queries): Promise<Swatch[]> {
  const rows = await queries.select().from(swatches).orderBy(swatches.rank, swatches.id);
  return rows.map(({ key, name, colours, picture, family, supplierCode }) => ({ key, name, colours, picture, family, supplierCode }));
}

/** The published sheets. */
export async function readSheets(queries: Queries): Promise<Sheet[]> {
  const rows = await queries
    .select({ definition: sheetRevisions.definition })
    .from(sheets)
    .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision));
  return rows.map(({ definition }) => definition);
}

/** The published products that others take along, and those that these take along in turn. */
async function readAddOns(queries: Queries, definitions: readonly Pick<Product, 'choices'>[]): Promise<Map<string, Product>> {
  const found = new Map<string, Product>();
  let from = definitions;
  for (;;) {
    const wanted = from.flatMap(({ choices }) => choices.flatMap((choice) => (choice.kind === 'addOn' && choice.product !== '' && !found.has(choice.product) ? choice.product : [])));
    if (wanted.length === 0) return found;
    const rows = await queries
      .select({ definition: revisions.definition })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(inArray(products.publishedSlug, [...new Set(wanted)]));
    const fresh = rows.map(({ definition }) => definition);
    for (const product of fresh) found.set(product.slug, product);
    from = fresh;
  }
}

export interface SurroundingsNow {
  readonly surroundings: CatalogSurroundings;
  readonly levels: StockLevels;
  readonly lots: StockLots;
  readonly stock: readonly StockFigures[];
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
}

/**
 * What compiling and resolving need of the database, read at one moment.
 *
 * @param definitions what will be compiled: the products they take along are read too
 */
export async function readSurroundings(queries: Queries, at: Date, definitions: readonly Pick<Product, 'choices'>[] = []): Promise<SurroundingsNow> {
  const shop = await readShop(queries);
  const stock = await readStock(queries);
  const published = await readSheets(queries);
  const book = await readSwatches(queries);
  const surroundings: CatalogSurroundings = {
    shop,
    stock: new Map(stock.map(({ key, title, unit, lying }) => [key, { title, unit, cutFrom: lying }])),
    swatches: new Map(book.map((swatch) => [swatch.key, swatch])),
    sheets: new Map(published.map((sheet) => [sheet.key, sheet])),
    products: await readAddOns(queries, [...definitions, ...published]),
  };
  return { surroundings, levels: levelsOf(stock), lots: lotsOf(stock), stock, today: dayAt(at, shop.timeZone) };
}
