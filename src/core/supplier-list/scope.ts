import {
  type Catalog,
  freeKeys,
  isStocked,
  type Product,
  type StockItemDefinition,
  stockItemSchema,
  type Swatch,
  swatchesByName,
  type Variant,
} from '../catalog';
import { minorUnits } from '../money';
import { type Exact } from '../number';
import { ownersIn } from '../spreadsheet';
import { plainWords } from '../text';
import { type ListRow } from './groups';

/** Where a row of a list is in the shop already. */
export interface Found {
  readonly slug: string;
  /** the place of the variant that it is; null where it is the product itself */
  readonly variant: number | null;
}

/** What a list may meet in a catalog, and the names that are free there. */
export interface ListScope {
  readonly catalog: Catalog;
  readonly products: ReadonlyMap<string, Product>;
  readonly stock: ReadonlyMap<string, StockItemDefinition>;
  readonly swatchOf: (name: string) => Swatch | undefined;
  readonly freeSlug: (title: string) => string;
  readonly freeStockKey: (title: string) => string;
  /** SKUs of products in small letters */
  readonly takenSkus: Set<string>;
  /** a product and variant by SKU or GTIN */
  find(row: Pick<ListRow, 'sku' | 'gtin'>): Found | undefined;
  /** a product of a supplier by its title */
  titled(title: string, supplier: string): string | undefined;
  /** stock items that are new or changed, by key */
  readonly items: Map<string, StockItemDefinition>;
}

/** The SKU of a variant, as it is sold. */
export function skuOfVariant({ sku, choices }: Product, variant: Variant, separator: string): string {
  if (variant.sku !== null) return variant.sku;
  const parts = choices.flatMap((choice) =>
    isStocked(choice) ? (choice.options.find(({ key }) => key === variant.options[choice.key])?.sku ?? []) : [],
  );
  return [sku, ...parts].join(separator);
}

/** Reads what a list may meet in a catalog. */
export function listScope(catalog: Catalog): ListScope {
  const products = ownersIn(catalog, 'products') as ReadonlyMap<string, Product>;
  const stock = new Map(catalog.stock.map((item) => [item.key, item]));
  const [bySku, byGtin, byTitle] = [new Map<string, Found>(), new Map<string, Found>(), new Map<string, string>()];
  for (const [slug, product] of products) {
    const itself: Found = { slug, variant: null };
    if (product.variants.length === 0 && product.sku !== '') bySku.set(product.sku.toLowerCase(), itself);
    for (const [place, variant] of product.variants.entries()) {
      const found: Found = { slug, variant: place };
      bySku.set(skuOfVariant(product, variant, catalog.shop.skuSeparator).toLowerCase(), found);
      if (variant.gtin !== null) byGtin.set(variant.gtin, found);
    }
    byTitle.set(titleName(product.title, product.supplier ?? ''), slug);
  }
  const [slugs, keys] = [freeKeys([...products.keys()]), freeKeys([...stock.keys()])];
  return {
    catalog,
    products,
    stock,
    swatchOf: swatchesByName(catalog.swatches),
    freeSlug: (title) => slugs(title, 'product'),
    freeStockKey: (title) => keys(title, 'item'),
    takenSkus: new Set([...products.values()].map(({ sku }) => sku.toLowerCase())),
    find: ({ sku, gtin }) => (sku === '' ? undefined : bySku.get(sku.toLowerCase())) ?? byGtin.get(gtin ?? ''),
    titled: (title, supplier) => byTitle.get(titleName(title, supplier)),
    items: new Map(),
  };
}

const titleName = (title: string, supplier: string) => `${plainWords(supplier)}\0${plainWords(title)}`;

/** What an option is called inside after: an inside name begins with a letter, so `7` is `size-7`. */
export const insideWords = (choice: string, option: string): string =>
  /^\p{L}/u.test(option) ? option : `${choice} ${option}`;

/** An amount of money in the open format: with the digits of the currency at least. */
export const moneyText = (value: Exact, currency: string): string =>
  value.toFixed(Math.max(value.decimalPlaces() ?? 0, minorUnits(currency) ?? 0));

/** A new stock item for a row. @returns its key */
export function newStockItem(scope: ListScope, title: string, { cost, onHand }: ListRow): string {
  const key = scope.freeStockKey(title);
  const item = { key, title: title.slice(0, 160), unit: '1', onHand: onHand ?? '0', cost: cost?.text ?? null };
  scope.items.set(key, stockItemSchema.parse(item));
  return key;
}
