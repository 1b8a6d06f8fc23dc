import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { anyBuild } from '../../../tests/fuzz/any-build';
import { anyProduct, shopOf } from '../../../tests/fuzz/any-product';
import { compile } from '../compile';
import { surroundingsOf } from '../exchange';
import {
  catalogSchema,
  type CatalogSurroundings,
  placementsOf,
  type Product,
  productSchema,
  referencesOf,
  type References,
  refersToProduct,
  withPictures,
} from '.';

const product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  pictures: [{ src: 'front.svg' }],
  sheets: [{ key: 'gift' }, { key: 'veils', leftOut: true }],
  draws: [{ kind: 'fixed', stock: 'body', quantity: '1' }],
  variants: [{ options: { size: 'm' }, stock: 'body-m', picture: 'm.svg' }],
  choices: [
    {
      kind: 'swatch',
      key: 'size',
      title: 'Size',
      groups: ['trade'],
      options: [
        {
          key: 'm',
          title: 'M',
          swatch: 'moss',
          picture: 'opt.svg',
          texture: 'weave.svg',
          groups: ['press'],
          draws: [{ kind: 'fixed', stock: 'button', quantity: '2' }],
        },
      ],
    },
    {
      kind: 'lettering',
      key: 'face',
      title: 'Face',
      options: [
        { key: 'serif', title: 'Serif', face: 'serif' },
        { key: 'own', title: 'Own', face: '/typefaces/own' },
      ],
    },
    { kind: 'text', key: 'name', title: 'Name', draws: [{ kind: 'fixed', stock: 'thread', quantity: '1' }] },
    { kind: 'addOn', key: 'fuel', title: 'Fuel', product: 'fuel' },
    { kind: 'slot', key: 'roof', title: 'Roof', options: [{ key: 'flat-roof', title: '' }], joins: [{ tag: 'roof' }] },
  ],
  views: [
    {
      key: 'v',
      title: 'V',
      layers: [
        {
          kind: 'text',
          key: 'l',
          x: '0',
          y: '0',
          width: '9',
          height: '9',
          from: { kind: 'fixed', text: '1897' },
          face: { kind: 'fixed', face: 'b.woff' },
        },
      ],
    },
  ],
  formulas: [{ key: 'f', title: 'F', text: '1', serves: { kind: 'draw', stock: 'wax' } }],
  rates: [{ key: 'r', title: 'R', value: '1', byGroup: { school: '2' } }],
  proofs: [
    { key: 'k', title: 'K', answers: {}, group: 'kept', expects: { draws: [{ stock: 'of-a-result', quantity: '1' }] } },
  ],
  rules: [
    {
      key: 'x',
      when: { kind: 'all', of: [{ kind: 'none', of: [{ kind: 'group', groups: ['guild'] }] }] },
      then: [
        { kind: 'draw', draw: { kind: 'fixed', stock: 'ridge', quantity: '1' } },
        { kind: 'picture', src: 'layer.svg' },
        { kind: 'picture', src: '' },
      ],
    },
  ],
});

/** Products of every kind, those of the demo and made ones, with what surrounds them. */
function generated(): { product: Product; surroundings: CatalogSurroundings }[] {
  const demo = catalogSchema.parse(JSON.parse(readFileSync('demo/catalog.json', 'utf8')));
  const made = Array.from({ length: 40 }, (_, seed) => [anyBuild(seed), anyProduct(seed)])
    .flat()
    .map(shopOf);
  return [demo, ...made].flatMap((catalog) => {
    const surroundings = surroundingsOf(catalog);
    return catalog.products.map((each) => ({ product: each, surroundings }));
  });
}

/** What a product refers to, and what it brings along refers to in turn. */
function along(
  first: Product,
  { sheets, products }: CatalogSurroundings,
): Pick<References, 'stock' | 'swatches' | 'products'> {
  const found = { stock: new Set<string>(), swatches: new Set<string>(), products: new Set<string>() };
  const seen = new Set<string>();
  const visit = (each: Product): void => {
    if (seen.has(each.slug)) return;
    seen.add(each.slug);
    const placed = placementsOf(each, sheets.values()).flatMap(({ key }) => sheets.get(key) ?? []);
    for (const references of [each, ...placed].map(referencesOf)) {
      for (const what of ['stock', 'swatches', 'products'] as const)
        references[what].forEach((key) => found[what].add(key));
      for (const slug of [
        ...references.products,
        ...[...products.values()]
          .filter((other) => refersToProduct(references, other))
          .map(({ slug: joining }) => joining),
      ]) {
        found.products.add(slug);
        const other = products.get(slug);
        if (other) visit(other);
      }
    }
  };
  visit(first);
  return found;
}

describe('what a definition refers to', () => {
  it('is found wherever it stands', () => {
    const { joins, ...sets } = referencesOf(product);
    expect(joins).toEqual([{ category: null, supplier: null, tag: 'roof', property: null }]);
    const found = Object.fromEntries(Object.entries(sets).map(([what, keys]) => [what, [...keys].sort()]));
    expect(found).toEqual({
      stock: ['body', 'body-m', 'button', 'ridge', 'thread', 'wax'],
      swatches: ['moss'],
      sheets: ['gift', 'veils'],
      products: ['flat-roof', 'fuel'],
      groups: ['guild', 'kept', 'press', 'school', 'trade'],
      pictures: ['front.svg', 'layer.svg', 'm.svg', 'opt.svg', 'weave.svg'],
      typefaces: ['/typefaces/own', 'b.woff'],
    });
  });

  it('has every picture moved with it, and nothing else changed', () => {
    const moved = withPictures(product, (src) => `/media/${src}`);
    expect([...referencesOf(moved).pictures].sort()).toEqual(
      ['front.svg', 'layer.svg', 'm.svg', 'opt.svg', 'weave.svg'].map((src) => `/media/${src}`),
    );
    expect(withPictures(moved, (src) => src.replace('/media/', ''))).toEqual(product);
  });

  it('is what compiling it asks its surroundings for, with what it brings along', () => {
    for (const each of generated()) {
      const asked = {
        stock: new Set<string>(),
        swatches: new Set<string>(),
        sheets: new Set<string>(),
        products: new Set<string>(),
      };
      const listening = <V>(what: keyof typeof asked, known: ReadonlyMap<string, V>) =>
        new (class extends Map<string, V> {
          override get(key: string) {
            if (key !== '') asked[what].add(key);
            return super.get(key);
          }
        })(known);
      const { surroundings } = each;
      const { faults } = compile(each.product, {
        ...surroundings,
        stock: listening('stock', surroundings.stock),
        swatches: listening('swatches', surroundings.swatches),
        sheets: listening('sheets', surroundings.sheets),
        products: listening('products', surroundings.products),
      });
      const needed = along(each.product, surroundings);
      for (const what of ['stock', 'swatches', 'products'] as const)
        expect([each.product.slug, what, [...asked[what]].filter((key) => !needed[what].has(key))]).toEqual([
          each.product.slug,
          what,
          [],
        ]);
      // Of what is wrong, left out or switched off, not all is asked: the demo has nothing of that.
      if (faults.length === 0 && surroundings.products.size > 10)
        expect([each.product.slug, 'drawn', [...needed.stock].filter((key) => !asked.stock.has(key))]).toEqual([
          each.product.slug,
          'drawn',
          [],
        ]);
    }
  });
});
