import { desc, eq, sql } from 'drizzle-orm';
import { type Catalog, sameDefinition } from '../../core/catalog';
import { onlyThings, type PlannedThing, planImport, productsOf, thingName, thingNames } from '../../core/compared';
import { readCatalog } from '../../core/exchange';
import { type Queries } from '../../data/database';
import { catalogImports, discounts, orderLines, products, sheets } from '../../data/schema';
import { type Services } from '../context';
import { binProduct } from '../products/products';
import { notFound, Refusal } from '../refusal';
import { binSheet } from '../sheets/sheets';
import { binStockItem } from '../stock/items/change-item';
import { binSwatch } from '../swatches/swatches';
import { readWholeCatalog } from './catalog-out';
import { productAt, writeIncoming } from './write';

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

/**
 * Takes back what a file has done: what was there before is there again, what was new goes to the bin. What has been
 * changed since, or is used by something else by now, stays as it is.
 *
 * @returns titles of what stays
 * @throws Refusal 404, 409 where it has been taken back already, or is too long ago
 */
export async function undoImport(
  { database, now }: Services,
  id: number,
): Promise<{ readonly kept: readonly string[] }> {
  return database.write(async (transaction) => {
    const row =
      (await transaction.query.catalogImports.findFirst({ where: eq(catalogImports.id, id) })) ??
      notFound(`import ${id}`);
    if (row.undone) throw new Refusal(409, 'undoneAlready', 'This import has been taken back already.');
    if (row.former === null)
      throw new Refusal(409, 'tooLongAgo', 'This import is too long ago: what was there before is not kept any more.');
    const at = now();
    const [former, came, here] = [parsed(row.former), parsed(row.came), await readWholeCatalog(transaction)];
    const kept: string[] = [];
    const asItCame = planImport(here, came).filter((thing) => isUntouched(thing) || !kept.push(thing.title));
    const names = new Set(asItCame.map(thingName));
    const had = thingNames(former);
    const restored = onlyThings(former, (name) => names.has(name));
    const settings = sameDefinition(here.shop, came.shop) ? former.shop : here.shop;
    if (!sameDefinition(settings, former.shop) && !sameDefinition(came.shop, former.shop)) kept.push('the settings');
    // What others need goes last.
    await withdraw(transaction, at, restored);
    for (const list of DEPENDENCE)
      for (const thing of asItCame)
        if (thing.list === list && !had.has(thingName(thing)) && !(await removed(transaction, at, thing)))
          kept.push(thing.title);
    await writeIncoming(transaction, at, restored, {
      shop: settings,
      priceLists: listsAgain(here, former, came, names),
    });
    await transaction.update(catalogImports).set({ undone: true }).where(eq(catalogImports.id, id));
    return { kept };
  });
}

/** Whether something is still as the file has made it. */
const isUntouched = ({ what, list }: PlannedThing): boolean => list === 'shop' || list === 'groups' || what === 'same';

/** Takes products out of the shop again that were not there before. */
async function withdraw(transaction: Queries, at: Date, restored: Catalog): Promise<void> {
  for (const [key, { published, archived }] of productsOf(restored)) {
    const id = published ? undefined : await productAt(transaction, key);
    if (id !== undefined)
      await transaction
        .update(products)
        .set({ publishedRevision: null, publishedSlug: null, ...(archived && { archivedAt: at }) })
        .where(eq(products.id, id));
  }
}

const DEPENDENCE = ['discounts', 'products', 'sheets', 'swatches', 'stock', 'priceLists'] as const;

/** Puts something that the file has brought into the bin. @returns whether it could be */
async function removed(transaction: Queries, at: Date, { list, key }: PlannedThing): Promise<boolean> {
  try {
    switch (list) {
      case 'products':
        await removeProduct(transaction, at, key);
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

async function removeProduct(transaction: Queries, at: Date, key: string): Promise<void> {
  const id = await productAt(transaction, key);
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
