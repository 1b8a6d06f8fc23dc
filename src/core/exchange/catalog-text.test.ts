import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { anyBuild } from '../../../tests/fuzz/any-build';
import { anyKit } from '../../../tests/fuzz/any-kit';
import { anyProduct, shopOf } from '../../../tests/fuzz/any-product';
import { type Catalog, catalogSchema } from '../catalog';
import { catalogText, readCatalog, withoutDefaults } from '.';

const textOf = (catalog: Catalog) => [...catalogText(catalog)].join('');
const demo = () => {
  const { catalog } = readCatalog(readFileSync('demo/catalog.json', 'utf8'));
  if (!catalog) throw new Error('the demo has faults');
  const { $schema: _, ...said } = catalog;
  return said;
};

describe('a catalog as it is written', () => {
  it('is the same catalog when it is read again, whatever is in it', () => {
    const made = fc.tuple(fc.constantFrom(anyProduct, anyKit, anyBuild), fc.nat(100_000));
    fc.assert(
      fc.property(made, ([make, seed]) => {
        const catalog = shopOf(make(seed));
        const text = textOf(catalog);
        const { catalog: again } = readCatalog(text);
        expect(again).toEqual(catalog);
        expect(again && textOf(again)).toBe(text);
      }),
      { numRuns: 200 },
    );
  });

  it('is JSON as it is usually indented, with nothing in it that goes without saying', () => {
    const catalog = demo();
    const text = textOf(catalog);
    expect(text).toBe(`${JSON.stringify(withoutDefaults(catalogSchema, catalog), null, 2)}\n`);
    expect(text).not.toMatch(/"wasPrice": null|"titleShown": true|"archived": false/);
    expect(readCatalog(text).catalog).toEqual(catalog);
  });

  it('has drafts and what is only part of a shop', () => {
    const catalog = demo();
    const [product] = catalog.products;
    if (!product) throw new Error('the demo has no products');
    const drafts = {
      products: [{ of: product.slug, definition: { ...product, price: '1' }, archived: false }],
      sheets: [],
    };
    const again = readCatalog(textOf({ ...catalog, whole: false, drafts })).catalog;
    expect([again?.whole, again?.drafts]).toEqual([false, drafts]);
  });
});
