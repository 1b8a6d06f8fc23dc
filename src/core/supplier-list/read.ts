import { type Catalog, type Product } from '../catalog';
import { type Grid, withChanged } from '../spreadsheet';
import { type FoundAmounts } from './amounts';
import { groupsOf, type ListGroup, rowsWords, type Teller } from './groups';
import { updateProduct } from './known-product';
import { type ListMapping } from './mapping';
import { newProduct } from './new-product';
import { listScope, type ListScope, moneyText } from './scope';
import { combinationsOf, type Shape, shapeOf } from './shape';
import { type ListTable, tableOf } from './table';

/** A product that was found in a list. */
export interface FoundProduct {
  readonly title: string;
  /** address of the product of the shop that it is; null for a new one */
  readonly known: string | null;
  readonly rows: number;
  readonly choices: readonly { readonly title: string; readonly options: readonly string[] }[];
  /** what all rows have in common */
  readonly shared: readonly { readonly title: string; readonly value: string }[];
  /** how many combinations there would be of all options */
  readonly combinations: number;
  /** how a new one is priced; null where the list has no prices, or it is there already */
  readonly prices: FoundPrices | null;
}

export interface FoundPrices {
  readonly base: string;
  /** what options add, of those that add something */
  readonly amounts: readonly { readonly option: string; readonly value: string }[];
  /** how many rows have a price of their own */
  readonly own: number;
}

/** What a list makes of a catalog. */
export interface ListReading {
  /** what it changes, and nothing else: a part of a shop */
  readonly catalog: Catalog;
  readonly products: readonly FoundProduct[];
  /** what is wrong, in words that say in which row */
  readonly faults: readonly string[];
  /** what of it is not read, or stays as it is */
  readonly notes: readonly string[];
}

const MOST_FAULTS = 500;
const MOST_NOTES = 200;

/** Collects what is told, up to a limit. */
class Telling implements Teller {
  readonly faults: string[] = [];
  readonly notes: string[] = [];

  fault(message: string): void {
    if (this.faults.length < MOST_FAULTS) this.faults.push(message);
  }

  note(message: string): void {
    if (this.notes.length < MOST_NOTES) this.notes.push(message);
  }
}

/**
 * Reads a supplier’s flat list as a change of a catalog: rows become products with choices and variants, or what they
 * say otherwise of products that are there, told by their SKUs and GTINs.
 */
export const readSupplierList = (grid: Grid, mapping: ListMapping, catalog: Catalog): ListReading =>
  readTable(tableOf(grid, mapping.split), mapping, catalog);

/** The same, of a list whose headings have been found. */
export function readTable(table: ListTable, mapping: ListMapping, catalog: Catalog): ListReading {
  const tell = new Telling();
  const scope = listScope(catalog);
  const changed = new Map<string, Product>();
  const products: FoundProduct[] = [];
  requireNamed(mapping, table.heads, tell);
  const { groups, choices } = groupsOf(table, mapping, catalog.shop.currency, tell);
  if (table.skipped.length > 0) tell.note(`${rowsWords(table.skipped)} only part the list, and are not read.`);
  let otherStock = 0;
  const alone: number[] = [];
  for (const { slug, group } of meetingShop(withinReason(groups, tell), mapping, scope, tell)) {
    const shape = shapeOf(group, choices, tell);
    if (!shape) continue;
    if (shape.choices.length === 0)
      alone.push(...group.rows.flatMap(({ gtin, number }) => (gtin === null ? [] : number)));
    if (slug === null) {
      const { product, found } = newProduct(group, shape, mapping, scope);
      changed.set(product.slug, product);
      products.push(told(group, shape, null, found && pricesWords(found, shape, catalog)));
      continue;
    }
    const product = structuredClone(scope.products.get(slug) as Product);
    changed.set(slug, product);
    otherStock += updateProduct({ slug, product, group, shape, scope, mapping, tell }).otherStock;
    products.push(told(group, shape, slug, null));
  }
  if (alone.length > 0)
    tell.note(`${rowsWords(alone)}: the GTIN is left out, as only variants have one, and the product has no choices.`);
  if (otherStock > 0)
    tell.note(
      `What is on hand is not changed from here: ${otherStock} stock ${otherStock === 1 ? 'item has' : 'items have'} another figure in the list. Count them where stock is counted.`,
    );
  const part = withChanged(catalog, 'products', changed);
  return { catalog: { ...part, stock: [...scope.items.values()] }, products, faults: tell.faults, notes: tell.notes };
}

/** A product of the list, and the one of the shop that it is; null for a new one. */
interface Met {
  readonly slug: string | null;
  readonly group: ListGroup;
}

/** What the list has under several names and the shop as one product is one. */
function meetingShop(groups: readonly ListGroup[], mapping: ListMapping, scope: ListScope, tell: Teller): Met[] {
  const met: Met[] = [];
  const places = new Map<string, number>();
  for (const group of groups) {
    const slug = knownSlug(group, mapping, scope, tell);
    const place = slug === null ? undefined : places.get(slug);
    const before = place === undefined ? undefined : met[place];
    if (place !== undefined && before)
      met[place] = { slug, group: { title: before.group.title, rows: [...before.group.rows, ...group.rows] } };
    else {
      if (slug !== null) places.set(slug, met.length);
      met.push({ slug, group });
    }
  }
  return met;
}

/** A list of more products than that names them by a wrong column, or is too long to be looked at. */
const MOST_PRODUCTS = 5_000;

function withinReason(groups: readonly ListGroup[], tell: Teller): readonly ListGroup[] {
  if (groups.length <= MOST_PRODUCTS) return groups;
  tell.fault(
    `The list would be ${groups.length} products; ${MOST_PRODUCTS} are the most at once. Choose the column that names products, or part the list.`,
  );
  return [];
}

const told = (
  { title, rows }: ListGroup,
  shape: Shape,
  known: string | null,
  prices: FoundPrices | null,
): FoundProduct => ({
  title,
  known,
  rows: rows.length,
  choices: shape.choices.map(({ title: called, options }) => ({ title: called, options })),
  shared: shape.shared,
  combinations: combinationsOf(shape),
  prices,
});

function pricesWords({ base, amounts, own }: FoundAmounts, { choices }: Shape, { shop }: Catalog): FoundPrices {
  return {
    base: moneyText(base, shop.currency),
    amounts: amounts.flatMap((each, choice) =>
      each.flatMap((amount, option) =>
        amount.sign() === 0
          ? []
          : { option: choices[choice]?.options[option] ?? '', value: moneyText(amount, shop.currency) },
      ),
    ),
    own: own.size,
  };
}

/** What must be said before rows can be products. */
function requireNamed({ columns }: ListMapping, heads: readonly string[], tell: Teller): void {
  const has = columns.some(({ use, head }) => (use === 'title' || use === 'code') && heads.includes(head));
  if (!has) tell.fault('No column names the product. Choose which one does.');
}

/** The product of the shop that rows are; null where they are none. Rows of two products are told. */
function knownSlug(
  { title, rows }: ListGroup,
  { supplier }: ListMapping,
  scope: ListScope,
  tell: Teller,
): string | null {
  let known: { readonly slug: string; readonly row: number } | null = null;
  for (const row of rows) {
    const slug = scope.find(row)?.slug;
    if (slug === undefined) continue;
    if (known !== null && known.slug !== slug)
      tell.fault(
        `Rows ${known.row} and ${row.number}: both are ${title} in the list, and two products in the shop: ${known.slug} and ${slug}. Let a column tell them apart.`,
      );
    known ??= { slug, row: row.number };
  }
  return known?.slug ?? scope.titled(title, supplier) ?? null;
}
