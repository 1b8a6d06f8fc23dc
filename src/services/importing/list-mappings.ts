import { desc, eq } from 'drizzle-orm';
import { type KeptMapping, type ListMapping } from '../../core/supplier-list';
import { type Queries } from '../../data/database';
import { listMappings } from '../../data/schema';
import { type Services } from '../context';

/** So many suppliers' mappings are kept. */
const MOST_KEPT = 200;

/** How lists of suppliers became products, the last first. */
export const keptMappings = (queries: Queries): Promise<KeptMapping[]> =>
  queries.select().from(listMappings).orderBy(desc(listMappings.usedAt));

/** Keeps a mapping for the next list of its supplier; without a name it is not kept. */
export async function keepMapping({ database, now }: Services, mapping: ListMapping): Promise<void> {
  const { supplier } = mapping;
  if (supplier === '') return;
  const usedAt = now();
  await database.write(async (transaction) => {
    await transaction
      .insert(listMappings)
      .values({ supplier, mapping, usedAt })
      .onConflictDoUpdate({ target: listMappings.supplier, set: { mapping, usedAt } });
    const oldest = (await keptMappings(transaction)).slice(MOST_KEPT);
    for (const each of oldest) await transaction.delete(listMappings).where(eq(listMappings.supplier, each.supplier));
  });
}
