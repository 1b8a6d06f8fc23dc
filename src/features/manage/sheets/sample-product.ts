import { placementSchema, placementsOf, type Product, type Sheet } from '@/core/catalog';
import { sampleProduct } from '@/core/judge';

/** A product that has nothing but a sheet's choices as its own: what the parts of the editor work on. */
export function bareProduct(sheet: Sheet): Product {
  return {
    ...sampleProduct(sheet),
    choices: sheet.choices,
    formulas: sheet.formulas,
    rates: sheet.rates,
    rules: sheet.rules,
    tables: sheet.tables,
    views: sheet.views,
  };
}

/**
 * The product that a sheet is tried on, with the sheet on it once.
 *
 * @param chosen one of the shop's; undefined for one that costs 100
 * @param sheets those of the shop, with this one as it is edited
 */
export function triedOn(sheet: Sheet, chosen: Product | undefined, sheets: Iterable<Sheet>): Product {
  const product = chosen ?? sampleProduct(sheet);
  const has = placementsOf(product, sheets).some(({ key }) => key === sheet.key);
  return has
    ? product
    : {
        ...product,
        sheets: [...product.sheets.filter(({ key }) => key !== sheet.key), placementSchema.parse({ key: sheet.key })],
      };
}
