import { and, eq, isNull, max, sql } from 'drizzle-orm';
import { type Catalog, type Product, sameDefinition, type Sheet, shopSchema } from '../../core/catalog';
import { type BothOf, currentOf, PLACE_AMONG, productsOf, sheetsOf } from '../../core/compared';
import { Exact } from '../../core/number';
import { type Queries } from '../../data/database';
import { discounts, products, setAsideDrafts, settings, sheets, stockItems, swatches } from '../../data/schema';
import { type Life, publishRevision, type StoredDraft } from '../drafts/life';
import { storeCodes } from '../prices/discounts';
import { storePriceLists } from '../prices/price-lists';
import { productLife } from '../products/life';
import { insertProduct } from '../products/products';
import { sheetLife } from '../sheets/life';
import { insertSheet } from '../sheets/sheets';
import { move } from '../stock/ledger/ledger';
import { receiveLots } from '../stock/ledger/lots';

/** Who a draft is said to be saved by that a file has brought. */
const EDITOR = 'a file';

/**
 * Writes what comes in, in the place of what has its name. What it says has been looked at before: nothing is checked
 * here.
 *
 * @param comes with pictures by their addresses in the shop
 * @param after the settings and price lists that there are then
 */
export async function writeIncoming(
  transaction: Queries,
  at: Date,
  comes: Catalog,
  { shop, priceLists }: Pick<Catalog, 'shop' | 'priceLists'>,
): Promise<void> {
  const said = await transaction.query.settings.findFirst({ where: eq(settings.name, 'shop') });
  // Whatever products cost is looked at again where settings change.
  if (!said) await transaction.insert(settings).values({ name: 'shop', shop });
  else if (!sameDefinition(shopSchema.parse(said.shop), shop))
    await transaction.update(settings).set({ shop }).where(eq(settings.name, 'shop'));
  for (const item of comes.stock) await writeItem(transaction, at, item);
  await writeSwatches(transaction, comes.swatches);
  await writeEach(transaction, at, sheetsOf(comes), {
    life: sheetLife,
    find: async (key) =>
      (await transaction.query.sheets.findFirst({ where: eq(sheets.key, key), columns: { id: true } }))?.id,
    insert: (draft: Sheet) => insertSheet(transaction, draft, at),
    setAside: () => Promise.resolve(),
  });
  await writeProducts(transaction, at, productsOf(comes));
  await storePriceLists(transaction, at, priceLists);
  for (const { codes, ...definition } of comes.discounts) {
    const [row] = await transaction
      .insert(discounts)
      .values({ key: definition.key, definition, createdAt: at })
      .onConflictDoUpdate({ target: discounts.key, set: { definition } })
      .returning({ id: discounts.id });
    if (row) await storeCodes(transaction, row.id, codes);
  }
}

async function writeItem(
  transaction: Queries,
  at: Date,
  { key, title, unit, onHand, backorder, leadDays, cost, costing, cutFrom, lots, archived }: Catalog['stock'][number],
): Promise<void> {
  const said = { title, backorder, leadDays, cost, costing, cutFrom, archived };
  const known = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, key), columns: { id: true } });
  // What there is of it is counted here, and no file knows better.
  if (known) return void (await transaction.update(stockItems).set(said).where(eq(stockItems.id, known.id)));
  const [item] = await transaction
    .insert(stockItems)
    .values({ key, unit, ...said })
    .returning();
  if (!item) throw new Error('the stock item was not stored');
  await receiveLots(
    transaction,
    at,
    item,
    lots.map(({ label, length }) => ({ label, length: Exact.from(length) })),
    { reason: 'Opening stock' },
  );
  const opening = Exact.from(onHand);
  if (opening.sign() !== 0)
    await move(transaction, at, {
      stock: key,
      kind: 'receipt',
      onHand: opening,
      reserved: Exact.zero,
      reason: 'Opening stock',
    });
}

