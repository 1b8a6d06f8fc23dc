import { desc, eq } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { sortKey } from '../../core/text';
import { products, revisions } from '../../data/schema';
import { refuseGone } from '../bin/bin';
import { type Life } from '../drafts/life';

/** What is kept beside a draft so that lists need not open it. */
export function indexed({ title, sku, category, supplier }: Product) {
  return { title, titleKey: sortKey(title), sku, category, supplier };
}

/** How products are kept as drafts and revisions. */
export const productLife: Life<Product, typeof products.$inferSelect> = {
  word: 'product',
  async require(queries, id) {
    const product = await queries.query.products.findFirst({ where: eq(products.id, id) });
    return product ?? refuseGone(queries, 'product', id);
  },
  async store(transaction, id, saved) {
    await transaction
      .update(products)
      .set({ ...saved, ...indexed(saved.draft) })
      .where(eq(products.id, id));
  },
  revision: (queries, revisionId) =>
    queries.query.revisions.findFirst({
      where: eq(revisions.id, revisionId),
      columns: { number: true, draftVersion: true, definition: true },
    }),
  async latestNumber(queries, id) {
    const latest = await queries.query.revisions.findFirst({
      where: eq(revisions.productId, id),
      orderBy: desc(revisions.number),
      columns: { number: true },
    });
    return latest?.number ?? 0;
  },
  async publish(transaction, id, { definition, ...revision }) {
    const [row] = await transaction
      .insert(revisions)
      .values({ productId: id, definition, ...revision })
      .returning({ id: revisions.id });
    await transaction
      .update(products)
      .set({ publishedRevision: row?.id ?? null, publishedSlug: definition.slug, archivedAt: null })
      .where(eq(products.id, id));
  },
};
