import { eq } from 'drizzle-orm';
import { type Product } from '../core/catalog';
import { customerView } from '../core/exchange';
import { compile } from '../core/compile';
import { type Resolution, resolve } from '../core/run';
import { type Queries } from '../data/database';
import { products, revisions } from '../data/schema';
import { atOneMoment, type Services } from './context';
import { notFound } from './refusal';
import { readFiles } from './uploads';
import { readSurroundings, type SurroundingsNow } from './surroundings';
import { withStock } from './overdue';

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

/** Everything that is in the shop, in the order of the titles. */
export async function readPublishedProducts(queries: Queries): Promise<PublishedProduct[]> {
  const rows = await selectPublished(queries);
  return rows.sort((a, b) => a.definition.title.localeCompare(b.definition.title, 'en'));
}

/** @returns undefined when the shop has no product at that address */
export async function readPublishedBySlug(queries: Queries, slug: string): Promise<PublishedProduct | undefined> {
  const [row] = await selectPublished(queries).where(eq(products.publishedSlug, slug));
  return row;
}

/** @returns undefined when that product is not in the shop (any more) */
export async function readPublishedById(queries: Queries, productId: number): Promise<PublishedProduct | undefined> {
  const [row] = await selectPublished(queries).where(eq(products.id, productId));
  return row;
}

/** What the shop page needs of a product. */
export type ShopProduct = PublishedProduct & SurroundingsNow;

/** @throws Refusal 404 when the shop has no product at that address */
export function openShopProduct(context: Services, slug: string): Promise<ShopProduct> {
  return atOneMoment(context, async ({ database, now }) => {
    const published = await readPublishedBySlug(database.read, slug);
    if (!published) return notFound(`product “${slug}” in the shop`);
    return { ...published, ...(await readSurroundings(database.read, now(), [published.definition])) };
  });
}

/**
 * Resolves a selection of a published product against live stock, as a customer sees it.
 *
 * @param selection anything at all; what is wrong with it is in the resolution's problems
 * @param group key of the customer's group, or null
 * @throws Refusal 404 when the shop has no product at that address
 */
export function resolvePublished(context: Services, slug: string, selection: unknown, group: string | null = null): Promise<Resolution> {
  return withStock(context, async (still) => {
    const { definition, levels, lots, surroundings, today } = await openShopProduct(still, slug);
    const answers = typeof selection === 'object' && selection !== null && 'answers' in selection ? selection.answers : null;
    const files = await readFiles(still.database.read, [{ ...(typeof answers === 'object' ? answers : null) }]);
    const view = customerView(definition, surroundings, group);
    return resolve(compile(view.product, view.surroundings), selection, { levels, lots, today, files, group: view.group });
  });
}
