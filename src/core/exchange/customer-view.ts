import {
  type CatalogSurroundings,
  isPlaced,
  type ListInForce,
  type ListPrice,
  placementsOf,
  type PricesInForce,
  type Product,
  referencesOf,
  type Shop,
  type Swatch,
  personalDataSchema,
} from '../catalog';
import { productFor, sheetFor } from './customer-product';
import { insideNames } from './customer-rules';
import { toldStock } from './told-stock';
import { OTHERS, OWN, told, type View } from './view';

/**
 * What a customer may know of a product. Everything that leaves for a customer is made here, name by name: what is
 * added to a definition stays inside until somebody says here that it may go. A selection resolves to the same as it
 * does with the whole definition.
 */

export interface CustomerView {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  /** the customer's group, as the view calls it */
  readonly group: string | null;
}

/**
 * @param group key of the customer's group, or null
 * @param today the day it is, as YYYY-MM-DD: rules of other days stay inside; null where it may be looked at on any
 */
export function customerView(
  product: Product,
  surroundings: CatalogSurroundings,
  group: string | null,
  today: string | null = null,
): CustomerView {
  const products = [...surroundings.products.values()];
  const placed = new Set(
    [product, ...products].flatMap((each) => placementsOf(each, surroundings.sheets.values()).map(({ key }) => key)),
  );
  const sheets = [...surroundings.sheets.values()].filter(({ key }) => placed.has(key));
  const view: View = { group, today, ...insideNames([product, ...products, ...sheets]) };
  const references = [product, ...products, ...sheets].map(referencesOf);
  const named = (what: 'stock' | 'swatches') => new Set(references.flatMap((found) => [...found[what]]));
  const [drawn, coloured] = [named('stock'), named('swatches')];
  const titles = toldStock([product, ...products], group);
  return {
    product: productFor(product, surroundings, view),
    group: group === null ? null : OWN.key,
    surroundings: {
      shop: shopFor(surroundings.shop),
      stock: new Map(
        [...surroundings.stock]
          .filter(([key]) => drawn.has(key))
          .map(([key, item]) => [key, { ...item, title: titles.get(key) ?? product.title }]),
      ),
      swatches: new Map(
        [...surroundings.swatches]
          .filter(([key]) => coloured.has(key))
          .map(([key, swatch]) => [key, swatchFor(swatch)]),
      ),
      sheets: new Map(sheets.map((sheet) => [sheet.key, sheetFor(sheet, view, surroundings.products)])),
      products: new Map(products.map((each) => [each.slug, productFor(each, surroundings, view)])),
      priceLists: [],
      ...(surroundings.prices && { prices: pricesInView(surroundings.prices, [product, ...products], group) }),
    },
  };
}

/**
 * The prices that hold for a customer, of these products alone; conditions by which a percentage is placed stay inside.
 */
function pricesInView({ lists }: PricesInForce, products: readonly Product[], group: string | null): PricesInForce {
  const slugs = new Set(products.map(({ slug }) => slug));
  const here = (prices: readonly ListPrice[]) => prices.filter(({ product }) => slugs.has(product));
  const listFor = (
    { title, percent, places, only, prices, follows, lowest }: ListInForce,
    key: string,
  ): ListInForce => ({
    key,
    title,
    percent,
    places: [],
    only: only ?? products.flatMap((product) => (isPlaced(places, product) ? [product.slug] : [])),
    prices: here(prices),
    follows: follows && { ...listFor(follows, key), title: '' },
    lowest: here(lowest),
  });
  return {
    lists: lists.map((list, place) => listFor(list, `list-${place + 1}`)),
    groups: [group === null ? null : OWN.key],
  };
}

/** What the shop keeps of customers is no part of what is sold. */
const NOTHING_KEPT = personalDataSchema.parse({});

const shopFor = (shop: Shop): Shop => ({
  ...told(shop, ['name', 'currency', 'rounding', 'skuSeparator', 'timeZone']),
  groups: [OWN, OTHERS],
  quantityRules: [],
  marginFloors: [],
  tax: null,
  delivery: [],
  personalData: NOTHING_KEPT,
  // What is asked at checkout, the basket says.
  pages: { ...shop.pages, asked: [] },
});

const swatchFor = (swatch: Swatch): Swatch => ({
  ...told(swatch, ['key', 'name', 'colours', 'picture', 'family']),
  supplierCode: '',
});
