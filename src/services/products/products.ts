import { and, desc, eq, gt, ne } from 'drizzle-orm';
import { z } from 'zod';
import { freshenCards, readCards } from '../catalog/cards';
import { readShared } from '../catalog/catalog-state';
import { readStock, readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { freeKey, type Product, productSchema } from '../../core/catalog';
import { compile } from '../../core/compile';
import { faultJson } from '../../core/exchange';
import { readiness } from '../../core/judge';
import { Exact } from '../../core/number';
import { type Fault } from '../../core/problems';
import { formatQuantity, requireUnit } from '../../core/quantity';
import { type StockView, stockView } from '../../core/stock';
import { counted, faultWords, priceWords } from '../../core/words';
import { type ProductCard } from '../../data/cards';
import { type Queries } from '../../data/database';
import { basketLines, orderLines, presence, products, revisions, setAsideDrafts } from '../../data/schema';
import { isToBeStored } from '../drafts/draft-base';
import { notFound, Refusal } from '../refusal';
import { withStock } from '../selling/overdue';

/** A product as the list shows it. */
export interface ProductRow {
  readonly id: number;
  readonly title: string;
  readonly sku: string;
  readonly slug: string;
  readonly picture: string | null;
  readonly facets: readonly string[];
  readonly price: string | null;
  /** for sorting only */
  readonly priceFrom: number | null;
  readonly stock: string;
  readonly outOfStock: boolean;
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly state: 'published' | 'changed' | 'draft';
  /** what keeps it from being published */
  readonly mustFix: number;
  /** why customers can't buy it now, where it is published */
  readonly held: string | null;
  readonly updatedAt: number;
}

/** Every product of the catalog, in the order of the titles. */
export async function listProducts(context: Services): Promise<ProductRow[]> {
  await freshenCards(context, 'draft');
  return withStock(context, async ({ database }) => {
    const rows = await database.read
      .select({ id: products.id, draftVersion: products.draftVersion, publishedRevision: products.publishedRevision, updatedAt: products.updatedAt, publishedFrom: revisions.draftVersion })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision));
    const byId = new Map(rows.map((row) => [row.id, row]));
    const stock = await readStock(database.read);
    const there = stockView(stock);
    const { stock: items } = await readShared(database.read);
    return (await readCards(database.read, 'draft')).flatMap(({ id, card }): ProductRow[] => {
      const row = byId.get(id);
      if (!row) return [];
      const { title, sku, slug, picture, facets, price, priceFrom, category, supplier, tags, mustFix } = card;
      return [
        {
          id, title, sku, slug, facets, price, priceFrom, category, supplier, tags, mustFix,
          picture: picture?.src ?? null,
          ...stockWords(ownStock(card), there, items),
          state: row.publishedRevision === null ? 'draft' : row.publishedFrom === row.draftVersion ? 'published' : 'changed',
          held: row.publishedRevision === null ? null : heldWords(card, there),
          updatedAt: row.updatedAt.getTime(),
        },
      ];
    });
  });
}

/** What of a product can't be bought for want of stock, in words. */
function heldWords(card: ProductCard, there: StockView): string | null {
  const out = card.draws.filter(({ key }) => amountOf(key, there).sign() <= 0).length;
  if (out === 0) return null;
  const all = ownStock(card).length;
  return out === all ? 'Sold out: customers can’t buy it' : `${out} of its ${all} stock items ${out === 1 ? 'is' : 'are'} out`;
}

/** The stock items that a product itself draws from; what is taken along is counted where it belongs. */
const ownStock = ({ draws }: ProductCard) => draws.flatMap(({ key, along }) => (along ? [] : [key]));

function amountOf(key: string, there: StockView): Exact {
  const available = there.available(key) ?? Exact.zero;
  return available === 'plenty' ? Exact.zero : available;
}

function stockWords(keys: readonly string[], there: StockView, stock: ReadonlyMap<string, { unit: string }>): { stock: string; outOfStock: boolean } {
  if (keys.length === 0) return { stock: 'not tracked', outOfStock: false };
  const units = new Set(keys.map((key) => stock.get(key)?.unit ?? '1'));
  const [unit] = units;
  if (units.size !== 1 || unit === undefined) return { stock: counted(keys.length, 'stock item'), outOfStock: false };
  const sum = keys.reduce((total, key) => total.plus(amountOf(key, there)), Exact.zero);
  const shown = formatQuantity({ value: sum, unit: requireUnit(unit) });
  return { stock: keys.length > 1 ? `${shown} in ${keys.length} items` : shown, outOfStock: sum.sign() <= 0 };
}

export const newProductSchema = z.strictObject({
  title: z.string().trim().min(1, 'Give the product a name.').max(160),
  sku: z.string().trim().max(60).default(''),
});

/**
 * Starts a product with nothing but a name.
 *
 * @returns its number
 */
export async function createProduct({ database, now }: Services, input: z.input<typeof newProductSchema>): Promise<number> {
  const { title, sku } = newProductSchema.parse(input);
  return database.write(async (transaction) => {
    const draft = productSchema.parse({ slug: await freeSlug(transaction, title), title, sku });
    return insertProduct(transaction, draft, now());
  });
}

