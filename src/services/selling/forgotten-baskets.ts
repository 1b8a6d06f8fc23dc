import { and, asc, eq, inArray, isNotNull, lt, notExists, sql } from 'drizzle-orm';
import { basketLines, baskets } from '../../data/schema';
import { type Services } from '../context';
import { dropFiles } from '../files/uploads';

/** So many baskets are cleared away at once, so that others have their turn between. */
const AT_ONCE = 50;

/**
 * Clears away baskets that nobody has touched since a moment, with the files that only they name. One of which an order
 * is being made stays.
 *
 * @returns how many; 0 where none is left
 */
export async function clearBaskets({ database }: Services, before: Date): Promise<number> {
  return database.write(async (transaction) => {
    const ordering = transaction
      .select({ one: sql`1` })
      .from(basketLines)
      .where(and(eq(basketLines.basket, baskets.token), isNotNull(basketLines.orderId)));
    const old = await transaction
      .select({ token: baskets.token })
      .from(baskets)
      .where(and(lt(baskets.updatedAt, before), notExists(ordering)))
      .orderBy(asc(baskets.updatedAt))
      .limit(AT_ONCE);
    const tokens = old.map(({ token }) => token);
    if (tokens.length === 0) return 0;
    const lines = await transaction.select().from(basketLines).where(inArray(basketLines.basket, tokens));
    // Its lines and codes go with it.
    await transaction.delete(baskets).where(inArray(baskets.token, tokens));
    await dropFiles(transaction, lines);
    return tokens.length;
  });
}
