import { asc, eq, inArray, ne } from 'drizzle-orm';
import {
  type Catalog,
  CATALOG_FORMAT,
  CATALOG_VERSION,
  placementsOf,
  type Product,
  referencesOf,
  refersToProduct,
  sameDefinition,
  type Sheet,
} from '../../core/catalog';
import { type BothOf, productsOf, sheetsOf } from '../../core/compared';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import {
  discountCodes,
  discounts,
  products,
  revisions,
  sheetRevisions,
  sheets,
  stockItems,
  stockLots,
} from '../../data/schema';
import { readPriceLists, readSettings, readSwatches } from '../catalog/catalog-state';
import { inPieces } from '../in-pieces';

/** Rows by what they belong to, in their order. */
function gathered<Row>(rows: readonly Row[], owner: (row: Row) => number): Map<number, Row[]> {
  const found = new Map<number, Row[]>();
  for (const row of rows) {
    const known = found.get(owner(row));
    if (known) known.push(row);
    else found.set(owner(row), [row]);
  }
  return found;
}

/** How many products are read in one go. */
const READ_AT_ONCE = 100;

/** Something that is edited as a draft, as it is stored. */
interface Stored<D> {
  readonly draft: D;
  readonly published: D | null;
  readonly archived: boolean;
}

/** What is published, and beside it the drafts that say something else: first of what is published, then the others. */
function parted<D extends object>(stored: readonly Stored<D>[], keyOf: (definition: D) => string) {
  const published: D[] = [];
  const drafts: { readonly of: string | null; readonly definition: D; readonly archived: boolean }[] = [];
  for (const one of stored) {
    if (one.published) published.push(one.published);
    if (one.published === null) drafts.push({ of: null, definition: one.draft, archived: one.archived });
    else if (!sameDefinition(one.draft, one.published))
      drafts.push({ of: keyOf(one.published), definition: one.draft, archived: false });
  }
  return { published, drafts: [...drafts.filter(({ of }) => of !== null), ...drafts.filter(({ of }) => of === null)] };
}

async function readProducts(queries: Queries): Promise<Stored<Product>[]> {
  const ids = await queries.select({ id: products.id }).from(products).orderBy(asc(products.id));
  const rows = await inPieces(inParts(ids, READ_AT_ONCE), (part) =>
    queries
      .select({ draft: products.draft, published: revisions.definition, archivedAt: products.archivedAt })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(
        inArray(
          products.id,
          part.map(({ id }) => id),
        ),
      )
      .orderBy(asc(products.id)),
  );
  return rows.flat().map(({ archivedAt, ...both }) => ({ ...both, archived: archivedAt !== null }));
}

async function readSheetsOf(queries: Queries): Promise<Stored<Sheet>[]> {
  const rows = await queries
    .select({ draft: sheets.draft, published: sheetRevisions.definition })
    .from(sheets)
    .leftJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
    .orderBy(asc(sheets.id));
  return rows.map((both) => ({ ...both, archived: false }));
}

async function readStockOf(queries: Queries): Promise<Catalog['stock']> {
  const items = await queries.select().from(stockItems).orderBy(asc(stockItems.id));
  const lots = await queries.select().from(stockLots).where(ne(stockLots.left, '0')).orderBy(asc(stockLots.id));
  const byItem = gathered(lots, ({ itemId }) => itemId);
  return items.map(({ id, key, title, unit, onHand, backorder, leadDays, cost, costing, cutFrom, archived }) => ({
    key,
    title,
    unit,
    // What lies in lots is counted by them.
    onHand: cutFrom ? '0' : onHand,
    backorder,
    leadDays,
    cost,
    costing,
    cutFrom,
    lots: (byItem.get(id) ?? []).map(({ label, left }) => ({ label, length: left })),
    archived,
  }));
}

