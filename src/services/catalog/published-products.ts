import { eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { type JoinCondition, type Product } from '../../core/catalog';
import { homeOf, type Queries } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import { joiningBy } from '../../data/references';
import { products, revisions } from '../../data/schema';
import { readShared, type SharedCatalog } from './catalog-state';

/** A product as the shop sells it. */
export interface PublishedProduct {
  readonly productId: number;
  readonly revisionId: number;
  readonly definition: Product;
}

/** So many revisions are kept: what many products have as a part is read and compiled once, whatever is published. */
const MOST_REVISIONS = 400;

// Keyed by the open database: a revision never changes.
const keptRevisions = ofProcess('revisions', () => new WeakMap<object, LRUCache<number, Product>>());

/** What was published once. */
async function readRevision(queries: Queries, id: number): Promise<Product | undefined> {
  const home = homeOf(queries);
  const ofHome = (home && keptRevisions.get(home)) ?? new LRUCache<number, Product>({ max: MOST_REVISIONS });
  if (home) keptRevisions.set(home, ofHome);
  const known = ofHome.get(id);
  if (known) return known;
  const [row] = await queries.select({ definition: revisions.definition }).from(revisions).where(eq(revisions.id, id));
  if (row) ofHome.set(id, row.definition);
  return row?.definition;
}

/** Reads what has a name in a state of the catalog; once for each state. */
async function keptAs(
  { kept }: Pick<SharedCatalog, 'kept'>,
  queries: Queries,
  name: string,
  where: ReturnType<typeof eq>,
): Promise<PublishedProduct | undefined> {
  const known = kept.get(name) as PublishedProduct | undefined;
  if (known) return known;
  const [row] = await queries
    .select({ productId: products.id, revisionId: products.publishedRevision })
    .from(products)
    .where(where);
  if (!row || row.revisionId === null) return undefined;
  const definition = await readRevision(queries, row.revisionId);
  if (!definition) return undefined;
  const found = { productId: row.productId, revisionId: row.revisionId, definition };
  kept.set(name, found);
  return found;
}

/** @returns undefined when the shop has no product at that address */
export async function readPublishedBySlug(queries: Queries, slug: string): Promise<PublishedProduct | undefined> {
  return keptAs(await readShared(queries), queries, `at ${slug}`, eq(products.publishedSlug, slug));
}

/** Addresses of the products in the shop that join by any of some conditions; found once for each state. */
export async function readJoining(queries: Queries, conditions: readonly JoinCondition[]): Promise<readonly string[]> {
  if (conditions.length === 0) return [];
  const { kept } = await readShared(queries);
  const name = `joining ${JSON.stringify(conditions)}`;
  const known = kept.get(name) as readonly string[] | undefined;
  if (known) return known;
  const joining = await joiningBy(queries, conditions);
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

const publishedIn = (
  shared: SharedCatalog,
  queries: Queries,
  productId: number,
): Promise<PublishedProduct | undefined> => keptAs(shared, queries, `product ${productId}`, eq(products.id, productId));
