import { type CatalogSurroundings, productSchema, type Sheet } from '../catalog';
import { compile } from '../compile/compile';
import { type Fault } from '../problems';

/** What is wrong with a sheet taken by itself. What it refers to on a product is judged product by product. */
export function sheetFaults(sheet: Sheet, surroundings: CatalogSurroundings): Fault[] {
  const bare = productSchema.parse({ slug: 'sample', title: 'Sample', sku: 'SAMPLE', price: '100', sheets: [{ key: sheet.key }] });
  const { faults } = compile(bare, { ...surroundings, sheets: new Map(surroundings.sheets).set(sheet.key, sheet) });
  return faults.filter(
    ({ path, gravity, code }) => gravity === 'mustFix' && path[0] === 'sheets' && path[1] === sheet.key && code !== 'unknownReference' && code !== 'addOnUnknown',
  );
}
