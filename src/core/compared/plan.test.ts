import { describe, expect, it } from 'vitest';
import { type Catalog, catalogSchema } from '../catalog';
import { thingLines } from '../words';
import { afterImport, type ClashWay, compareCatalogs, thingName, incoming, planImport } from '.';

const catalog = (more: object = {}): Catalog =>
  catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Bee works', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [{ key: 'twill', title: 'Twill', unit: 'm', onHand: '40' }],
    swatches: [{ key: 'linen', name: 'Linen', colours: ['#e8dcc0'] }],
    products: [SUIT],
    ...more,
  });
const SUIT = {
  slug: 'suit',
  title: 'Bee suit',
  sku: 'SUIT',
  price: '80',
  choices: [
    {
      kind: 'swatch',
      key: 'cloth',
      title: 'Cloth',
      options: [{ key: 'linen', title: 'Linen', swatch: 'linen' }],
    },
  ],
  draws: [{ kind: 'fixed', stock: 'twill', quantity: '3' }],
};

const told = (ours: Catalog, theirs: Catalog) => thingLines(planImport(ours, theirs));

/** What there is after a file has come in, with one way for some things. */
function after(ours: Catalog, theirs: Catalog, said: Readonly<Record<string, ClashWay>> = {}): Catalog {
  const ways = new Map<string, ClashWay>(
    planImport(ours, theirs).map((thing) => [
      thingName(thing),
      thing.what === 'same' ? 'ours' : (said[thingName(thing)] ?? 'theirs'),
    ]),
  );
  return afterImport(ours, incoming(ours, theirs, ways));
}

describe('what a file would do', () => {
  it('is nothing where it is what there is', () => {
    expect(told(catalog(), catalog())).toEqual([]);
    expect(compareCatalogs(catalog(), catalog())).toEqual([]);
  });

  it('names what is new and what changes, place by place', () => {
    const theirs = catalog({
      products: [
        { ...SUIT, price: '84' },
        { slug: 'veil', title: 'Veil', sku: 'VEIL' },
      ],
    });
    expect(told(catalog(), theirs)).toEqual([
      'Products',
      '  changed: Bee suit (suit)',
      '    price: 80 → 84',
      '  new: Veil (veil)',
    ]);
    expect(after(catalog(), theirs).products.map(({ slug, price }) => [slug, price])).toEqual([
      ['suit', '84'],
      ['veil', null],
    ]);
  });

  it('leaves alone what the file doesn’t have, and what is on hand', () => {
    const theirs = catalog({ products: [], stock: [{ key: 'twill', title: 'Cotton twill', unit: 'm', onHand: '2' }] });
    const result = after(catalog(), theirs);
    expect(result.products).toHaveLength(1);
    expect(result.stock).toMatchObject([{ title: 'Cotton twill', onHand: '40' }]);
    expect(told(catalog(), catalog({ stock: [{ key: 'twill', title: 'Twill', unit: 'm', onHand: '2' }] }))).toEqual([]);
  });

  it('asks where something else has the name: another unit, another title and SKU, another shop', () => {
    const theirs = catalog({
      shop: { name: 'Candle barn', currency: 'GBP' },
      stock: [{ key: 'twill', title: 'Twill', unit: '1' }],
      products: [{ ...SUIT, title: 'Diving suit', sku: 'DIVE' }],
    });
    expect(planImport(catalog(), theirs).map(({ list, what }) => [list, what])).toEqual([
      ['shop', 'clash'],
      ['stock', 'clash'],
      ['swatches', 'same'],
      ['products', 'clash'],
    ]);
  });

  it('keeps both under another name, wherever the file names it', () => {
    const theirs = catalog({
      stock: [{ key: 'twill', title: 'Steel', unit: '1', onHand: '5' }],
      swatches: [{ key: 'linen', name: 'Deep sea', colours: ['#003355'] }],
      products: [{ ...SUIT, title: 'Diving suit', sku: 'DIVE' }],
      priceLists: [{ key: 'autumn', title: 'Autumn', prices: [{ product: 'suit', price: '70' }] }],
    });
    const both = { 'stock:twill': 'both', 'swatches:linen': 'both', 'products:suit': 'both' } as const;
    const result = after(catalog(), theirs, both);
    expect(result.products.map(({ slug, title }) => [slug, title])).toEqual([
      ['suit', 'Bee suit'],
      ['suit-2', 'Diving suit'],
    ]);
    expect(result.products[1]?.draws).toMatchObject([{ stock: 'twill-2' }]);
    expect(result.products[1]?.choices).toMatchObject([{ options: [{ swatch: 'linen-2' }] }]);
    expect(result.priceLists[0]?.prices).toMatchObject([{ product: 'suit-2' }]);
    expect(result.stock.map(({ key, title }) => [key, title])).toEqual([
      ['twill', 'Twill'],
      ['twill-2', 'Steel'],
    ]);
  });

  it('keeps ours where that was said, and settings of its own where the file is a part of a shop', () => {
    const theirs = catalog({
      whole: false,
      shop: { name: 'Other', currency: 'EUR' },
      products: [{ ...SUIT, price: '84' }],
    });
    expect(planImport(catalog(), theirs).some(({ list }) => list === 'shop')).toBe(false);
    const result = after(catalog(), theirs, { 'products:suit': 'ours' });
    expect([result.shop.name, result.products[0]?.price]).toEqual(['Bee works', '80']);
  });

  it('tells a draft from what customers have', () => {
    const theirs = catalog({ drafts: { products: [{ of: 'suit', definition: { ...SUIT, price: '99' } }] } });
    expect(told(catalog(), theirs)).toEqual(['Products', '  changed: Bee suit (suit)', '    draft, price: 80 → 99']);
    const result = after(catalog(), theirs);
    expect([result.products[0]?.price, result.drafts.products[0]?.definition.price]).toEqual(['80', '99']);
  });

  it('leaves in the shop what is only a draft in the file', () => {
    const theirs = catalog({ products: [], drafts: { products: [{ definition: { ...SUIT, price: '99' } }] } });
    expect(told(catalog(), theirs)).toEqual([
      'Products',
      '  changed: Bee suit (suit)',
      '    state: “published” → “draft”',
      '    price: 80 → 99',
    ]);
    expect(after(catalog(), theirs).products[0]?.price).toBe('80');
  });

  it('keeps two drafts apart that want one address', () => {
    const draft = { definition: { slug: 'new', title: 'One', sku: '' } };
    const both = catalog({ drafts: { products: [draft, { definition: { ...draft.definition, title: 'Two' } }] } });
    expect(after(catalog({ products: [] }), both).drafts.products.map(({ definition }) => definition.title)).toEqual([
      'One',
      'Two',
    ]);
  });
});
