import { type SpreadsheetKind } from '../kind';
import { optionsSpreadsheet, sheetOptionsSpreadsheet } from './options';
import { partsSpreadsheet } from './parts';
import { priceListsSpreadsheet } from './price-lists';
import { productsSpreadsheet } from './products';
import { stockSpreadsheet } from './stock';
import { swatchesSpreadsheet } from './swatches';
import { variantsSpreadsheet } from './variants';

/** The spreadsheets that a catalog goes out as and comes in from, in the order in which they are offered. */
const kinds = {
  products: productsSpreadsheet,
  variants: variantsSpreadsheet,
  options: optionsSpreadsheet,
  sheetOptions: sheetOptionsSpreadsheet,
  parts: partsSpreadsheet,
  priceLists: priceListsSpreadsheet,
  swatches: swatchesSpreadsheet,
  stock: stockSpreadsheet,
} as const;

export type SpreadsheetKey = keyof typeof kinds;

export const spreadsheetKeys = Object.keys(kinds) as [SpreadsheetKey, ...SpreadsheetKey[]];

/** A kind by its name; what its rows are is its own business. */
export const spreadsheetKind = (key: SpreadsheetKey): SpreadsheetKind<object, unknown> =>
  // TypeScript can't see that rows only ever come from the kind that they are given back to.
  kinds[key] as unknown as SpreadsheetKind<object, unknown>;
