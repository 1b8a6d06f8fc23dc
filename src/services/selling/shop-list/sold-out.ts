import { and, eq, gt, inArray, sql } from 'drizzle-orm';
import { Exact } from '../../../core/number';
import { isSoldOut, type SoldOutClause, stockNeeded } from '../../../core/run';
import { type StockView, stockView } from '../../../core/stock';
import { type Queries } from '../../../data/database';
import { among } from '../../../data/references';
import { productCards, productNeeds } from '../../../data/schema';
import { readStock } from '../../stock/ledger/figures';

/**
 * The products of the shop's list that a customer of a group, or of none, can't buy now for want of stock. Only those
 * are looked at that need more of something than there is.
 */
export async function readSoldOut(queries: Queries, group: string | null): Promise<number[]> {
  const ids = await readShort(queries);
  if (ids.length === 0) return [];
  const rows = await queries
    .select({
      id: productCards.productId,
      soldOutWhile: sql<string | null>`json_extract(${productCards.card}, '$.soldOutWhile')`,
    })
    .from(productCards)
    .where(and(eq(productCards.of, 'published'), inArray(productCards.productId, among(ids))));
  const cards = rows.map(({ id, soldOutWhile }) => ({
    id,
    clauses: JSON.parse(soldOutWhile ?? '[]') as readonly SoldOutClause[],
  }));
  const there = await readThere(
    queries,
    cards.map(({ clauses }) => clauses),
  );
  return cards.flatMap(({ id, clauses }) => (isSoldOut(clauses, there, group) ? [id] : []));
}

/** What there is of the stock items that some products need. */
export async function readThere(queries: Queries, needed: readonly (readonly SoldOutClause[])[]): Promise<StockView> {
  return stockView(await readStock(queries, new Set(needed.flatMap(stockNeeded))));
}

/** Figures are compared roughly where the database does it: what is nearly too little is looked at, too. */
const NEARLY = 1e-6;

/**
 * Products that need more of a stock item in one of their ways than can be promised, or cut of its longest lot alone.
 */
async function readShort(queries: Queries): Promise<number[]> {
  const cut = await queries
    .selectDistinct({ key: productNeeds.stock })
    .from(productNeeds)
    .where(gt(productNeeds.length, 0));
  const longest = Object.fromEntries(
    (await readStock(queries, new Set(cut.map(({ key }) => key)))).map(({ key, lying: lots }) => [
      key,
      [
        Math.max(0, ...(lots?.lots ?? []).map(({ free }) => Exact.from(free).toApproximateNumber())),
        Exact.from(lots?.kerf ?? '0').toApproximateNumber(),
      ],
    ]),
  );
  // First who lacks anything at all: of these alone all ways are gone through. Ways that are for some groups count as
  // closed here.
  const rows = await queries.all<{ id: number }>(sql`
    with longest as materialized (
      select key, json_extract(value, '$[0]') as free, json_extract(value, '$[1]') as kerf
      from json_each(${JSON.stringify(longest)})
    ), short as materialized (
      select need.rowid as need, need.product_id from product_needs as need
      left join stock_items as item on item.key = need.stock
      left join longest on longest.key = need.stock
      where item.key is null
        or cast(item.on_hand as real) + cast(item.backorder as real) - cast(item.reserved as real)
          < need.quantity + ${NEARLY} * (1 + need.quantity)
        or (item.cut_from is not null and need.length > 0 and longest.free
          < need.quantity + longest.kerf * (need.quantity / need.length + 1) + ${NEARLY})
    )
    select distinct product_id as id from (
      select product_id, clause, max(for_some or rowid in (select need from short)) as is_closed
      from product_needs where product_id in (select product_id from short)
      group by product_id, clause, way
    ) group by product_id, clause having min(is_closed) = 1`);
  return rows.map(({ id }) => id);
}
