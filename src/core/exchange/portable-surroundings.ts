import { type CatalogSurroundings, hasOptions, placementsOf, type Product, type Sheet, type Shop, type Swatch } from '../catalog';

/** What a product's definition refers to outside itself, in a form that travels to the browser. */
export interface PortableSurroundings {
  readonly shop: Shop;
  readonly swatches: readonly Swatch[];
  readonly sheets: readonly Sheet[];
  readonly products: readonly Product[];
}

/**
 * What a browser needs to compile one product by itself.
 *
 * @param assembled the product with its sheets' choices in place
 */
export function portableSurroundings(assembled: Product, { shop, swatches, sheets, products }: CatalogSurroundings): PortableSurroundings {
  const taken = [...products.values()];
  const keys = new Set([assembled, ...taken].flatMap((product) => placementsOf(product, sheets.values()).map(({ key }) => key)));
  // What the catalog manager notes on a sheet is not for customers.
  const placed = [...sheets.values()].filter(({ key }) => keys.has(key)).map((sheet) => ({ ...sheet, note: '' }));
  const named = new Set([assembled, ...taken, ...placed].flatMap(({ choices }) => choices.flatMap((choice) => (hasOptions(choice) ? choice.options.flatMap(({ swatch }) => swatch ?? []) : []))));
  return { shop, swatches: [...swatches.values()].filter(({ key }) => named.has(key)), sheets: placed, products: taken };
}

/** Puts together what compiling needs from what has travelled. */
export function unpackSurroundings({ shop, swatches, sheets, products }: PortableSurroundings, stock: CatalogSurroundings['stock']): CatalogSurroundings {
  return {
    shop,
    stock,
    swatches: new Map(swatches.map((swatch) => [swatch.key, swatch])),
    sheets: new Map(sheets.map((sheet) => [sheet.key, sheet])),
    products: new Map(products.map((product) => [product.slug, product])),
  };
}
