import { type Product, productSchema, type Sheet, sheetSchema } from '../core/catalog';

// What was stored by an earlier form of the schema lacks what is new; reading fills it in. Documents of the newest
// form are passed as they are, so that a list of hundreds need not read each one anew.

/** A product's definition in the newest form, however old the row is. */
export function currentProduct(stored: Product): Product {
  const newest = 'sheets' in stored && stored.variants.every((variant) => 'onSale' in variant);
  return newest ? stored : productSchema.parse(stored);
}

/** A sheet's definition in the newest form. */
export function currentSheet(stored: Sheet): Sheet {
  return 'rank' in stored ? stored : sheetSchema.parse(stored);
}