/** Adds a product as a draft. @returns its number */
export async function insertProduct(transaction: Queries, draft: Product, at: Date): Promise<number> {
  const [row] = await transaction
    .insert(products)
    .values({ draft, ...indexed(draft), createdAt: at, updatedAt: at })
    .returning({ id: products.id });
  if (!row) throw new Error('the product was not stored');
  return row.id;
}

/** Starts a product as a copy of another's draft. @returns the copy's number */
export async function duplicateProduct({ database, now }: Services, id: number): Promise<number> {
  return database.write(async (transaction) => {
    const { draft } = await requireProduct(transaction, id);
    const title = `${draft.title} (copy)`.slice(0, 160);
    return insertProduct(transaction, { ...draft, title, slug: await freeSlug(transaction, title), sku: '' }, now());
  });
}

/**
 * Deletes a product that has never been published.
 *
 * @throws Refusal 409 when it has revisions: orders may refer to them
 */
export async function deleteProduct({ database }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    await requireProduct(transaction, id);
    const published = await transaction.query.revisions.findFirst({ where: eq(revisions.productId, id) });
    const sold = await transaction.query.orderLines.findFirst({ where: eq(orderLines.productId, id) });
    if (published || sold) {
      throw new Refusal(409, 'wasPublished', 'A product that has been published is kept, because orders may refer to it. Take it out of the shop instead.');
    }
    await transaction.delete(basketLines).where(eq(basketLines.productId, id));
    await transaction.delete(products).where(eq(products.id, id));
  });
}

async function freeSlug(queries: Queries, title: string): Promise<string> {
  const rows = await queries.select({ draft: products.draft, publishedSlug: products.publishedSlug }).from(products);
  return freeKey(title, rows.flatMap(({ draft, publishedSlug }) => [draft.slug, publishedSlug ?? []].flat()), 'product');
}

/** What is kept beside the draft so that lists need not open it. */
function indexed({ title, sku, category, supplier }: Product) {
  return { title, sku, category, supplier };
}

/** A product opened for editing. */
export interface EditedProduct {
  readonly id: number;
  readonly draft: Product;
  readonly draftVersion: number;
  readonly publishedRevision: number | null;
  readonly publishedDraftVersion: number | null;
  readonly publishedSlug: string | null;
}

/** @throws Refusal 404 */
export function openProduct(context: Services, id: number): Promise<EditedProduct> {
  return atOneMoment(context, async ({ database }) => {
    const product = await requireProduct(database.read, id);
    const revision = product.publishedRevision
      ? await database.read.query.revisions.findFirst({ where: eq(revisions.id, product.publishedRevision) })
      : undefined;
    return {
      id,
      // A draft may have been written by an earlier form of the schema; reading fills in what is new.
      draft: product.draft,
      draftVersion: product.draftVersion,
      publishedRevision: revision?.number ?? null,
      publishedDraftVersion: revision?.draftVersion ?? null,
      publishedSlug: product.publishedSlug,
    };
  });
}

async function requireProduct(queries: Queries, id: number) {
  const product = await queries.query.products.findFirst({ where: eq(products.id, id) });
  return product ?? notFound(`product ${id}`);
}

export const draftSaveSchema = z.strictObject({
  definition: productSchema,
  baseVersion: z.int().min(1).describe('the version this draft was made from'),
  editor: z.string().min(1).max(60).describe('tells windows and people apart'),
});

export type DraftSave = z.infer<typeof draftSaveSchema>;

/**
 * Saves a draft, if nobody has saved another since.
 *
 * @returns the new version
 * @throws Refusal 409 `draftConflict` with the other draft in its details
 */
export async function saveDraft({ database, now }: Services, id: number, save: DraftSave): Promise<number> {
  return database.write(async (transaction) => {
    const product = await requireProduct(transaction, id);
    if (!isToBeStored(product, save, 'product')) return product.draftVersion;
    const draftVersion = product.draftVersion + 1;
    await transaction
      .update(products)
      .set({ draft: save.definition, draftVersion, draftSavedBy: save.editor, ...indexed(save.definition), updatedAt: now() })
      .where(eq(products.id, id));
    return draftVersion;
  });
}

/** Keeps a draft that gives way to another, so that it can be brought back. */
export async function setAsideDraft({ database, now }: Services, id: number, definition: Product, savedBy: string): Promise<void> {
  await database.write(async (transaction) => {
    await requireProduct(transaction, id);
    await transaction.insert(setAsideDrafts).values({ productId: id, definition, savedBy, at: now() });
  });
}

const PRESENCE_MILLISECONDS = 15_000;

/**
 * Notes that an editor has the product open, and tells what it must know of the others.
 *
 * @returns the current version and how many others have it open now
 */
