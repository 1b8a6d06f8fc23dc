import { eq } from 'drizzle-orm';
import { type JoinCondition, joins, type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { products, revisions } from '../../data/schema';
import { readShared, type SharedCatalog } from './catalog-state';

/** A product as the shop sells it. */
export interface PublishedProduct {
  readonly productId: number;
  readonly revisionId: number;
  readonly definition: Product;
}

/** Products with the revision that is published of them. */
function selectPublished(queries: Queries) {
  return queries
    .select({ productId: products.id, revisionId: revisions.id, definition: revisions.definition })
    .from(products)
    .innerJoin(revisions, eq(revisions.id, products.publishedRevision));
}

/** Reads what has a name in a state of the catalog; once for each state. */
async function keptAs(
  { kept }: Pick<SharedCatalog, 'kept'>,
  name: string,
  read: () => Promise<PublishedProduct | undefined>,
): Promise<PublishedProduct | undefined> {
  const known = kept.get(name) as PublishedProduct | undefined;
  if (known) return known;
  const found = await read();
  if (found) kept.set(name, found);
  return found;
}

/** @returns undefined when the shop has no product at that address */
export async function readPublishedBySlug(queries: Queries, slug: string): Promise<PublishedProduct | undefined> {
  return keptAs(
    await readShared(queries),
    `at ${slug}`,
    async () => (await selectPublished(queries).where(eq(products.publishedSlug, slug)))[0],
  );
}

/** Addresses of the products in the shop that join by any of some conditions; found once for each state. */
export async function readJoining(queries: Queries, conditions: readonly JoinCondition[]): Promise<readonly string[]> {
  if (conditions.length === 0) return [];
  const { kept } = await readShared(queries);
  const name = `joining ${JSON.stringify(conditions)}`;
  const known = kept.get(name) as readonly string[] | undefined;
  if (known) return known;
  const joining = (await selectPublished(queries))
    .filter(({ definition }) => conditions.some((condition) => joins(condition, definition)))
    .map(({ definition }) => definition.slug);
  kept.set(name, joining);
  return joining;
}

/** What customers can buy by itself: what is only sold in kits is not. */
const alone = (published: PublishedProduct | undefined) =>
  published?.definition.soldWhere === 'kits' ? undefined : published;

/** @returns undefined when nothing is sold by itself at that address */
export async function readSoldBySlug(queries: Queries, slug: string): Promise<PublishedProduct | undefined> {
  return alone(await readPublishedBySlug(queries, slug));
}

/** @returns undefined when that product is not sold by itself (any more) */
export async function readSoldById(queries: Queries, productId: number): Promise<PublishedProduct | undefined> {
  return alone(await readPublishedById(queries, productId));
}

/** @returns by product, undefined for what is not sold by itself (any more); all from one look at the state */
export async function readSoldByIds(
  queries: Queries,
  productIds: readonly number[],
): Promise<ReadonlyMap<number, PublishedProduct | undefined>> {
  const shared = await readShared(queries);
  const found = new Map<number, PublishedProduct | undefined>();
  for (const id of new Set(productIds)) found.set(id, alone(await publishedIn(shared, queries, id)));
  return found;
}

/** @returns undefined when that product is not in the shop (any more) */
export async function readPublishedById(queries: Queries, productId: number): Promise<PublishedProduct | undefined> {
  return publishedIn(await readShared(queries), queries, productId);
}

function publishedIn(
  shared: SharedCatalog,
  queries: Queries,
  productId: number,
): Promise<PublishedProduct | undefined> {
  return keptAs(
    shared,
    `product ${productId}`,
    async () => (await selectPublished(queries).where(eq(products.id, productId)))[0],
  );
}
