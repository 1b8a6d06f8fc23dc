import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Catalog } from '../catalog';
import { readCatalog } from '../exchange';
import { decimalSignOf, withPoint } from './grid';
import { type Grid, readSpreadsheet, type SpreadsheetKey, spreadsheetKeys, writeSpreadsheet } from './index';

const demo = ((): Catalog => {
  const { catalog } = readCatalog(readFileSync('demo/catalog.json', 'utf8'));
  if (!catalog) throw new Error('the demo has faults');
  return catalog;
})();

/** A spreadsheet with some cells changed, in the row whose first cells are given. */
function changed(key: SpreadsheetKey, name: readonly string[], cells: Readonly<Record<string, string>>): Grid {
  const { grid } = writeSpreadsheet(demo, key);
  const row = grid.findIndex((one) => name.every((cell, place) => one[place] === cell));
  if (row < 0) throw new Error(`no row ${name.join()}`);
  return grid.map((one, place) =>
    place === row ? one.map((cell, column) => cells[grid[0]?.[column] ?? ''] ?? cell) : one,
  );
}

const product = (catalog: Catalog, slug: string) => catalog.products.find((one) => one.slug === slug);
const messages = (grid: Grid) => readSpreadsheet(grid, demo).faults;

describe('a spreadsheet of a catalog', () => {
  it.each(spreadsheetKeys)('of %s comes back as it went out: nothing is changed, and nothing wrong', (key) => {
    const { grid } = writeSpreadsheet(demo, key);
    const back = readSpreadsheet(grid, demo);
    expect([back.kind, back.faults, back.notes]).toEqual([key, [], []]);
    const { products, sheets, stock, swatches, priceLists, drafts } = back.catalog;
    expect([products, sheets, stock, swatches, priceLists, drafts.products]).toEqual([[], [], [], [], [], []]);
  });

  it('changes what a cell says otherwise, and nothing beside it', () => {
    const read = readSpreadsheet(changed('products', ['smoker', ''], { Price: '43,5', Tags: 'brass; smoke' }), demo);
    expect(read.faults).toEqual([]);
    expect(read.catalog.products.map(({ slug }) => slug)).toEqual(['smoker']);
    expect(read.catalog.products[0]).toEqual({ ...product(demo, 'smoker'), price: '43.5', tags: ['brass', 'smoke'] });
  });

  it('gives a price from so many on, changes it, and takes it away where its cell is empty', () => {
    const first = readSpreadsheet(
      [
        ['Product', 'From', 'Price'],
        ['smoker', '25', '39'],
        ['smoker', '10', '40'],
      ],
      demo,
    );
    expect(first.catalog.products[0]?.breaks).toMatchObject({
      gives: 'price',
      steps: [
        { from: '10', value: '40' },
        { from: '25', value: '39' },
      ],
    });
    const shop = { ...demo, products: [...first.catalog.products] };
    const next = readSpreadsheet(
      [
        ['Product', 'From', 'Price'],
        ['smoker', '10.0', ''],
        ['smoker', '25', '38.5'],
      ],
      shop,
    );
    expect(next.catalog.products[0]?.breaks?.steps).toEqual([{ from: '25', value: '38.5' }]);
  });

  it('makes options, variants, parts, swatches and stock items that are not there', () => {
    const options = readSpreadsheet(
      [
        ['Product', 'Choice', 'Option', 'Title', 'Amount', 'SKU part'],
        ['bee-suit', 'size', '', 'Extra small', '-4', 'XS'],
      ],
      demo,
    );
    expect(options.faults).toEqual([]);
    const size = product(options.catalog, 'bee-suit')?.choices.find(({ key }) => key === 'size');
    expect(size?.kind === 'list' && size.options.at(-1)).toMatchObject({
      key: 'extra-small',
      title: 'Extra small',
      amount: { kind: 'fixed', value: '-4' },
      sku: 'XS',
    });
    const variants = readSpreadsheet(
      [
        ['Product', 'Variant', 'GTIN', 'On sale'],
        ['bee-suit', 'size=s cloth=moss', '4006381333931', 'no'],
      ],
      demo,
    );
    expect(product(variants.catalog, 'bee-suit')?.variants.at(-1)).toMatchObject({
      options: { size: 's', cloth: 'moss' },
      gtin: '4006381333931',
      onSale: false,
    });
    const parts = readSpreadsheet(
      [
        ['Product', 'Part', 'SKU', 'Usual', 'Most'],
        ['starter-kit', '', 'strap', '2', '4'],
      ],
      demo,
    );
    expect(product(parts.catalog, 'starter-kit')?.parts.at(-1)).toMatchObject({
      candidates: [{ product: 'hive-strap' }],
      quantity: { least: 1, usual: 2, most: 4 },
    });
    const swatches = readSpreadsheet(
      [
        ['Swatch', 'Name', 'Colours'],
        ['dusk', 'Dusk', 'navy / #abc'],
      ],
      demo,
    );
    expect(swatches.catalog.swatches).toMatchObject([{ key: 'dusk', name: 'Dusk', colours: ['#000080', '#aabbcc'] }]);
    const stock = readSpreadsheet(
      [
        ['Stock item', 'Title', 'Unit', 'Cost', 'On hand'],
        ['canvas', 'Canvas', 'm', '4,20', '12'],
      ],
      demo,
    );
    expect(stock.catalog.stock).toMatchObject([{ key: 'canvas', unit: 'm', cost: '4.20', onHand: '12' }]);
  });

  it('is a price of a list, and none where its cell is empty', () => {
    const list = readSpreadsheet(
      [
        ['List', 'Product', 'Of', 'Price'],
        ['trade', 'hexagon-jars', '', ''],
        ['trade', 'smoker', '', '39.90'],
      ],
      demo,
    );
    expect(list.faults).toEqual([]);
    expect(list.catalog.priceLists[0]?.prices.map(({ product: slug, price }) => [slug, price])).toEqual([
      ['smoker', '39.90'],
    ]);
  });

  it('leaves a product that is worked on to be published as it is, and changes what is worked on', () => {
    const smoker = product(demo, 'smoker');
    if (!smoker) throw new Error('no smoker');
    const draft = { ...smoker, title: 'Large smoker' };
    const shop = {
      ...demo,
      drafts: { ...demo.drafts, products: [{ of: 'smoker', definition: draft, archived: false }] },
    };
    const { catalog } = readSpreadsheet(
      [
        ['Product', 'Price'],
        ['smoker', '50'],
      ],
      shop,
    );
    expect(catalog.products).toEqual([smoker]);
    expect(catalog.drafts.products).toEqual([{ of: 'smoker', definition: { ...draft, price: '50' }, archived: false }]);
  });

  it('says what is wrong, in which row and column, and what would be right', () => {
    const head = ['Product', 'From', 'Title', 'Price'];
    expect(
      messages([
        head,
        ['smokr', '', '', '12'],
        ['smoker', '', 'Smoker', 'dear'],
        ['bee-suit', '', 'Bee suit', '-3'],
        ['hive-strap', '', 'Hive strap', '#REF!'],
        ['smoker', '', 'Smoker', '1'],
        ['hive-floor', '', 'x'.repeat(161), '34.50'],
        ['brood-box', '', '', '1/3'],
        ['brood-box', '1/3', '', '12'],
        ['crown-board', '', 'Crown board', '9'.repeat(200)],
      ]),
    ).toEqual([
      'Row 2: there is no product called “smokr” inside. “smoker” may be meant. Give a new one its Title.',
      'Row 3, Price: “dear” is not an amount. Write it like 12.50.',
      'Row 4, Price: “-3” is less than nothing.',
      'Row 5, Price: the spreadsheet has an error there (#REF!).',
      'Row 6: it is the same as row 3.',
      'Row 7, Title: it is longer than 160 characters.',
      'Row 8, Price: “1/3” is no decimal. Write it like 12.50.',
      'Row 9: “1/3” is no quantity from which a price can hold.',
      `Row 10, Price: “${'9'.repeat(30)}…” is too long for a number.`,
    ]);
    expect(
      messages([
        ['Product', 'Variant', 'On sale'],
        ['bee-suit', 'cloth=linen size=s', 'maybe'],
        ['bee-suit', 'size=s cloth=linen', 'yes'],
        ['bee-suit', 'size=s size=m', 'yes'],
      ]),
    ).toEqual([
      'Row 2, On sale: “maybe” is neither yes nor no.',
      'Row 3: it is the same as row 2.',
      'Row 4: “size=s size=m” is no variant. Write its options like size=m colour=slate.',
    ]);
    expect(
      messages([
        ['Stock item', 'Title', 'Unit', 'On hand'],
        ['canvas', 'Canvas', 'furlongs', '3'],
        ['felt', 'Felt', 'm', 'much'],
        ['Bad Key', 'Felt', 'm', '1'],
      ]),
    ).toEqual([
      'Row 2: “furlongs” is not a unit. Write pieces, m, m², kg, l and the like.',
      'Row 3: “much” is no quantity on hand. Write a number such as 12 or 2.5.',
      'Row 4: “Bad Key” can’t be an inside name. Use lower-case letters, digits and hyphens, a letter first.',
    ]);
    const many = Array.from({ length: 2_000 }, (_, row) => [`gone-${row}`, '1']);
    expect(messages([['Product', 'Price'], ...many])).toHaveLength(501);
    expect(messages([['Name', 'Cost']])[0]).toMatch(/^The first row must say which column is which\./);
    expect(messages([['Product', 'Price', 'price'], []])).toEqual(['The column “Price” is there twice.']);
  });

  it('tells what it does not read: columns that it has not, and cells that are told only', () => {
    const other = readSpreadsheet(
      [
        ['Stock item', 'Title', 'Shelf', 'On hand'],
        ['crown-board', 'Crown board', 'B4', '999'],
      ],
      demo,
    );
    expect(other.notes).toEqual([
      'The column “Shelf” is not read.',
      'Row 2, On hand: not changed from here, it stays “25”.',
    ]);
  });
});