export async function seeProduct({ database, now }: Services, id: number, editor: string): Promise<{ draftVersion: number; others: number }> {
  const at = now();
  return database.write(async (transaction) => {
    const { draftVersion } = await requireProduct(transaction, id);
    await transaction
      .insert(presence)
      .values({ productId: id, editor, seenAt: at })
      .onConflictDoUpdate({ target: [presence.productId, presence.editor], set: { seenAt: at } });
    const others = await transaction
      .select({ editor: presence.editor })
      .from(presence)
      .where(and(eq(presence.productId, id), ne(presence.editor, editor), gt(presence.seenAt, new Date(at.getTime() - PRESENCE_MILLISECONDS))));
    return { draftVersion, others: others.length };
  });
}

/** Notes that an editor has closed the product. */
export async function leaveProduct({ database }: Services, id: number, editor: string): Promise<void> {
  await database.write(async (transaction) => {
    await transaction.delete(presence).where(and(eq(presence.productId, id), eq(presence.editor, editor)));
  });
}

/**
 * Publishes the draft of one version as a new, unchangeable revision; the shop shows it from now on.
 *
 * @param version the version the manager saw; another one is refused, so that nothing unseen goes out
 * @returns the revision's number
 * @throws Refusal 409 when the draft has moved on, 422 `notReady` with the faults when something must be mended first
 */
export async function publishProduct({ database, now }: Services, id: number, version: number): Promise<number> {
  return database.write(async (transaction) => {
    const product = await requireProduct(transaction, id);
    if (product.draftVersion !== version) throw new Refusal(409, 'draftMoved', 'The draft has changed since you looked at it. Look again, then publish.');
    return publishDraft(transaction, { id, draft: product.draft, draftVersion: version }, now());
  });
}

/** The part of publishing that runs inside a transaction. */
export async function publishDraft(
  transaction: Queries,
  { id, draft, draftVersion }: { id: number; draft: Product; draftVersion: number },
  at: Date,
): Promise<number> {
  const { surroundings } = await readSurroundings(transaction, at, [draft]);
  const faults = readiness(draft, surroundings, null).filter(({ gravity }) => gravity === 'mustFix');
  if (faults.length > 0) throw notReady(faults);
  const other = await transaction.query.products.findFirst({ where: and(eq(products.publishedSlug, draft.slug), ne(products.id, id)) });
  if (other) throw new Refusal(409, 'slugTaken', `The address “${draft.slug}” is already that of ${other.title}. Give this product another.`);
  const latest = await transaction.query.revisions.findFirst({ where: eq(revisions.productId, id), orderBy: desc(revisions.number) });
  const number = (latest?.number ?? 0) + 1;
  const [revision] = await transaction
    .insert(revisions)
    .values({ productId: id, number, definition: draft, draftVersion, publishedAt: at })
    .returning({ id: revisions.id });
  await transaction
    .update(products)
    .set({ publishedRevision: revision?.id ?? null, publishedSlug: draft.slug })
    .where(eq(products.id, id));
  return number;
}

function notReady(faults: readonly Fault[]): Refusal {
  const [first] = faults;
  const rest = faults.length > 1 ? ` (and ${counted(faults.length - 1, 'more thing', 'more things')})` : '';
  return new Refusal(422, 'notReady', `Not published. ${first ? faultWords(first.data) : ''}${rest}`, { faults: faults.map(faultJson) });
}

/** Takes a product out of the shop; its revisions stay. */
export async function unpublishProduct({ database }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    await requireProduct(transaction, id);
    await transaction.update(products).set({ publishedRevision: null, publishedSlug: null }).where(eq(products.id, id));
  });
}

/** An earlier state of a product that can be opened and brought back. */
export interface EarlierState {
  readonly kind: 'revision' | 'setAside';
  readonly id: number;
  /** `Revision 3`, or what tells a set-aside draft */
  readonly name: string;
  readonly at: number;
  readonly inShop: boolean;
  readonly definition: Product;
  readonly price: string | null;
}

/** Revisions and set-aside drafts of a product, newest first. */
export function listEarlierStates(context: Services, id: number): Promise<EarlierState[]> {
  return atOneMoment(context, async ({ database, now }) => {
    const product = await requireProduct(database.read, id);
    const published = await database.read.select().from(revisions).where(eq(revisions.productId, id));
    const aside = await database.read.select().from(setAsideDrafts).where(eq(setAsideDrafts.productId, id));
    const { surroundings } = await readSurroundings(database.read, now(), [...published, ...aside].map(({ definition }) => definition));
    const priceOf = (definition: Product) => priceWords(compile(definition, surroundings));
    return [
      ...published.map((revision): EarlierState => ({
        kind: 'revision',
        id: revision.id,
        name: `Revision ${revision.number}`,
        at: revision.publishedAt.getTime(),
        inShop: revision.id === product.publishedRevision,
        definition: revision.definition,
        price: priceOf(revision.definition),
      })),
      ...aside.map((draft): EarlierState => ({
        kind: 'setAside',
        id: draft.id,
        name: 'Draft set aside when two windows differed',
        at: draft.at.getTime(),
        inShop: false,
        definition: draft.definition,
        price: priceOf(draft.definition),
      })),
    ].sort((a, b) => b.at - a.at || b.id - a.id);
  });
}
