import { eq, inArray, type SQL, sql } from 'drizzle-orm';
import { z } from 'zod';
import { putInBin } from '../bin/bin';
import { type Services } from '../context';
import {
  freeKey,
  patternKeys,
  patterns,
  type Product,
  productSchema,
  reasonsNotCounted,
  referencesOf,
  withStock,
} from '../../core/catalog';
import { decimalText } from '../../core/number';
import { isBlank } from '../../core/text';
import { type Queries } from '../../data/database';
import { basketLines, orderLines, products, revisions, setAsideDrafts, stockItems } from '../../data/schema';
import { beginDraft } from '../drafts/life';
import { Refusal } from '../refusal';
import { stockKeysFor } from '../stock/items/find';
import { addStockItem, readNewItem } from '../stock/items/stock';
import { productLife } from './life';
import { log } from '../../data/log';

const LONGEST_TITLE = 160;

export const newProductSchema = z.strictObject({
  title: z
    .string()
    .trim()
    .max(LONGEST_TITLE)
    .refine((title) => !isBlank(title), 'Give the product a name.'),
  sku: z.string().trim().max(60).default(''),
  price: decimalText.nullable().default(null),
  category: z.string().trim().max(80).nullable().default(null),
  stock: z
    .strictObject({ onHand: decimalText, cost: decimalText.nullable().default(null) })
    .nullable()
    .default(null)
    .describe('starts to count it: what is on hand, and what one costs'),
  notCounted: z.enum(reasonsNotCounted).nullable().default(null),
  pattern: z.enum(patternKeys).nullable().default(null).describe('what it begins with'),
});

/** So many products are started at once at most. */
const MOST_AT_ONCE = 500;

export const newProductsSchema = z.strictObject({
  products: z
    .array(
      newProductSchema.refine(
        ({ stock, notCounted }) => stock === null || notCounted === null,
        'A product is counted, or it is not: say one of the two.',
      ),
    )
    .min(1)
    .max(MOST_AT_ONCE),
});

/**
 * Starts a product with a name, and what else is known of it already.
 *
 * @returns its number
 */
export async function createProduct(
  { database, now }: Services,
  input: z.input<typeof newProductSchema>,
): Promise<number> {
  const said = newProductSchema.parse(input);
  return database.write((transaction) => startProduct(transaction, said, now()));
}

async function startProduct(
  transaction: Queries,
  { title, sku, price, category, stock, notCounted, pattern }: z.infer<typeof newProductSchema>,
  at: Date,
): Promise<number> {
  const begins = pattern === null ? {} : patterns[pattern].begins;
  const draws = stock
    ? [{ kind: 'fixed', stock: await startCounting(transaction, at, title, stock), quantity: '1' }]
    : [];
  return beginDraft(
    productLife,
    transaction,
    productSchema.parse({
      ...begins,
      slug: await freeSlug(transaction, title),
      title,
      sku,
      price,
      category: category || null,
      ...(stock && { draws }),
      ...(notCounted && { notCounted }),
    }),
    at,
  );
}

/** Makes a stock item for a product, called like it. @returns its key */
async function startCounting(
  transaction: Queries,
  at: Date,
  title: string,
  { onHand, cost }: { readonly onHand: string; readonly cost: string | null },
): Promise<string> {
  const key = (await stockKeysFor(transaction, [title]))(title);
  await addStockItem(transaction, at, readNewItem({ key, title, unit: '1', onHand, cost: cost ?? '' }));
  return key;
}

/** Starts many products, all of them or none. @returns how many */
export async function createProducts(
  { database, now }: Services,
  input: z.input<typeof newProductsSchema>,
): Promise<number> {
  const { products: list } = newProductsSchema.parse(input);
  return database.write(async (transaction) => {
    for (const said of list) await startProduct(transaction, said, now());
    return list.length;
  });
}

/** Starts a product with what another was, that is deleted for good. @returns its number */
export async function startAgain({ database, now }: Services, draft: Product): Promise<number> {
  return database.write(async (transaction) =>
    beginDraft(productLife, transaction, { ...draft, slug: await freeSlug(transaction, draft.slug) }, now()),
  );
}

export const copySchema = z.strictObject({
  stock: z.enum(['own', 'shared']).describe('whether it takes from stock items of its own, or from the same ones'),
});

