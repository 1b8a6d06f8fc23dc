import { eq, isNull, sql } from 'drizzle-orm';
import { type Catalog, type Product, sameDefinition, shopSchema } from '../../core/catalog';
import { type BothOf, currentOf, PLACE_AMONG, productsOf, sheetsOf, thingNames } from '../../core/compared';
import { inParts } from '../../core/in-parts';
import { Exact } from '../../core/number';
import { type Queries, ROWS_AT_ONCE } from '../../data/database';
import { discounts, products, setAsideDrafts, settings, sheets, stockItems, swatches } from '../../data/schema';
import { type Life, type ManyRevision, type StoredDraft } from '../drafts/life';
import { storeCodes } from '../prices/discounts';
import { storePriceLists } from '../prices/price-lists';
import { productLife } from '../products/life';
import { sheetLife } from '../sheets/life';
import { moveAll } from '../stock/ledger/ledger';
import { receiveLots } from '../stock/ledger/lots';
import { UNWATCHED, type Watch } from './watched';

/** Who a draft is said to be saved by that a file has brought. */
const EDITOR = 'a file';

/**
 * Writes what comes in, in the place of what has its name. What it says has been looked at before: nothing is checked
 * here.
 *
 * @param comes with pictures by their addresses in the shop
 * @param after the settings and price lists that there are then
 * @param watch is told how far it has come, and may stop it up to the end
 */
export async function writeIncoming(
  transaction: Queries,
  at: Date,
  comes: Catalog,
  { shop, priceLists }: Pick<Catalog, 'shop' | 'priceLists'>,
  watch: Watch = UNWATCHED,
): Promise<void> {
  const wrote = counting(thingNames(comes).size, watch);
  const said = await transaction.query.settings.findFirst({ where: eq(settings.name, 'shop') });
  // Whatever products cost is looked at again where settings change.
  if (!said) await transaction.insert(settings).values({ name: 'shop', shop });
  else if (!sameDefinition(shopSchema.parse(said.shop), shop))
    await transaction.update(settings).set({ shop }).where(eq(settings.name, 'shop'));
  await writeStock(transaction, at, comes.stock, wrote);
  await writeSwatches(transaction, comes.swatches, wrote);
  await writeEach(transaction, at, sheetsOf(comes), {
    life: sheetLife,
    known: new Map(
      (await transaction.select({ key: sheets.key, id: sheets.id }).from(sheets)).map(({ key, id }) => [key, id]),
    ),
    setAside: () => Promise.resolve(),
    wrote,
  });
  await writeProducts(transaction, at, productsOf(comes), wrote);
  await storePriceLists(transaction, at, priceLists);
  for (const { codes, ...definition } of comes.discounts) {
    const [row] = await transaction
      .insert(discounts)
      .values({ key: definition.key, definition, createdAt: at })
      .onConflictDoUpdate({ target: discounts.key, set: { definition } })
      .returning({ id: discounts.id });
    if (row) await storeCodes(transaction, row.id, codes);
  }
  await watch.goOn();
}

/** Says that so many more have been written. */
type Wrote = (some: number) => Promise<void>;

function counting(of: number, watch: Watch): Wrote {
  let done = 0;
  return async (some) => {
    done += some;
    watch.tell({ doing: 'writing', done: Math.min(done, of), of });
    await watch.goOn();
  };
}

async function writeStock(transaction: Queries, at: Date, items: Catalog['stock'], wrote: Wrote): Promise<void> {
  const rows = await transaction.select({ key: stockItems.key, id: stockItems.id }).from(stockItems);
  const known = new Map(rows.map(({ key, id }) => [key, id]));
  for (const some of inParts(items, ROWS_AT_ONCE)) {
    const there = some.flatMap((item) => known.get(item.key) ?? []).length;
    for (const item of some) {
      const id = known.get(item.key);
      // What there is of it is counted here, and no file knows better.
      if (id !== undefined) await transaction.update(stockItems).set(saidOf(item)).where(eq(stockItems.id, id));
    }
    await wrote(there);
  }
  const fresh = items.filter(({ key }) => !known.has(key));
  for (const some of inParts(fresh, ROWS_AT_ONCE)) {
    await beginItems(transaction, at, some);
    await wrote(some.length);
  }
}

