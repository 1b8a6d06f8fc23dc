import { eq } from 'drizzle-orm';
import { type References, referencesOf } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { products, revisions, sheetRevisions, sheets } from '../../data/schema';

/**
 * Titles of the products and sheets that refer to things of one kind, by the key of the thing: in their drafts, and in
 * what is published of them.
 */
export async function usersOf(
  queries: Queries,
  what: Exclude<keyof References, 'joins'>,
): Promise<ReadonlyMap<string, readonly string[]>> {
  const definitions = [
    ...(await queries.select({ definition: products.draft }).from(products)),
    ...(await queries.select({ definition: sheets.draft }).from(sheets)),
    ...(await queries
      .select({ definition: revisions.definition })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))),
    ...(await queries
      .select({ definition: sheetRevisions.definition })
      .from(sheets)
      .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))),
  ];
  const users = new Map<string, Set<string>>();
  for (const { definition } of definitions) {
    for (const key of referencesOf(definition)[what])
      users.set(key, (users.get(key) ?? new Set()).add(definition.title));
  }
  return new Map([...users].map(([key, titles]) => [key, [...titles]]));
}