describe('numbers in a spreadsheet', () => {
  it('have the decimal sign that any of them tells, and none where they differ', () => {
    expect(decimalSignOf(['1,234', '9,50'])).toBe(',');
    expect(decimalSignOf(['1.234', '1,234.5'])).toBe('.');
    expect(decimalSignOf(['1,234', '1.234', '7'])).toBeNull();
    expect(decimalSignOf(['9,50', '9.50'])).toBeNull();
    expect(['1.234,5', '1,5', '1 234,50', '12'].map((text) => withPoint(text, ','))).toEqual([
      '1234.5',
      '1.5',
      '1234.50',
      '12',
    ]);
    expect(['1,234.5', '1,234', '-0.5'].map((text) => withPoint(text, '.'))).toEqual(['1234.5', '1234', '-0.5']);
  });

  it('are what they were, however they are written', () => {
    const amount = fc.tuple(fc.integer({ min: 0, max: 9_999_999 }), fc.integer({ min: 0, max: 99 }));
    fc.assert(
      fc.property(
        amount,
        fc.constantFrom('.' as const, ',' as const),
        fc.boolean(),
        ([whole, cents], sign, grouped) => {
          const group = sign === '.' ? ',' : '.';
          const digits = grouped ? whole.toLocaleString('en-GB').replaceAll(',', group) : String(whole);
          const end = String(cents).padStart(2, '0');
          expect(withPoint(`${digits}${sign}${end}`, sign)).toBe(`${whole}.${end}`);
        },
      ),
    );
  });
});
