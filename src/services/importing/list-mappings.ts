import { desc, eq } from 'drizzle-orm';
import { type Grid } from '../../core/spreadsheet';
import { fittedMapping, guessMapping, type ListMapping } from '../../core/supplier-list';
import { type Queries } from '../../data/database';
import { listMappings } from '../../data/schema';
import { type Services } from '../context';

/** So many suppliers' mappings are kept. */
const MOST_KEPT = 200;

/** How lists of suppliers became products, the last first. */
export const keptMappings = (queries: Queries) =>
  queries.select().from(listMappings).orderBy(desc(listMappings.usedAt));

/** The mapping of a list that nobody looks at: its supplier's, else what it seems to say. */
export async function mappingOf({ database }: Services, grid: Grid, supplier: string): Promise<ListMapping> {
  const known = (await keptMappings(database.read)).find((each) => each.supplier === supplier);
  const fitted = known ? fittedMapping(known.mapping, grid) : null;
  return fitted ?? { ...guessMapping(grid), supplier };
}

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
