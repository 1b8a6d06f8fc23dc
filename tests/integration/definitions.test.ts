import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { products, revisions } from '@/data/schema';
import { openProduct } from '@/services/products';
import { resolvePublished } from '@/services/published';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

/** A stored document as an earlier form of the schema wrote it: without what has come since. */
function asBefore(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(asBefore);
  if (typeof value !== 'object' || value === null) return value;
  const newer = new Set(['pieces', 'picks', 'onPicture', 'charge']);
  return Object.fromEntries(Object.entries(value).flatMap(([key, entry]) => (newer.has(key) ? [] : [[key, asBefore(entry)]])));
}

describe('a document that was stored before measures could be cut and charged', () => {
  it('is read in today’s form, as a draft and as a revision, and resolves as it did', async () => {
    const selection = { answers: { opening: 'fine', length: '4 ft 6 in' }, quantity: 2 };
    const before = await resolvePublished(context, 'stainless-mesh', selection);
    await context.database.write(async (transaction) => {
      for (const row of await transaction.select().from(revisions)) await transaction.update(revisions).set({ definition: asBefore(row.definition) as typeof row.definition }).where(eq(revisions.id, row.id));
      for (const row of await transaction.select().from(products)) await transaction.update(products).set({ draft: asBefore(row.draft) as typeof row.draft }).where(eq(products.id, row.id));
    });
    const { draft } = await openProduct(context, 2);
    expect(draft).toMatchObject({ soldBy: { charge: null }, choices: [{ options: [{ draws: [{ pieces: 1 }] }, {}] }, { picks: [], onPicture: null }, {}] });
    const after = await resolvePublished(context, 'stainless-mesh', selection);
    expect(after.state).toBe('sellable');
    expect(after.draws).toEqual(before.draws);
    expect(after.lineTotal).toEqual(before.lineTotal);
  });
});
