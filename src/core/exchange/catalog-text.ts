import { type Catalog, CATALOG_FORMAT, CATALOG_VERSION, catalogSchema } from '../catalog';
import { withoutDefaults } from './without-defaults';

/** The lists of a catalog that can be long: their entries are written one by one. */
const LONG = ['stock', 'swatches', 'typefaces', 'sheets', 'products', 'priceLists', 'discounts'] as const;

const indented = (value: unknown, by: string): string => JSON.stringify(value, null, 2).replaceAll('\n', `\n${by}`);

/**
 * Writes a catalog in the open format, piece by piece: what is usual is left out, fields stand in the order of the
 * schema. The same catalog is the same text, and read again it is the same catalog.
 */
export function* catalogText(catalog: Catalog): Generator<string> {
  const field = (name: string, value: unknown) => `  "${name}": ${indented(value, '  ')}`;
  yield `{\n${field('format', CATALOG_FORMAT)},\n${field('version', CATALOG_VERSION)}`;
  if (!catalog.whole) yield `,\n${field('whole', false)}`;
  yield `,\n${field('shop', withoutDefaults(catalogSchema.shape.shop, catalog.shop))}`;
  for (const name of LONG) {
    const list: readonly unknown[] = catalog[name];
    if (list.length === 0) continue;
    const element = catalogSchema.shape[name].unwrap().element;
    yield `,\n  "${name}": [\n`;
    for (const [position, entry] of list.entries())
      yield `${position === 0 ? '' : ',\n'}    ${indented(withoutDefaults(element, entry as never), '    ')}`;
    yield '\n  ]';
  }
  const drafts = withoutDefaults(catalogSchema.shape.drafts, catalog.drafts);
  if (catalog.drafts.products.length + catalog.drafts.sheets.length > 0) yield `,\n${field('drafts', drafts)}`;
  yield '\n}\n';
}
