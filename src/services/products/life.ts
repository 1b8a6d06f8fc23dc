import { desc, eq, inArray, sql } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { sortKey } from '../../core/text';
import { ROWS_AT_ONCE } from '../../data/database';
import { products, revisions } from '../../data/schema';
import { refuseGone } from '../bin/bin';
import { inserted, type Life } from '../drafts/life';
import { loggedPublication } from '../drafts/log-publication';
import { emit } from '../webhooks/emit';

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
  begin: (transaction, drafts, at) =>
    inserted(drafts, (some) =>
      transaction
        .insert(products)
        .values(some.map((begun) => ({ ...begun, ...indexed(begun.draft), createdAt: at, updatedAt: at })))
        .returning({ id: products.id }),
    ),
  async readMany(queries, ids) {
    const rows = await queries
      .select({
        stored: products,
        published: revisions.definition,
        latest: sql<number>`coalesce((select max(r.number) from ${revisions} as r where r.product_id = ${products.id}), 0)`,
      })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(inArray(products.id, [...ids]));
    return rows.map((row) => ({ ...row, id: row.stored.id }));
  },
  async publishMany(transaction, all, at) {
    const entry = await loggedPublication(transaction, productLife, 'product', all, at);
    const told = all.map(({ definition: { slug, title }, number }) => ({ slug, title, revision: number }));
    const events = inParts(told, ROWS_AT_ONCE).map((products) => ({
      type: 'product.published' as const,
      data: { products },
    }));
    await emit(transaction, at, ...events);
    const slugs = new Map(all.map(({ id, definition }) => [id, definition.slug]));
    for (const some of inParts(all, ROWS_AT_ONCE)) {
      const rows = await transaction
        .insert(revisions)
        .values(
          some.map(({ id: productId, ...revision }) => ({ productId, ...revision, publishedAt: at, loggedAs: entry })),
        )
        .returning({ id: revisions.id, productId: revisions.productId });
      const published = rows.map(({ id, productId }) => ({ id: productId, revision: id, slug: slugs.get(productId) }));
      await transaction.run(sql`
        update ${products} set
          published_revision = json_extract(said.value, '$.revision'),
          published_slug = json_extract(said.value, '$.slug'),
          archived_at = null
        from json_each(${JSON.stringify(published)}) as said
        where ${products.id} = json_extract(said.value, '$.id')`);
    }
  },
};