const saidOf = ({ title, backorder, leadDays, cost, costing, cutFrom, archived }: Catalog['stock'][number]) => ({
  title,
  backorder,
  leadDays,
  cost,
  costing,
  cutFrom,
  archived,
});

/** Begins stock items with what there is of them. */
async function beginItems(transaction: Queries, at: Date, fresh: Catalog['stock']): Promise<void> {
  const rows = await transaction
    .insert(stockItems)
    .values(fresh.map((item) => ({ key: item.key, unit: item.unit, ...saidOf(item) })))
    .returning();
  const stored = new Map(rows.map((row) => [row.key, row]));
  for (const { key, lots } of fresh) {
    const item = stored.get(key);
    if (item && lots.length > 0)
      await receiveLots(
        transaction,
        at,
        item,
        lots.map(({ label, length }) => ({ label, length: Exact.from(length) })),
        { reason: 'Opening stock' },
      );
  }
  await moveAll(
    transaction,
    at,
    fresh.flatMap(({ key, onHand }) =>
      Exact.from(onHand).sign() === 0
        ? []
        : {
            stock: key,
            kind: 'receipt' as const,
            onHand: Exact.from(onHand),
            reserved: Exact.zero,
            reason: 'Opening stock',
          },
    ),
  );
}

/** Writes swatches; new ones come after those that are there. What triggers note is noted once by each statement. */
async function writeSwatches(transaction: Queries, book: Catalog['swatches'], wrote: Wrote): Promise<void> {
  const there = await transaction.select({ key: swatches.key, rank: swatches.rank }).from(swatches);
  const known = new Set(there.map(({ key }) => key));
  for (const swatch of book)
    if (known.has(swatch.key)) await transaction.update(swatches).set(swatch).where(eq(swatches.key, swatch.key));
  const next = there.reduce((highest, { rank }) => Math.max(highest, rank), -1) + 1;
  const fresh = book.filter(({ key }) => !known.has(key)).map((swatch, place) => ({ ...swatch, rank: next + place }));
  for (const some of inParts(fresh, ROWS_AT_ONCE)) await transaction.insert(swatches).values(some);
  await wrote(book.length);
}

/** How things are known and kept that are edited as drafts. */
interface Written<D, S extends StoredDraft<D>> {
  readonly life: Life<D, S>;
  /** the numbers of those that are there, by key */
  readonly known: ReadonlyMap<string, number>;
  /** keeps a draft that gives way */
  setAside(id: number, draft: D): Promise<void>;
  readonly wrote: Wrote;
}

/**
 * Writes drafts and what is published of them. What is new is begun before anything is published, so that it is in the
 * order of the file.
 *
 * @returns their numbers, by key
 */
async function writeEach<D extends object, S extends StoredDraft<D>>(
  transaction: Queries,
  at: Date,
  things: ReadonlyMap<string, BothOf<D>>,
  written: Written<D, S>,
): Promise<ReadonlyMap<string, number>> {
  const { life, known, wrote } = written;
  const fresh = [...things].filter(([key, both]) => !known.has(key) && currentOf(both) !== null);
  const begun = await beginEach(
    transaction,
    at,
    { life, wrote },
    fresh.map(([, both]) => both),
  );
  const ids = new Map(known);
  fresh.forEach(([key], place) => {
    const id = begun[place];
    if (id !== undefined) ids.set(key, id);
  });
  const there = [...things].flatMap(([key, both]) => {
    const id = known.get(key);
    return id === undefined ? [] : { id, both };
  });
  for (const some of inParts(there, ROWS_AT_ONCE)) {
    await writeOver(transaction, at, written, some);
    await wrote(some.length);
  }
  return ids;
}

