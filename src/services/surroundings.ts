import { eq } from 'drizzle-orm';
import { type CatalogSurroundings, type Shop, shopSchema } from '../core/catalog';
import { Exact } from '../core/number';
import { availableToPromise, type StockLevels } from '../core/stock';
import { type Queries } from '../data/database';
import { settings, stockItems } from '../data/schema';

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
}

/** The shop's settings. */
export async function readShop(queries: Queries): Promise<Shop> {
  const row = await queries.query.settings.findFirst({ where: eq(settings.name, 'shop') });
  return row?.shop ?? DEFAULT_SHOP;
}

/** Every stock item with what can be promised of it, in the order of the titles. */
export async function readStock(queries: Queries): Promise<StockFigures[]> {
  const rows = await queries.select().from(stockItems).orderBy(stockItems.title);
  return rows.map(({ key, title, unit, onHand, reserved, backorder }) => ({
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

/** What compiling and resolving need of the database, read at one moment. */
export async function readSurroundings(
  queries: Queries,
): Promise<{ surroundings: CatalogSurroundings; levels: StockLevels; stock: StockFigures[] }> {
  const [shop, stock] = [await readShop(queries), await readStock(queries)];
  return { surroundings: { shop, stock: new Map(stock.map((item) => [item.key, item])) }, levels: levelsOf(stock), stock };
}

/** What can be promised, by stock item. */
export function levelsOf(stock: readonly Pick<StockFigures, 'key' | 'available'>[]): StockLevels {
  const available = new Map(stock.map((item) => [item.key, Exact.from(item.available)]));
  return (key) => available.get(key);
}
