import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Catalog, catalogSchema, type Product } from '../catalog';
import { afterImport, incoming } from '../compared';
import { compile } from '../compile';
import { importFaults, surroundingsOf } from '../exchange';
import { resolve } from '../run';
import { type Grid } from '../spreadsheet';
import { columnUses, guessMapping, type ListMapping, listMappingSchema, looksLikeList, readSupplierList } from '.';

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

  it('that has one product of the shop under two names says nothing of the other’s rows', () => {
    const catalog = brought(EMPTY, SUITS);
    const parted = SUITS.map((row) => (row[3] === 'Moss' ? row.with(0, '11').with(1, `Green suit ${row[4]}`) : row));
    const { faults, notes, products } = read(parted, catalog, { gone: 'offSale' });
    expect([faults, notes, products.map(({ known, rows }) => [known, rows])]).toEqual([[], [], [['bee-suit', 6]]]);
  });

  it('that has a variant of the shop twice says in which rows', () => {
    const catalog = brought(EMPTY, SUITS);
    const twice = [...SUITS, suit('White', 'XXL', '95').with(2, 'LM-10-WH-S')];
    expect(read(twice, catalog).faults).toEqual([
      'Row 8: it is the same variant of Bee suit as row 3 in the shop. Correct its SKU or GTIN, or remove one.',
    ]);
  });

  it('changes the price of variants that leave a choice out, too', () => {
    const catalog = brought(EMPTY, SUITS);
    const product = only(catalog);
    const [colour] = product.choices;
    if (colour) colour.required = false;
    for (const variant of product.variants) if (variant.options.colour === 'moss') delete variant.options.colour;
    const known = { 'LM-10-S': '89.00', 'LM-10-M': '89.00', 'LM-10-XL': '93.00' };
    expect(sold(catalog)).toMatchObject(known);
    const grid = [HEAD, ...Object.keys(known).map((sku) => suit('', sku.slice(6), '70').with(2, sku))];
    expect(sold(brought(catalog, grid))).toMatchObject({
      'LM-10-S': '70.00',
      'LM-10-XL': '70.00',
      'LM-10-WH-XL': '93.00',
    });
  });

  it('tells what of prices it leaves as it is', () => {
    const dearer = SUITS.map((row, place) => (place === 0 ? row : row.with(5, '99,00')));
    const noteOf = (change: object) => {
      const catalog = brought(EMPTY, SUITS);
      Object.assign(only(catalog), change);
      return read(dearer, catalog).notes;
    };
    const breaks = { counting: 'allUnits', over: 'pieces', across: 'line', together: '', gives: 'price' };
    expect(noteOf({ breaks: { ...breaks, steps: [{ from: '10', value: '80' }] } })).toEqual([
      'Bee suit: what it costs from so many on stays as it is. Look whether that is still right.',
    ]);
    const formula = { key: 'price', title: 'Price', serves: { kind: 'base' }, text: '20' };
    expect(noteOf({ formulas: [formula] })).toEqual([
      'Bee suit: its prices are made in another way than base price and amounts, and stay as they are.',
    ]);
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

  it('says what becomes of numbers that can’t be SKUs, once, and knows them again', () => {
    const grid = SUITS.map((row, place) => (place === 0 ? row : row.with(2, `10 ${place}/a`)));
    const { notes } = read(grid);
    expect(notes).toEqual([
      'Row 2, Art. no.: “10 1/a” can’t be an SKU, and becomes “10-1/a”; so do 5 more. SKUs have letters, digits, points, hyphens and slashes, at most 40.',
    ]);
    const catalog = brought(EMPTY, grid);
    expect(only(read(grid, catalog).catalog)).toEqual(only(catalog));
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

  it('is read or refused in words, whatever stands in it', () => {
    const head = fc.oneof(
      fc.constantFrom(
        'Name',
        'Style',
        'Size',
        'Colour',
        'SKU',
        'EAN',
        'Price',
        'Was price',
        'Cost',
        'Stock',
        'Tags',
        '',
      ),
      fc.string({ unit: 'grapheme', maxLength: 12 }),
    );
    const cell = fc.oneof(
      fc.constantFrom(
        '',
        'S',
        'XL',
        '7',
        '9.50',
        '1,234',
        '-1',
        '1/3',
        '4006381333931',
        '__proto__',
        'a;b,c',
        'x'.repeat(400),
      ),
      fc.string({ unit: 'grapheme', maxLength: 20 }),
    );
    const use = fc.constantFrom(...columnUses);
    fc.assert(
      fc.property(
        fc
          .array(head, { minLength: 1, maxLength: 8 })
          .chain((heads) =>
            fc.tuple(
              fc.constant(heads),
              fc.array(fc.array(cell, { minLength: heads.length, maxLength: heads.length }), { maxLength: 12 }),
              fc.array(use, { minLength: heads.length, maxLength: heads.length }),
              fc.constantFrom('amounts' as const, 'variants' as const),
            ),
          ),
        ([heads, rows, uses, prices]) => {
          const grid = [heads, ...rows];
          const guessed = guessMapping(grid);
          const columns = guessed.columns.map((column, place) => ({ ...column, use: uses[place] ?? column.use }));
          for (const mapping of [guessed, listMappingSchema.parse({ ...guessed, columns, prices })]) {
            const { catalog, faults } = readSupplierList(grid, mapping, EMPTY);
            expect(faults.every((fault) => fault.length < 500)).toBe(true);
            expect(catalogSchema.safeParse(catalog).error?.issues).toBeUndefined();
          }
        },
      ),
      { numRuns: 150 },
    );
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
          const wanted = (grid: Grid) =>
            Object.fromEntries(grid.slice(1).map((row) => [row[2]?.replace(' ', '-') ?? '', row[5] ?? '']));
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
