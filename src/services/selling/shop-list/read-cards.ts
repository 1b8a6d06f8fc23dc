import { and, eq, inArray } from 'drizzle-orm';
import { type Queries } from '../../../data/database';
import { among } from '../../../data/references';
import { productCards } from '../../../data/schema';
import { inOrderOf } from '../../in-order';

/** Cards of what is published of some products, in the order of their numbers. */
export async function readCards(queries: Queries, ids: readonly number[]) {
  const rows = await queries
    .select({ id: productCards.productId, card: productCards.card })
    .from(productCards)
    .where(and(eq(productCards.of, 'published'), inArray(productCards.productId, among(ids))));
  return inOrderOf(ids, rows);
}
