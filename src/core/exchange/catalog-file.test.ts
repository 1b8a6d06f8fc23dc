import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { priceListSchema } from '../catalog';
import { catalogJsonSchema, checkCatalog, pathText, readCatalog } from './catalog-file';

const demo = readFileSync('demo/catalog.json', 'utf8');
interface Loose extends Record<string, unknown> {
  products: Record<string, unknown>[];
}
const reread = (change: (catalog: Loose) => void) => {
  const parsed = JSON.parse(demo) as Loose;
  change(parsed);
  return readCatalog(JSON.stringify(parsed));
};

describe('the open format', () => {
  it('reads the demo catalog, which has no faults', () => {
    const { catalog } = readCatalog(demo);
    expect(catalog && checkCatalog(catalog)).toEqual([]);
    expect(catalog?.products.map(({ slug }) => slug)).toEqual([
      'bee-suit',
      'stainless-mesh',
      'queen-marking-pens',
      'honey-jars',
      'hive-paint',
      'branding-iron',
      'jar-labels',
      'smoker-fuel',
      'smoker',
      'hive-wrap',
      'apiary-netting',
      'hive-flat',
      'hook-tool',
      'handbook',
      'hive-frame',
      'nucleus',
      'uncapping-fork',
      'honey-sieve',
      'honey-pail',
      'starter-kit',
      'two-suits',
      'extraction-set',
      'first-year',
      'hive-floor',
      'brood-box',
      'honey-super',
      'shallow-super',
      'crown-board',
      'flat-roof',
      'gabled-roof',
      'travel-roof',
      'hive-strap',
      'hive',
      'hexagon-jars',
      'wax-foundation',
      'first-inspection',
    ]);
  });

  it('survives being written and read again', () => {
    const { catalog } = readCatalog(demo);
    expect(readCatalog(JSON.stringify(catalog)).catalog).toEqual(catalog);
  });

  it('is described by the JSON Schema in docs, which is up to date', () => {
    expect(JSON.parse(readFileSync('docs/catalog.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(catalogJsonSchema())),
    );
  });

  it.each([
    ['what is no JSON', () => readCatalog('{'), '$'],
    ['another format', () => reread((catalog) => void Object.assign(catalog, { format: 'other' })), '$.format'],
    ['a version to come', () => reread((catalog) => void Object.assign(catalog, { version: 3 })), '$.version'],
    [
      'a price as a JSON number',
      () => reread((catalog) => void Object.assign(catalog.products[0] ?? {}, { price: 12.5 })),
      '$.products[0].price',
    ],
    [
      'an unknown field',
      () => reread((catalog) => void Object.assign(catalog.products[1] ?? {}, { colour: 'red' })),
      '$.products[1].colour',
    ],
    [
      'an unknown kind of choice',
      () =>
        reread(
          (catalog) =>
            void Object.assign(catalog.products[0] ?? {}, { choices: [{ kind: 'riddle', key: 'a', title: 'A' }] }),
        ),
      '$.products[0].choices[0].kind',
    ],
  ])('refuses %s, with the path in the file', (_what, read, path) => {
    const { faults } = read();
    expect(faults?.map((fault) => pathText(fault.path))).toContain(path);
  });

  it('checks what a catalog says, not only its form', () => {
    const { catalog } = readCatalog(demo);
    if (!catalog) throw new Error('the demo catalog can’t be read');
    const [first, second] = catalog.products;
    if (!first || !second) throw new Error('the demo catalog is empty');
    const twisted = {
      ...catalog,
      discounts: [],
      shop: { ...catalog.shop, currency: 'EUX' },
      products: [first, { ...second, slug: first.slug }],
      priceLists: [priceListSchema.parse({ key: 'trade', title: 'Trade', prices: [{ product: 'gone', price: '1' }] })],
    };
    expect(checkCatalog(twisted).map(({ path, code }) => `${pathText(path)} ${code}`)).toEqual([
      '$.shop.currency unknownCurrency',
      '$.products[1].slug duplicateKey',
      '$.priceLists[0] priceListFaulty',
    ]);
  });

  it('writes paths that lead to the place, whatever is in a key', () => {
    expect(pathText(['products', 0, 'choices', 2, 'title'])).toBe('$.products[0].choices[2].title');
    expect(pathText(['options', 'cloth-colour'])).toBe('$.options["cloth-colour"]');
  });
});
