import {
  type CatalogSurroundings,
  type KnownPriceList,
  type PricesInForce,
  type Product,
  type SeenDraft,
  type Sheet,
  type Shop,
  type Swatch,
} from '../catalog';

/** What a product's definition refers to outside itself, in a form that travels to the browser. */
export interface PortableSurroundings {
  readonly shop: Shop;
  readonly swatches: readonly Swatch[];
  readonly sheets: readonly Sheet[];
  readonly products: readonly Product[];
  /** those of them that are not in the shop yet; absent where only what is in the shop is among them */
  readonly drafts?: readonly (SeenDraft & { readonly slug: string })[];
  readonly priceLists: readonly KnownPriceList[];
  /** prices in the place of the usual ones; absent where those hold */
  readonly prices?: PricesInForce;
}

export function packSurroundings({
  shop,
  swatches,
  sheets,
  products,
  drafts,
  priceLists,
  prices,
}: CatalogSurroundings): PortableSurroundings {
  return {
    shop,
    swatches: [...swatches.values()],
    sheets: [...sheets.values()],
    products: [...products.values()],
    ...(drafts && { drafts: [...drafts].map(([slug, draft]) => ({ slug, ...draft })) }),
    priceLists,
    ...(prices && { prices }),
  };
}

/** Puts together what compiling needs from what has travelled. */
export function unpackSurroundings(
  { shop, swatches, sheets, products, drafts, priceLists, prices }: PortableSurroundings,
  stock: CatalogSurroundings['stock'],
): CatalogSurroundings {
  return {
    shop,
    stock,
    swatches: new Map(swatches.map((swatch) => [swatch.key, swatch])),
    sheets: new Map(sheets.map((sheet) => [sheet.key, sheet])),
    products: new Map(products.map((product) => [product.slug, product])),
    ...(drafts && { drafts: new Map(drafts.map(({ slug, ...draft }) => [slug, draft])) }),
    priceLists,
    ...(prices && { prices }),
  };
}
