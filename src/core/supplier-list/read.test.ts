import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Catalog, catalogSchema, type Product } from '../catalog';
import { afterImport, incoming } from '../compared';
import { compile } from '../compile';
import { importFaults, surroundingsOf } from '../exchange';
import { resolve } from '../run';
import { type Grid } from '../spreadsheet';
import { guessMapping, type ListMapping, looksLikeList, readSupplierList } from '.';

const EMPTY = catalogSchema.parse({
  format: 'oak-knot/catalog',
  version: 2,
  shop: { name: 'Bee Works', currency: 'EUR' },
  swatches: [{ key: 'moss', name: 'Moss', colours: ['#556b2f'] }],
});

const HEAD = ['Style', 'Name', 'Art. no.', 'Colour', 'Size', 'RRP', 'Stock'];
const suit = (colour: string, size: string, price: string, stock = '3') => [
  '10',
  `Bee suit ${colour} ${size}`,
  `LM-10-${colour.slice(0, 2).toUpperCase()}-${size}`,
  colour,
  size,
  price,
  stock,
];
const SUITS: Grid = [
  HEAD,
  ...['White', 'Moss'].flatMap((colour) =>
    ['XL', 'S', 'M'].map((size) => suit(colour, size, size === 'XL' ? '93,00' : '89,00')),
  ),
];

const read = (grid: Grid, catalog: Catalog = EMPTY, said: Partial<ListMapping> = {}) =>
  readSupplierList(grid, { ...guessMapping(grid), supplier: 'Linden Mill', ...said }, catalog);

/** The catalog with what a list brings, as if everything were published. */
function brought(catalog: Catalog, grid: Grid, said: Partial<ListMapping> = {}): Catalog {
  const { catalog: part, faults } = read(grid, catalog, said);
  expect(faults).toEqual([]);
  const after = afterImport(catalog, incoming(catalog, part, new Map()));
  expect(importFaults(catalog, after, part)).toEqual([]);
  const drafts = after.drafts.products.map(({ definition }) => definition);
  return { ...after, products: [...after.products, ...drafts], drafts: { products: [], sheets: [] } };
}

const only = ({ products }: Catalog): Product => {
  const [product] = products;
  if (!product || products.length > 1) throw new Error(`${products.length} products`);
  return product;
};

/** What each variant costs and is called when it is bought. */
function sold(catalog: Catalog, product = only(catalog)): Record<string, string> {
  const program = compile(product, surroundingsOf(catalog));
  return Object.fromEntries(
    product.variants
      .filter(({ onSale }) => onSale)
      .map(({ options }) => {
        const { item, unitPrice } = resolve(program, { answers: options }, { stock: null, today: '2027-03-01' });
        return [item.sku ?? '', unitPrice?.toFixed(2) ?? ''];
      }),
  );
}

