import { count, gte, sql } from 'drizzle-orm';
import { type Catalog } from '../../core/catalog';
import { Exact } from '../../core/number';
import { inParts } from '../../core/in-parts';
import { type Services } from '../../services/context';
import { type Queries } from '../../data/database';
import { products, revisions, stockItems, stockLots, stockMovements } from '../../data/schema';
import { indexed } from '../../services/products/life';
import { type Series, seriesOf } from './series';

/** How much has been added. */
export interface Filled {
  readonly products: number;
  readonly stock: number;
  readonly movements: number;
}

/**
 * Adds so many products to a shop that has a catalog in it, as further series of that, all of them published, with
 * receipts for what they take from. Nothing is checked: a series is sound because the catalog is that it repeats.
 *
 * @param wanted    how many products there are to be more; whole series, and the last as far as it goes
 * @param movements how many movements each stock item has
 * @param tell      is told after each series how many there are
 */
export async function fill(
  { database, now }: Services,
  catalog: Pick<Catalog, 'products' | 'stock'>,
  { wanted, movements, tell }: { wanted: number; movements: number; tell: (filled: Filled) => void },
): Promise<Filled> {
  let filled: Filled = { products: 0, stock: 0, movements: 0 };
  const first = await nextSeries(database.read);
  for (let number = first; filled.products < wanted; number += 1) {
    const series = seriesOf(catalog, number);
    const added = { ...series, products: series.products.slice(0, wanted - filled.products) };
    await database.write((transaction) => addSeries(transaction, added, movements, now()));
    filled = {
      products: filled.products + added.products.length,
      stock: filled.stock + added.stock.length,
      movements: filled.movements + added.stock.length * movements,
    };
    tell(filled);
  }
  return filled;
}

/** Series are numbered on where a shop has been filled before. */
async function nextSeries(queries: Queries): Promise<number> {
  const [row] = await queries.select({ count: count() }).from(products);
  return (row?.count ?? 0) + 1;
}

async function addSeries(transaction: Queries, series: Series, movements: number, at: Date): Promise<void> {
  await addStock(transaction, series.stock, movements, at);
  const added = await transaction
    .insert(products)
    .values(
      series.products.map((draft) => ({
        draft,
        ...indexed(draft),
        publishedSlug: draft.slug,
        createdAt: at,
        updatedAt: at,
      })),
    )
    .returning({ id: products.id });
  await transaction.insert(revisions).values(
    series.products.map((definition, place) => ({
      productId: added[place]?.id ?? 0,
      number: 1,
      definition,
      draftVersion: 1,
      publishedAt: at,
    })),
  );
  // Published together: each revision is the only one of its product.
  await transaction
    .update(products)
    .set({ publishedRevision: sql`(select id from revisions where revisions.product_id = products.id)` })
    .where(gte(products.id, Math.min(...added.map(({ id }) => id))));
}

async function addStock(transaction: Queries, stock: Series['stock'], movements: number, at: Date): Promise<void> {
  const items = await transaction
    .insert(stockItems)
    .values(
      stock.map(({ key, title, unit, backorder, leadDays, cost, costing, cutFrom, onHand, lots }) => ({
        key,
        title,
        unit,
        backorder,
        leadDays,
        cost,
        costing,
        cutFrom,
        onHand: lots.reduce((sum, { length }) => sum.plus(Exact.from(length)), Exact.from(onHand)).toString(),
      })),
    )
    .returning({ id: stockItems.id, onHand: stockItems.onHand });
  const lots = stock.flatMap((item, place) =>
    item.lots.map(({ label, length }) => ({ itemId: items[place]?.id ?? 0, label, length, left: length, at })),
  );
  if (lots.length > 0) await transaction.insert(stockLots).values(lots);
  const rows = items.flatMap(({ id, onHand }) =>
    Array.from({ length: movements }, (_, place) => ({
      itemId: id,
      // It all came in the first time, and has been counted since.
      kind: place === 0 ? ('receipt' as const) : ('adjustment' as const),
      onHandChange: place === 0 ? onHand : '0',
      reservedChange: '0',
      onHandAfter: onHand,
      reservedAfter: '0',
      reason: place === 0 ? 'Opening stock' : 'Counted',
      at,
    })),
  );
  for (const some of inParts(rows, ROWS_AT_ONCE)) await transaction.insert(stockMovements).values(some);
}

/** A statement has room for so many rows of a dozen values. */
const ROWS_AT_ONCE = 1_000;