async function readDiscounts(queries: Queries): Promise<Catalog['discounts']> {
  const rows = await queries.select().from(discounts).orderBy(asc(discounts.id));
  const codes = gathered(
    await queries.select().from(discountCodes).orderBy(asc(discountCodes.id)),
    ({ discountId }) => discountId,
  );
  return rows.map(({ id, definition }) => ({ ...definition, codes: (codes.get(id) ?? []).map(({ code }) => code) }));
}

/**
 * The whole catalog as it is at one moment: settings, stock, swatches, sheets, products, lists, discounts, and drafts.
 * Pictures stand in it by their addresses in the application. Orders, customers and movements are no part of it.
 */
export async function readWholeCatalog(queries: Queries): Promise<Catalog> {
  const storedSheets = parted(await readSheetsOf(queries), ({ key }) => key);
  const storedProducts = parted(await readProducts(queries), ({ slug }) => slug);
  return {
    format: CATALOG_FORMAT,
    version: CATALOG_VERSION,
    whole: true,
    shop: await readSettings(queries),
    stock: await readStockOf(queries),
    swatches: await readSwatches(queries),
    // What is said of typefaces goes with their files.
    typefaces: [],
    sheets: storedSheets.published,
    products: storedProducts.published,
    priceLists: await readPriceLists(queries),
    discounts: await readDiscounts(queries),
    drafts: {
      products: storedProducts.drafts,
      sheets: storedSheets.drafts.map(({ of, definition }) => ({ of, definition })),
    },
  };
}

/**
 * Of a catalog some products, and all that they need: what they take along or can have in a slot, sheets, swatches,
 * stock items and customer groups. Settings, lists and discounts stay where they are.
 *
 * @param slugs addresses of the products: in the shop, or of the draft of what is not there
 */
export function withWhatItNeeds(catalog: Catalog, slugs: ReadonlySet<string>): Catalog {
  const things = [...productsOf(catalog)].map(([key, both]) => ({ key, definitions: definitionsOf(both) }));
  const allSheets = [...sheetsOf(catalog)].map(([key, both]) => ({ key, definitions: definitionsOf(both) }));
  const needs = { products: new Set(slugs), sheets: new Set<string>(), stock: new Set<string>() };
  const more = { swatches: new Set<string>(), groups: new Set<string>() };
  for (let before = -1; before !== needs.products.size + needs.sheets.size;) {
    before = needs.products.size + needs.sheets.size;
    const chosen = things.filter(({ key }) => needs.products.has(key)).flatMap(({ definitions }) => definitions);
    for (const product of chosen)
      for (const { key, definitions } of allSheets)
        if (placementsOf(product, definitions).length > 0) needs.sheets.add(key);
    const placed = allSheets.filter(({ key }) => needs.sheets.has(key)).flatMap(({ definitions }) => definitions);
    for (const references of [...chosen, ...placed].map(referencesOf)) {
      for (const { key, definitions } of things)
        if (definitions.some((product) => refersToProduct(references, product))) needs.products.add(key);
      for (const key of references.stock) needs.stock.add(key);
      for (const what of ['swatches', 'groups'] as const) for (const key of references[what]) more[what].add(key);
    }
  }
  const { shop, stock, swatches, sheets: published, products: inShop, drafts } = catalog;
  return {
    ...catalog,
    whole: false,
    shop: { ...shop, groups: shop.groups.filter(({ key }) => more.groups.has(key)) },
    stock: stock.filter(({ key }) => needs.stock.has(key)),
    swatches: swatches.filter(({ key }) => more.swatches.has(key)),
    sheets: published.filter(({ key }) => needs.sheets.has(key)),
    products: inShop.filter(({ slug }) => needs.products.has(slug)),
    priceLists: [],
    discounts: [],
    drafts: {
      products: drafts.products.filter(({ of, definition }) => needs.products.has(of ?? definition.slug)),
      sheets: drafts.sheets.filter(({ of, definition }) => needs.sheets.has(of ?? definition.key)),
    },
  };
}

const definitionsOf = <D>({ published, draft }: BothOf<D>): D[] => [published, draft].filter((one) => one !== null);
