import { eq } from 'drizzle-orm';
import { newToken } from '../context';
import { type Queries } from '../../data/database';
import { baskets } from '../../data/schema';

/** A basket of this token, a new one where there is none. @returns its token */
export async function ensureBasket(transaction: Queries, token: string | undefined, at: Date): Promise<string> {
  const existing = token && (await transaction.query.baskets.findFirst({ where: eq(baskets.token, token) }));
  if (existing) {
    await transaction.update(baskets).set({ updatedAt: at }).where(eq(baskets.token, existing.token));
    return existing.token;
  }
  const fresh = newToken();
  await transaction.insert(baskets).values({ token: fresh, createdAt: at, updatedAt: at });
  return fresh;
}