/** Writes swatches; new ones come after those that are there. */
async function writeSwatches(transaction: Queries, book: Catalog['swatches']): Promise<void> {
  const [last] = await transaction.select({ rank: max(swatches.rank) }).from(swatches);
  let rank = last?.rank ?? -1;
  for (const swatch of book) {
    // What triggers note can't be noted twice by one statement that may do either.
    const known = await transaction.update(swatches).set(swatch).where(eq(swatches.key, swatch.key)).returning();
    if (known.length > 0) continue;
    rank += 1;
    await transaction.insert(swatches).values({ ...swatch, rank });
  }
}

/** How things are found and begun that are edited as drafts. */
interface Written<D, S extends StoredDraft<D>> {
  readonly life: Life<D, S>;
  find(key: string): Promise<number | undefined>;
  insert(draft: D): Promise<number>;
  /** keeps a draft that gives way */
  setAside(id: number, draft: D): Promise<void>;
}

/**
 * Writes drafts and what is published of them. All are begun before any is published, so that they are in the order of
 * the file.
 *
 * @returns their numbers, by key
 */
async function writeEach<D extends object, S extends StoredDraft<D>>(
  transaction: Queries,
  at: Date,
  things: ReadonlyMap<string, BothOf<D>>,
  { life, find, insert, setAside }: Written<D, S>,
): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  const begun = new Set<string>();
  for (const [key, both] of things) {
    const definition = both.published ?? both.draft;
    const known = await find(key);
    if (known === undefined) begun.add(key);
    if (definition) ids.set(key, known ?? (await insert(definition)));
  }
  for (const [key, both] of things) {
    const id = ids.get(key);
    const current = currentOf(both);
    if (id === undefined || !current) continue;
    const stored = await life.require(transaction, id);
    const inShop =
      stored.publishedRevision === null ? undefined : await life.revision(transaction, stored.publishedRevision);
    let version = stored.draftVersion;
    let said: D = stored.draft;
    const save = async (draft: D) => {
      if (sameDefinition(said, draft)) return;
      version += 1;
      said = draft;
      await life.store(transaction, id, { draft, draftVersion: version, draftSavedBy: EDITOR, updatedAt: at });
    };
    const isOwnDraft = !begun.has(key) && !sameDefinition(stored.draft, inShop?.definition ?? null);
    if (isOwnDraft && !sameDefinition(stored.draft, current)) await setAside(id, stored.draft);
    if (both.published && !sameDefinition(inShop?.definition ?? null, both.published)) {
      await save(both.published);
      await publishRevision(life as Life<D>, transaction, { id, draft: both.published, draftVersion: version }, at);
    }
    await save(current);
  }
  return ids;
}

async function writeProducts(
  transaction: Queries,
  at: Date,
  things: ReadonlyMap<string, BothOf<Product>>,
): Promise<void> {
  const ids = await writeEach(transaction, at, things, {
    life: productLife,
    find: (key) => productAt(transaction, key),
    insert: (draft) => insertProduct(transaction, draft, at),
    setAside: async (id, definition) => {
      await transaction.insert(setAsideDrafts).values({ productId: id, definition, savedBy: EDITOR, at });
    },
  });
  for (const [key, { archived }] of things)
    if (archived) {
      const id = ids.get(key);
      if (id !== undefined) await transaction.update(products).set({ archivedAt: at }).where(eq(products.id, id));
    }
}

/**
 * The product of a name that a catalog tells it by: in the shop at an address, or a draft that is not there, told from
 * others of its address by its place; undefined for none.
 */
export async function productAt(queries: Queries, name: string): Promise<number | undefined> {
  const [slug = '', place = '1'] = name.split(PLACE_AMONG);
  const inShop = await queries.query.products.findFirst({
    where: eq(products.publishedSlug, slug),
    columns: { id: true },
  });
  const drafts = await queries
    .select({ id: products.id })
    .from(products)
    .where(and(isNull(products.publishedRevision), eq(sql`json_extract(${products.draft}, '$.slug')`, slug)))
    .orderBy(products.id);
  return [...(inShop ? [inShop] : []), ...drafts][Number(place) - 1]?.id;
}
