import { describe, expect, it } from 'vitest';
import { shopOf, list, fixed } from '../../../tests/fixtures/shop-of';
import { thingsOf } from '../price-lists';
import { addressesInTable, cellsThatChange, readPriceTable, withPrice, writePriceTable } from './price-table';

const { catalog, surroundings } = shopOf(
  [
    {
      title: 'Bee suit',
      choices: [
        list('size', ['s', 'l'], { required: true, stocked: true }),
        list('veil', [], { options: [{ key: 'round', title: 'Round', amount: fixed('12') }] }),
      ],
      variants: [
        { options: { size: 's' }, stock: 'body' },
        { options: { size: 'l' }, price: '130', stock: 'trim' },
      ],
    },
    { slug: 'q', title: 'Quill', price: '5' },
  ],
  {
    lists: [
      { key: 'trade', title: 'Trade', prices: [{ product: 'p', price: '82.50' }] },
      { key: 'sale', title: 'Winter sale', prices: [] },
    ],
  },
);
const products = [...surroundings.products.values()].map((product) => ({
  slug: product.slug,
  title: product.title,
  things: thingsOf(product),
}));
const lists = catalog.priceLists;
const byAddress = new Map(products.map((product) => [product.slug, product]));
const read = (text: string) =>
  cellsThatChange(readPriceTable(text, byAddress, lists), lists).map(
    ({ list: key, title, price, fault }) => fault || [key, title, price],
  );

describe('a table of prices', () => {
  it('is written for a spreadsheet, and comes back without a change', () => {
    const table = writePriceTable(products, lists);
    expect(table.split('\n').slice(0, 5)).toEqual([
      'Product\tOf\tWhat\tUsual\tTrade\tWinter sale',
      'p\t\tBee suit\t100\t82.50\t',
      'p\tsize=s\tBee suit: S\t\t\t',
      'p\tsize=l\tBee suit: L\t130\t\t',
      'p\tveil:round\tBee suit: VEIL: Round\t12\t\t',
    ]);
    expect(read(table)).toEqual([]);
  });

  it('names prices, changes them, and takes them away where the cell is empty; columns that are missing stay', () => {
    expect(read('product;Of;trade\np;;80,25\np;size=l;\np;veil:round;-2\nq;;4.50')).toEqual([
      ['trade', 'Bee suit', '80.25'],
      ['trade', 'Bee suit: VEIL: Round', '-2'],
      ['trade', 'Quill', '4.5'],
    ]);
    expect(read('Product\tOf\tTrade\tWinter sale\np\t\t\t70')).toEqual([
      ['trade', 'Bee suit', null],
      ['sale', 'Bee suit', '70'],
    ]);
    expect(read('Product\tTrade\np\t82.5')).toEqual([]);
  });

  it('says which products it is about, to be looked up', () => {
    expect(addressesInTable('Trade;PRODUCT\n1;p\n2;q\n\n3;p')).toEqual(['p', 'q', '']);
    expect(addressesInTable('What\tTrade\np\t1')).toEqual([]);
    expect(addressesInTable('')).toEqual([]);
  });

  it('says what can’t be read, and where', () => {
    expect(read('')).toEqual([]);
    expect(read('What\tTrade\np\t1')[0]).toContain('“Product” above the addresses');
    expect(read('Product\tRetail\np\t1')[0]).toContain('No column has the name of a list');
    expect(read('Product\tOf\tTrade\nx\t\t1\np\tsize=xl\t1\np\t\tfree\nq\t\t-1')).toEqual([
      'There is no product at the address “x”.',
      'Bee suit has nothing called “size=xl” with a price.',
      '“free” is not an amount. Write it like 12.50.',
      '“-1” is no price in Trade. Write it like 12.50.',
    ]);
  });

  it('is taken over price by price; tables of what more costs stay', () => {
    const breaks = {
      counting: 'allUnits',
      over: 'pieces',
      across: 'line',
      together: '',
      gives: 'price',
      steps: [],
    } as const;
    const had = [{ product: 'p', of: { kind: 'product' } as const, price: '1', breaks: { ...breaks, steps: [] } }];
    expect(withPrice(had, 'p', { kind: 'product' }, '2')).toMatchObject([{ price: '2', breaks }]);
    expect(withPrice(had, 'q', { kind: 'product' }, '3')).toHaveLength(2);
    expect(withPrice(had, 'p', { kind: 'product' }, null)).toEqual([]);
  });
});
