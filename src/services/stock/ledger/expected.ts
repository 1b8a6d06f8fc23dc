import { asc, eq, inArray } from 'drizzle-orm';
import { type ExpectedReceipt } from '../../../core/basket';
import { Exact } from '../../../core/number';
import { type Queries } from '../../../data/database';
import { expectedReceipts, stockItems } from '../../../data/schema';

/** What is on its way of some stock items, in the order of the days. */
export async function readExpected(queries: Queries, keys: ReadonlySet<string>): Promise<ExpectedReceipt[]> {
  if (keys.size === 0) return [];
  const rows = await queries
    .select({ stock: stockItems.key, day: expectedReceipts.day, quantity: expectedReceipts.quantity })
    .from(expectedReceipts)
    .innerJoin(stockItems, eq(stockItems.id, expectedReceipts.itemId))
    .where(inArray(stockItems.key, [...keys]))
    .orderBy(asc(expectedReceipts.day), asc(expectedReceipts.id));
  return rows.map(({ quantity, ...row }) => ({ ...row, quantity: Exact.from(quantity) }));
}
