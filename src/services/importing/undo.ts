import { desc, eq, sql } from 'drizzle-orm';
import { type Catalog, sameDefinition } from '../../core/catalog';
import { onlyThings, type PlannedThing, planImport, productsOf, thingName, thingNames } from '../../core/compared';
import { readCatalog } from '../../core/exchange';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import { catalogImports, discounts, orderLines, products, sheets } from '../../data/schema';
import { atOneMoment, type Services } from '../context';
import { binProduct } from '../products/products';
import { notFound, Refusal } from '../refusal';
import { binSheet } from '../sheets/sheets';
import { binStockItem } from '../stock/items/change-item';
import { binSwatch } from '../swatches/swatches';
import { readWholeCatalog } from './catalog-out';
import { MOST_TRIES, nameOfNow, writeIfStill } from './import';
import { productIds, writeIncoming } from './write';
import { belongsTo, log } from '../../data/log';

/** A file that came in, as it is listed. */
export interface ImportRow {
  readonly id: number;
  readonly name: string;
  readonly words: string;
  readonly at: number;
  /** whether it has been taken back; null where it is too long ago for that */
  readonly undone: boolean | null;
}

/** The last files that came in, the newest first. */
export async function listImports({ database }: Services, most = 20): Promise<ImportRow[]> {
  const rows = await database.read
    .select({
      id: catalogImports.id,
      name: catalogImports.name,
      words: catalogImports.words,
      at: catalogImports.at,
      undone: catalogImports.undone,
      isKept: sql<number>`${catalogImports.former} is not null`,
    })
    .from(catalogImports)
    .orderBy(desc(catalogImports.id))
    .limit(most);
  return rows.map(({ isKept, undone, at, ...row }) => ({
    ...row,
    at: at.getTime(),
    undone: undone || (isKept ? false : null),
  }));
}

function parsed(text: string | null): Catalog {
  const reading = readCatalog(text ?? '');
  if (!reading.catalog) throw new Error('an import is not kept as it was written');
  return reading.catalog;
}

/** So many new things go to the bin in one write, between which others have their turn. */
const AT_ONCE = 40;

/** The imports that this process is taking back, by the database. */
const undoing = ofProcess('undoing', () => new WeakMap<Services['database'], Set<number>>());

/**
 * Takes back what a file has done: what was there before is there again, what was new goes to the bin. What has been
 * changed since, or is used by something else by now, stays as it is. What was there before comes back at once; what
 * was new goes little by little, so that nobody waits for it. Where the process ends in between, it goes on when it is
 * asked for again.
 *
 * @returns titles of what stays
 * @throws Refusal 404; 409 where it has been taken back already, is being taken back, or is too long ago
 */
export async function undoImport(context: Services, id: number): Promise<{ readonly kept: readonly string[] }> {
  const underway = undoing.get(context.database) ?? new Set();
  undoing.set(context.database, underway);
  if (underway.has(id)) throw new Refusal(409, 'undoneAlready', 'This import is being taken back just now.');
  underway.add(id);
  try {
    return await takeBack(context, id);
  } finally {
    underway.delete(id);
  }
}

/** @throws Refusal 404, 409 */
async function requireKept(queries: Queries, id: number) {
  const row =
    (await queries.query.catalogImports.findFirst({ where: eq(catalogImports.id, id) })) ?? notFound(`import ${id}`);
  if (row.undone) throw new Refusal(409, 'undoneAlready', 'This import has been taken back already.');
  if (row.former === null)
    throw new Refusal(409, 'tooLongAgo', 'This import is too long ago: what was there before is not kept any more.');
  return { name: row.name, former: row.former, came: row.came };
}

async function takeBack(context: Services, id: number): Promise<{ readonly kept: readonly string[] }> {
  const { database, now } = context;
  let entry: number | null = null;
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    const { row, here, seen } = await atOneMoment(context, async ({ database: { read } }) => ({
      row: await requireKept(read, id),
      here: await readWholeCatalog(read),
      seen: await nameOfNow(read),
    }));
    const { kept, fresh, restored, after } = workedOut(here, parsed(row.former), parsed(row.came));
    const ids = await writeIfStill(context, seen, async (transaction) => {
      await requireKept(transaction, id);
      entry ??= await log(transaction, now(), { what: 'undone', kind: 'file', title: row.name });
      const known = await productIds(transaction);
      await withdraw(transaction, now(), restored, known);
      await writeIncoming(transaction, now(), restored, after);
      return known;
    });
    if (!ids) continue;
    for (const some of inParts(fresh, AT_ONCE))
      await database.write(async (transaction) => {
        if (entry !== null) belongsTo(transaction, entry);
        for (const thing of some) if (!(await removed(transaction, now(), thing, ids))) kept.push(thing.title);
      });
    await database.write((transaction) =>
      transaction.update(catalogImports).set({ undone: true }).where(eq(catalogImports.id, id)),
    );
    return { kept };
  }
  throw new Refusal(409, 'changedMeanwhile', 'The catalog is being changed just now. Try again in a moment.');
}