/** Begins what is new, with what is published of it. @returns their numbers, in their order */
async function beginEach<D extends object, S extends StoredDraft<D>>(
  transaction: Queries,
  at: Date,
  { life, wrote }: Pick<Written<D, S>, 'life' | 'wrote'>,
  fresh: readonly BothOf<D>[],
): Promise<readonly number[]> {
  const drafts = fresh.flatMap((both) => {
    const draft = currentOf(both);
    if (!draft) return [];
    // What is published was the first version of the draft.
    const isFirst = both.published === null || sameDefinition(both.published, draft);
    return { draft, draftVersion: isFirst ? 1 : 2, draftSavedBy: isFirst ? '' : EDITOR };
  });
  const ids: number[] = [];
  for (const some of inParts(drafts, ROWS_AT_ONCE)) {
    ids.push(...(await life.begin(transaction, some, at)));
    await wrote(0);
  }
  const numbered = fresh.map(({ published }, place) => ({ published, id: ids[place] }));
  for (const some of inParts(numbered, ROWS_AT_ONCE)) {
    await life.publishMany(
      transaction,
      some.flatMap(({ published, id }) =>
        published && id !== undefined ? { id, definition: published, number: 1, draftVersion: 1 } : [],
      ),
      at,
    );
    await wrote(some.length);
  }
  return ids;
}

/** Writes over some of what is there. */
async function writeOver<D extends object, S extends StoredDraft<D>>(
  transaction: Queries,
  at: Date,
  { life, setAside }: Written<D, S>,
  some: readonly { readonly id: number; readonly both: BothOf<D> }[],
): Promise<void> {
  const read = await life.readMany(
    transaction,
    some.map(({ id }) => id),
  );
  const there = new Map(read.map((one) => [one.id, one]));
  const published: ManyRevision<D>[] = [];
  for (const { id, both } of some) {
    const current = currentOf(both);
    const known = there.get(id);
    if (!current || !known) continue;
    const { stored, latest } = known;
    const isOwnDraft = !sameDefinition(stored.draft, known.published);
    if (isOwnDraft && !sameDefinition(stored.draft, current)) await setAside(id, stored.draft);
    let [said, version] = [stored.draft, stored.draftVersion];
    const next = (draft: D) => {
      if (!sameDefinition(said, draft)) [said, version] = [draft, version + 1];
    };
    if (both.published && !sameDefinition(known.published, both.published)) {
      next(both.published);
      published.push({ id, definition: both.published, number: latest + 1, draftVersion: version });
    }
    next(current);
    if (version > stored.draftVersion)
      await life.store(transaction, id, { draft: said, draftVersion: version, draftSavedBy: EDITOR, updatedAt: at });
  }
  await life.publishMany(transaction, published, at);
}

async function writeProducts(
  transaction: Queries,
  at: Date,
  things: ReadonlyMap<string, BothOf<Product>>,
  wrote: Wrote,
): Promise<void> {
  const ids = await writeEach(transaction, at, things, {
    life: productLife,
    known: await productIds(transaction),
    wrote,
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
 * The numbers of all products by the names that a catalog tells them by: in the shop an address; a draft that is not
 * there is told from others of its address by its place.
 */
export async function productIds(queries: Queries): Promise<ReadonlyMap<string, number>> {
  const rows = await queries
    .select({
      id: products.id,
      slug: sql<string>`coalesce(${products.publishedSlug}, json_extract(${products.draft}, '$.slug'))`,
    })
    .from(products)
    .orderBy(isNull(products.publishedSlug), products.id);
  const ids = new Map<string, number>();
  const places = new Map<string, number>();
  for (const { id, slug } of rows) {
    const place = (places.get(slug) ?? 0) + 1;
    places.set(slug, place);
    ids.set(place === 1 ? slug : `${slug}${PLACE_AMONG}${place}`, id);
  }
  return ids;
}