/** Starts a product as a copy of another's draft. @returns the copy's number */
export async function duplicateProduct(
  { database, now }: Services,
  id: number,
  { stock }: z.infer<typeof copySchema>,
): Promise<number> {
  return database.write(async (transaction) => {
    const { draft } = await productLife.require(transaction, id);
    const title = `${draft.title} (copy)`.slice(0, LONGEST_TITLE);
    const copy = { ...draft, title, slug: await freeSlug(transaction, title), sku: '' };
    return beginDraft(
      productLife,
      transaction,
      stock === 'own' ? await withStockOfItsOwn(transaction, copy) : copy,
      now(),
    );
  });
}

/** Makes a new stock item in the place of each that a product takes from, with nothing on hand. */
async function withStockOfItsOwn(transaction: Queries, product: Product): Promise<Product> {
  const taken = await transaction
    .select()
    .from(stockItems)
    .where(inArray(stockItems.key, [...referencesOf(product).stock]));
  const called = (title: string) => `${title} copy`;
  const keyFor = await stockKeysFor(
    transaction,
    taken.map(({ title }) => called(title)),
  );
  const made = new Map<string, string>();
  for (const { key, title, unit, cutFrom } of taken) {
    const own = keyFor(called(title));
    await transaction
      .insert(stockItems)
      .values({ key: own, title: `${title} (copy)`.slice(0, LONGEST_TITLE), unit, cutFrom });
    made.set(key, own);
  }
  return withStock(product, (key) => made.get(key) ?? key);
}

/**
 * Deletes a product that has never been published.
 *
 * @throws Refusal 409 when it has revisions: orders may refer to them
 */
export async function deleteProduct({ database, now }: Services, id: number): Promise<{ readonly binned: number }> {
  return database.write(async (transaction) => {
    const product = await productLife.require(transaction, id);
    const published = await transaction.query.revisions.findFirst({ where: eq(revisions.productId, id) });
    const sold = await transaction.query.orderLines.findFirst({ where: eq(orderLines.productId, id) });
    if (published || sold) {
      throw new Refusal(
        409,
        'wasPublished',
        'A product that has been published is kept, because orders may refer to it. Archive it instead.',
      );
    }
    return binProduct(transaction, product, now());
  });
}

/** Puts a product that no order refers to into the bin, as the draft that it is. */
export async function binProduct(
  transaction: Queries,
  product: typeof products.$inferSelect,
  at: Date,
): Promise<{ readonly binned: number }> {
  const { id } = product;
  const asDraft = { ...product, publishedRevision: null, publishedSlug: null, state: 'draft' as const };
  const binned = await putInBin(
    transaction,
    { kind: 'product', title: product.title || 'a product without a name', at },
    [
      { table: products, rows: [asDraft] },
      {
        table: setAsideDrafts,
        rows: await transaction.select().from(setAsideDrafts).where(eq(setAsideDrafts.productId, id)),
      },
    ],
  );
  await transaction.delete(basketLines).where(eq(basketLines.productId, id));
  await transaction.delete(revisions).where(eq(revisions.productId, id));
  await transaction.delete(products).where(eq(products.id, id));
  return { binned };
}

export const archiveSchema = z.strictObject({ archived: z.boolean() });

/**
 * Puts a product away, or takes it out again: it is kept as it is, and stands in lists only where it is asked for.
 *
 * @throws Refusal 404; 409 `inShop` while customers can buy it
 */
export async function archiveProduct(
  { database, now }: Services,
  id: number,
  { archived }: z.infer<typeof archiveSchema>,
): Promise<void> {
  await database.write(async (transaction) => {
    const product = await productLife.require(transaction, id);
    if (archived && product.publishedRevision !== null)
      throw new Refusal(409, 'inShop', `${product.title} is in the shop. Take it out first.`);
    await transaction
      .update(products)
      .set({ archivedAt: archived ? now() : null })
      .where(eq(products.id, id));
    const what = archived ? 'archived' : 'unarchived';
    await log(transaction, now(), { what, kind: 'product', key: String(id), title: product.title });
  });
}

/** An address that no draft and nothing in the shop has; looked for along an index among those that begin so. */
async function freeSlug(queries: Queries, title: string): Promise<string> {
  const wanted = freeKey(title, [], 'product');
  const ofDraft = sql<string>`json_extract(${products.draft}, '$.slug')`;
  // What comes after every letter that an address can have.
  const beginsSo = (slug: SQL | typeof products.publishedSlug) =>
    sql`${slug} >= ${wanted} and ${slug} < ${`${wanted}{`}`;
  const drafts = await queries.select({ slug: ofDraft }).from(products).where(beginsSo(ofDraft));
  const published = await queries
    .select({ slug: products.publishedSlug })
    .from(products)
    .where(beginsSo(products.publishedSlug));
  return freeKey(
    title,
    [...drafts, ...published].flatMap(({ slug }) => slug ?? []),
    'product',
  );
}