describe('a supplier’s list', () => {
  it('becomes a product with choices, amounts, SKUs put together, stock and colours', () => {
    const catalog = brought(EMPTY, SUITS);
    const product = only(catalog);
    expect(product).toMatchObject({
      slug: 'bee-suit',
      title: 'Bee suit',
      sku: 'LM-10',
      price: '89.00',
      supplier: 'Linden Mill',
    });
    expect(product.choices).toMatchObject([
      {
        kind: 'swatch',
        title: 'Colour',
        options: [
          { title: 'White', sku: 'WH' },
          { title: 'Moss', swatch: 'moss' },
        ],
      },
      {
        kind: 'list',
        title: 'Size',
        stocked: true,
        options: [
          { title: 'S', amount: null },
          { title: 'M', amount: null },
          { title: 'XL', amount: { kind: 'fixed', value: '4.00' } },
        ],
      },
    ]);
    expect(catalog.stock).toHaveLength(6);
    expect(sold(catalog)).toEqual({
      'LM-10-WH-S': '89.00',
      'LM-10-WH-M': '89.00',
      'LM-10-WH-XL': '93.00',
      'LM-10-MO-S': '89.00',
      'LM-10-MO-M': '89.00',
      'LM-10-MO-XL': '93.00',
    });
  });

  it('says nothing new the second time', () => {
    const catalog = brought(EMPTY, SUITS);
    const again = read(SUITS, catalog);
    expect([again.faults, again.notes]).toEqual([[], []]);
    expect(again.catalog.stock).toEqual([]);
    expect(only(again.catalog)).toEqual(only(catalog));
    expect(again.products).toMatchObject([{ known: 'bee-suit', rows: 6, prices: null }]);
  });

  it('with other prices changes base and amounts, and leaves alone what else the product says', () => {
    const catalog = brought(EMPTY, SUITS);
    const product = only(catalog);
    product.title = 'Our bee suit';
    product.description = 'Linen.';
    const dearer = SUITS.map((row, place) => (place === 0 ? row : row.with(5, row[4] === 'XL' ? '97,50' : '91,00')));
    const after = only(brought(catalog, dearer));
    expect(after).toMatchObject({ title: 'Our bee suit', description: 'Linen.', price: '91.00' });
    expect(after.choices[1]).toMatchObject({ options: [{}, {}, { amount: { value: '6.50' } }] });
    expect(after.variants.every(({ price }) => price === null)).toBe(true);
  });

  it('with one odd price gives that variant its own, and takes it back', () => {
    const catalog = brought(EMPTY, SUITS);
    const odd = SUITS.map((row) => (row[2] === 'LM-10-MO-XL' ? row.with(5, '80,00') : row));
    const changed = brought(catalog, odd);
    expect(sold(changed)).toMatchObject({ 'LM-10-MO-XL': '80.00', 'LM-10-WH-XL': '93.00', 'LM-10-MO-M': '89.00' });
    expect(only(brought(changed, SUITS))).toEqual(only(catalog));
  });

  it('with new rows adds options and variants; rows that are gone stay, or go off sale', () => {
    const catalog = brought(EMPTY, SUITS);
    const next = [...SUITS.filter((row) => row[4] !== 'S'), suit('White', 'XXL', '95,00')];
    const { notes } = read(next, catalog);
    expect(notes).toEqual(['Bee suit: 2 variants that the shop has are not in the list, and stay on sale.']);
    const after = brought(catalog, next, { gone: 'offSale' });
    expect(Object.keys(sold(after)).sort()).toEqual(
      ['LM-10-MO-M', 'LM-10-MO-XL', 'LM-10-WH-M', 'LM-10-WH-XL', 'LM-10-WH-XXL'].sort(),
    );
    expect(sold(after)['LM-10-WH-XXL']).toBe('95.00');
    expect(after.stock).toHaveLength(7);
  });

  it('of what is only a finish makes options, and no variants', () => {
    const grid: Grid = [
      ['Product', 'Finish', 'Price'],
      ['Hive stand', 'Raw', '40.00'],
      ['Hive stand', 'Oiled', '46.00'],
      ['Smoker hook', '', '4.50'],
    ];
    const { catalog, faults } = read(grid);
    expect(faults).toEqual([]);
    const [stand, hook] = catalog.drafts.products.map(({ definition }) => definition);
    expect(stand).toMatchObject({
      variants: [],
      notCounted: 'madeToOrder',
      price: '40.00',
      choices: [{ stocked: false }],
    });
    expect(hook).toMatchObject({ choices: [], price: '4.50', title: 'Smoker hook' });
  });

  it('whose names hold everything is taken apart', () => {
    const grid: Grid = [
      ['Item', 'EAN', 'Price'],
      ['Round veil - Black - S', '4006381333931', '21.00'],
      ['Round veil - Black - L', '4012345678901', '21.00'],
      ['Round veil - White - S', '96385074', '21.00'],
      ['Gloves - Cow - L', '', '15.00'],
    ];
    const mapping = guessMapping(grid);
    expect(mapping.split).toEqual({ head: 'Item', separator: ' - ' });
    expect(mapping.columns.filter(({ use }) => use === 'choice').map(({ title }) => title)).toEqual(['Colour', 'Size']);
    const { products, faults } = read(grid);
    expect(faults).toEqual([]);
    expect(products.map(({ title, combinations, rows }) => [title, rows, combinations])).toEqual([
      ['Round veil', 3, 4],
      ['Gloves', 1, 1],
    ]);
  });

  it.each([
    ['a price that is none', [HEAD, suit('White', 'S', 'on request')], 'Row 2, RRP: “on request” is not an amount.'],
    ['no price', [HEAD, suit('White', 'S', ''), suit('Moss', 'S', '4')], 'Row 2, RRP: there is no price.'],
    ['a price less than nothing', [HEAD, suit('White', 'S', '-4')], 'Row 2, RRP: “-4” is less than nothing.'],
    [
      'the same row twice',
      [HEAD, suit('White', 'S', '4'), suit('White', 'S', '5')],
      'Row 3: it is the same as row 2: Bee suit',
    ],
    [
      'a size missing',
      [HEAD, suit('White', 'S', '4'), suit('Moss', 'M', '4'), suit('Moss', 'S', '4').with(4, '')],
      'Row 4, Size: it is empty, and other rows of Bee suit have one.',
    ],
  ])('with %s says where', (_, grid, fault) => {
    expect(read(grid).faults.some((message) => message.startsWith(fault))).toBe(true);
  });

  it('calls options as they are said to be called, and an empty cell, too', () => {
    const grid = [
      HEAD,
      suit('White', 'S', '4'),
      suit('Moss', 'S', '4'),
      suit('Moss', 'S', '4').with(4, '').with(2, 'X1'),
    ];
    const mapping = guessMapping(grid);
    const columns = mapping.columns.map((column) =>
      column.head === 'Size' ? { ...column, title: 'Fit', words: { S: 'Small', '': 'One size' } } : column,
    );
    const product = only(brought(EMPTY, grid, { columns }));
    expect(product.choices).toMatchObject([{}, { title: 'Fit', options: [{ title: 'Small' }, { title: 'One size' }] }]);
  });

  it('is told from the shop’s own spreadsheets', () => {
    expect(looksLikeList(SUITS)).toBe(true);
    expect(
      looksLikeList([
        ['Product', 'Price'],
        ['bee-suit', '12'],
        ['veil', '13'],
      ]),
    ).toBe(false);
    expect(
      looksLikeList([
        ['Product', 'Price'],
        ['Bee suit, S', '12'],
        ['Round veil', '13'],
      ]),
    ).toBe(true);
  });

  const sizes = fc.uniqueArray(fc.constantFrom('S', 'M', 'L', 'XL', '3XL', 'Junior', '7', '10 cm'), { minLength: 1 });
  const colours = fc.uniqueArray(fc.constantFrom('White', 'Moss', 'Navy', 'Ash', 'Amber'), { minLength: 1 });
  const cents = fc.integer({ min: 1, max: 9999 });

  it('sells every row at its price, whatever these are, and again with those of the next list', () => {
    fc.assert(
      fc.property(
        sizes,
        colours,
        fc.infiniteStream(cents),
        fc.infiniteStream(fc.nat(5)),
        (some, others, prices, there) => {
          const pairs = others.flatMap((colour) => some.map((size) => [colour, size] as const));
          const made = pairs.filter((_, place) => place < 2 || there.next().value !== 0);
          const listOf = () => {
            const rows = made.map(([colour, size]) =>
              suit(colour, size, ((prices.next().value ?? 0) / 100).toFixed(2)),
            );
            return [HEAD, ...rows];
          };
          const [first, second] = [listOf(), listOf()];
          const wanted = (grid: Grid) => Object.fromEntries(grid.slice(1).map((row) => [row[2] ?? '', row[5] ?? '']));
          const skuKnown = made.length > 1;
          const catalog = brought(EMPTY, first);
          if (skuKnown && only(catalog).variants.length > 0) {
            expect(sold(catalog)).toEqual(wanted(first));
            expect(sold(brought(catalog, second))).toEqual(wanted(second));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
