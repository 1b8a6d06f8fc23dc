import { asc, count } from 'drizzle-orm';
import { type Queries } from '../../../data/database';
import { productCards } from '../../../data/schema';
import { LISTED } from './narrowing';

/** How many things stand in each category of the shop's lists, in their order. */
export function countByCategory(queries: Queries): Promise<{ name: string; count: number }[]> {
  return queries
    .select({ name: productCards.category, count: count() })
    .from(productCards)
    .where(LISTED)
    .groupBy(productCards.category)
    .orderBy(asc(productCards.category));
}
