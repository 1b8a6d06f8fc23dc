import { type CatalogSurroundings, placementSchema, type Product, productSchema, type Sheet } from '../catalog';
import { compile } from '../compile/compile';
import { type Fault, faultAt } from '../problems';
import { hidesSigns } from '../text';

/** A product of which only a sheet makes anything; it costs 100. */
export const sampleProduct = ({ title }: Pick<Sheet, 'title'>): Product =>
  productSchema.parse({ slug: 'sample', title, sku: 'SAMPLE', price: '100' });

/** What is wrong with a sheet taken by itself. What it refers to on a product is judged product by product. */
export function sheetFaults(sheet: Sheet, surroundings: CatalogSurroundings): Fault[] {
  const bare: Product = { ...sampleProduct({ title: 'Sample' }), sheets: [placementSchema.parse({ key: sheet.key })] };
  const { faults } = compile(bare, { ...surroundings, sheets: new Map(surroundings.sheets).set(sheet.key, sheet) });
  // Customers never read what a sheet is called; whoever places it does.
  const hidden: Fault[] = hidesSigns(sheet.title)
    ? [faultAt(['sheets', sheet.key, 'title'], { code: 'hidesSigns' })]
    : [];
  return [
    ...hidden,
    ...faults.filter(
      ({ path, gravity, code }) =>
        gravity === 'mustFix' &&
        path[0] === 'sheets' &&
        path[1] === sheet.key &&
        code !== 'unknownReference' &&
        code !== 'addOnUnknown',
    ),
  ];
}
