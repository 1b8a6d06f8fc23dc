import { createHash } from 'node:crypto';
import { type CatalogSurroundings, placementsOf, type PriceList } from '../../core/catalog';
import { pricesOf } from '../../core/price-lists';
import { type ProductCard } from '../../data/cards';
import { type SharedCatalog } from './catalog-state';

/** What is there of what cards refer to. */
export interface Referred {
  readonly stock: CatalogSurroundings['stock'];
  /** what counts of each product, by its address: the number of its revision in the shop, or the name of a draft */
  readonly revisions: ReadonlyMap<string, number | string>;
}

/**
 * What a card was made from beside its definition, as a hash: the same as long as nothing of it has changed.
 *
 * @param joining addresses of the products that join its slots by a condition
 */
export function madeWith(
  card: Pick<ProductCard, 'slug' | 'refersTo' | 'placements' | 'category' | 'supplier' | 'tags'>,
  shared: SharedCatalog,
  { stock, revisions }: Referred,
  joining: readonly string[],
): string {
  const { slug, refersTo, placements, category, supplier, tags } = card;
  const shelved = {
    category,
    supplier,
    tags,
    sheets: placements.map((placement) => ({ ...placement, after: null, overrides: {} })),
  };
  const parts = [
    printOf(shared.shop),
    // A sheet that is published later may be placed by its conditions.
    placementsOf(shelved, shared.sheets.values()).map(({ key }) => key),
    // Lists say of a product what they say of it and of what it refers to; percentages may be for any.
    shared.priceLists.map((list) => [
      headOf(list),
      [slug, ...refersTo.products].map((product) => pricesOf(list.prices, product)),
    ]),
    refersTo.sheets.map((key) => printOf(shared.sheets.get(key))),
    refersTo.swatches.map((key) => printOf(shared.swatches.get(key))),
    refersTo.stock.map((key) => printOf(stock.get(key))),
    refersTo.products.map((slug) => revisions.get(slug) ?? null),
    // What is published later may join a slot by its condition.
    ...(joining.length === 0 ? [] : [joining.map((slug) => [slug, revisions.get(slug) ?? null])]),
  ];
  return hashOf(parts);
}

/** What a list says beside the prices that it names, as a hash. */
function headOf(list: PriceList): string {
  const print = heads.get(list) ?? hashOf({ ...list, prices: [] });
  heads.set(list, print);
  return print;
}

const heads = new WeakMap<PriceList, string>();

const hashOf = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('base64url');

// What is shared is the same object as long as it is the same, and many cards refer to it.
const prints = new WeakMap<object, string>();

function printOf(shared: object | undefined): string | null {
  if (!shared) return null;
  const print = prints.get(shared) ?? hashOf(shared);
  prints.set(shared, print);
  return print;
}
