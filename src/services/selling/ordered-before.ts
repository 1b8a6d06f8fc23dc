import { and, eq, inArray } from 'drizzle-orm';
import { jointQuantitiesFor, type PlacedQuantity } from '../../core/catalog';
import { orderLines, orders, revisions } from '../../data/schema';
import { type Queries } from '../../data/database';
import { COUNTING } from '../prices/discounts';
import { ordersOf } from './customers';

/**
 * How many a customer has ordered before of what rules for customers are about: by the rule's key, of orders that are
 * paid or wait for it, each line by what its product was when it was sold.
 *
 * @param customer an e-mail address; absent for nobody
 */
export async function orderedBefore(
  queries: Queries,
  customer: string | undefined,
  rules: readonly PlacedQuantity[],
  group: string | null,
): Promise<ReadonlyMap<string, number>> {
  const asked = rules.filter(({ per }) => per === 'customer');
  const counted = new Map<string, number>();
  if (customer === undefined || asked.length === 0) return counted;
  const lines = await queries
    .select({ quantity: orderLines.quantity, definition: revisions.definition })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .innerJoin(revisions, eq(revisions.id, orderLines.revisionId))
    .where(and(ordersOf(customer), inArray(orders.state, [...COUNTING])));
  for (const { quantity, definition } of lines)
    for (const { key } of jointQuantitiesFor(definition, asked, group))
      counted.set(key, (counted.get(key) ?? 0) + quantity);
  return counted;
}
