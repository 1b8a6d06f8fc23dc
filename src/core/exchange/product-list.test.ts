import { describe, expect, it } from 'vitest';
import { readProductList } from '.';

const NOTHING_OF_STOCK = { stock: null, notCounted: null };
const read = (text: string) => readProductList(text, ['HAT']).map(({ product, fault }) => product ?? fault);

describe('a pasted list of products', () => {
  it('has name, SKU, price and category in this order, of which only the name must be there', () => {
    expect(read('Veil, long\tVEIL-L\t18.50\tClothing\n\nSmoker, small\n')).toEqual([
      { title: 'Veil, long', sku: 'VEIL-L', price: '18.5', category: 'Clothing', ...NOTHING_OF_STOCK },
      { title: 'Smoker, small', sku: 'SMOKER-SMALL', price: null, category: null, ...NOTHING_OF_STOCK },
    ]);
  });

  it('stands in the order of its headings, and passes over what is not known', () => {
    expect(read('Category;Weight;Price;Name\nClothing;3;12;Gloves')).toEqual([
      { title: 'Gloves', sku: 'GLOVES', price: '12', category: 'Clothing', ...NOTHING_OF_STOCK },
    ]);
  });

  it('says how many there are and what one costs, or why it is not counted', () => {
    const supplies = (text: string) =>
      readProductList(text, []).map(({ product, fault }) => (product ? [product.stock, product.notCounted] : [fault]));
    expect(
      supplies('Veil;V;18;Clothing;24;7,25\nHat;H;9;;0\nFitting;F;30;;Made to order\nRepair;R;5;;service\nBag;B'),
    ).toEqual([
      [{ onHand: '24', cost: '7.25' }, null],
      [{ onHand: '0', cost: null }, null],
      [null, 'madeToOrder'],
      [null, 'service'],
      [null, null],
    ]);
    expect(supplies('Name;On hand;Cost\nVeil;many;3\nHat;;3\nCap;-1;\nBag;service;3')).toEqual([
      ['“many” is not what is on hand. Enter a number, “made to order” or “service”.'],
      ['A cost is kept with what is counted: enter how many there are, 0 where there is none.'],
      ['“-1” is not what is on hand. Enter a number, “made to order” or “service”.'],
      ['A cost is kept with what is counted: enter how many there are, 0 where there is none.'],
    ]);
  });

  it.each([
    [';X1;3', 'It has no name.'],
    ['Hat;hat;3', 'The SKU “hat” is taken.'],
    ['Veil;A B;3', '“A B” is no SKU: letters, digits, points, hyphens and slashes, at most 40.'],
    ['Veil;V;cheap', '“cheap” is not an amount. Write it like 12.50.'],
    ['Veil;V;£3', '“£3” is in another currency. Write the number alone, like 12.50.'],
    ['Veil;V;-3', 'A price can’t be less than nothing.'],
    [`${'x'.repeat(161)};V`, 'The name has 161 characters; there is room for 160.'],
  ])('says what is wrong with %s', (line, fault) => expect(read(line)).toEqual([fault]));

  it('finds an SKU that stands in it twice', () => {
    expect(read('Veil;V\nVeil, short;v')).toEqual([expect.objectContaining({ sku: 'V' }), 'The SKU “v” is taken.']);
  });
});