/** What of an import is taken back, and how. */
function workedOut(here: Catalog, former: Catalog, came: Catalog) {
  const asBefore = new Set(
    planImport(here, former).flatMap((thing) => (thing.what === 'same' ? thingName(thing) : [])),
  );
  const kept: string[] = [];
  const asItCame = planImport(here, came).filter((thing) => {
    if (isUntouched(thing)) return true;
    // What is gone, or as it was, has been taken back already.
    if (thing.what !== 'new' && !asBefore.has(thingName(thing))) kept.push(thing.title);
    return false;
  });
  const names = new Set(asItCame.map(thingName));
  const had = thingNames(former);
  const settings = sameDefinition(here.shop, came.shop) ? former.shop : here.shop;
  if (!sameDefinition(settings, former.shop) && !sameDefinition(came.shop, former.shop)) kept.push('the settings');
  return {
    kept,
    // What others need goes last.
    fresh: DEPENDENCE.flatMap((list) => asItCame.filter((thing) => thing.list === list && !had.has(thingName(thing)))),
    restored: onlyThings(former, (name) => names.has(name)),
    after: { shop: settings, priceLists: listsAgain(here, former, came, names) },
  };
}

/** The numbers of products by their names, as they were before anything was taken back. */
type ProductIds = ReadonlyMap<string, number>;

/** Whether something is still as the file has made it. */
const isUntouched = ({ what, list }: PlannedThing): boolean => list === 'shop' || list === 'groups' || what === 'same';

/** Takes products out of the shop again that were not there before. */
async function withdraw(transaction: Queries, at: Date, restored: Catalog, ids: ProductIds): Promise<void> {
  for (const [key, { published, archived }] of productsOf(restored)) {
    const id = published ? undefined : ids.get(key);
    if (id !== undefined)
      await transaction
        .update(products)
        .set({ publishedRevision: null, publishedSlug: null, ...(archived && { archivedAt: at }) })
        .where(eq(products.id, id));
  }
}

const DEPENDENCE = ['discounts', 'products', 'sheets', 'swatches', 'stock', 'priceLists'] as const;

/** Puts something that the file has brought into the bin. @returns whether it could be */
async function removed(transaction: Queries, at: Date, { list, key }: PlannedThing, ids: ProductIds): Promise<boolean> {
  try {
    switch (list) {
      case 'products':
        await removeProduct(transaction, at, ids.get(key));
        return true;
      case 'sheets': {
        const sheet = await transaction.query.sheets.findFirst({ where: eq(sheets.key, key), columns: { id: true } });
        if (sheet) await binSheet(transaction, sheet.id, at);
        return true;
      }
      case 'swatches':
        await binSwatch(transaction, key, at);
        return true;
      case 'stock':
        await binStockItem(transaction, key, at);
        return true;
      case 'discounts':
        await transaction.delete(discounts).where(eq(discounts.key, key));
        return true;
      case 'priceLists':
      case 'shop':
      case 'groups':
        return true;
    }
  } catch (error) {
    // Something else uses it by now.
    if (error instanceof Refusal) return false;
    throw error;
  }
}

async function removeProduct(transaction: Queries, at: Date, id: number | undefined): Promise<void> {
  const product =
    id === undefined ? undefined : await transaction.query.products.findFirst({ where: eq(products.id, id) });
  if (!product) return;
  const sold = await transaction.query.orderLines.findFirst({ where: eq(orderLines.productId, product.id) });
  // What has been sold is kept, because orders refer to it.
  if (sold)
    await transaction
      .update(products)
      .set({ publishedRevision: null, publishedSlug: null, archivedAt: at })
      .where(eq(products.id, product.id));
  else await binProduct(transaction, product, at);
}

/** The price lists as they were, as far as they are still as the file has made them. */
function listsAgain(here: Catalog, former: Catalog, came: Catalog, names: ReadonlySet<string>): Catalog['priceLists'] {
  const brought = new Set(came.priceLists.map(({ key }) => key));
  const before = new Map(former.priceLists.map((list) => [list.key, list]));
  return here.priceLists.flatMap((list) => {
    if (!brought.has(list.key) || !names.has(thingName({ list: 'priceLists', key: list.key }))) return [list];
    return before.get(list.key) ?? [];
  });
}
