import { eq } from 'drizzle-orm';
import { type Queries } from '../../../data/database';
import { stockItems } from '../../../data/schema';
import { notFound } from '../../refusal';

/** A stock item as it is stored. @throws Refusal 404 */
export async function requireItem(queries: Queries, key: string): Promise<typeof stockItems.$inferSelect> {
  const item = await queries.query.stockItems.findFirst({ where: eq(stockItems.key, key) });
  return item ?? notFound(`stock item “${key}”`);
}
