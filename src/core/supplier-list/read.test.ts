import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogSchema } from '../catalog';
import { type Grid } from '../spreadsheet';
import { brought, EMPTY, HEAD, only, read, sold, suit, SUITS } from '../../../tests/support/supplier-list';
import { columnUses, guessMapping, listMappingSchema, looksLikeList, readSupplierList } from '.';

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

  it('brings in what rows cost before, and tells what of it is no higher, and GTINs that have no place', () => {
    const head = ['Name', 'SKU', 'Size', 'Price', 'Was price', 'EAN'];
    const grid = [
      head,
      ['Veil', 'V-S', 'S', '9', '12', '4006381333931'],
      ['Veil', 'V-L', 'L', '10', '10', ''],
      ['Net', 'N', '', '5', '6', '96385074'],
    ];
    expect(read(grid).notes).toEqual([
      'Row 3: a was-price that is no higher than the price is left out.',
      'Row 4: the GTIN is left out, as only variants have one, and the product has no choices.',
    ]);
    const catalog = brought(EMPTY, grid, { stock: 'counted', category: 'Clothing' });
    const [veil, net] = catalog.products;
    expect([veil?.variants.map(({ wasPrice }) => wasPrice), net?.wasPrice]).toEqual([['12.00', null], '6.00']);
    const next = brought(catalog, [
      head,
      ['Veil', 'V-L', 'L', '10', '15', ''],
      ['Net', 'N', '', '5', '7', ''],
    ]).products;
    // The amount of L is in both.
    expect([next[0]?.variants.map(({ wasPrice }) => wasPrice), next[1]?.wasPrice]).toEqual([
      ['12.00', '14.00'],
      '7.00',
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
