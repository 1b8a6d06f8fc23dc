import { describe, expect, it } from 'vitest';
import { readProductList } from '.';

const read = (text: string) => readProductList(text, ['HAT']).map(({ product, fault }) => product ?? fault);

describe('a pasted list of products', () => {
  it('has name, SKU, price and category in this order, of which only the name must be there', () => {
    expect(read('Veil, long\tVEIL-L\t18.50\tClothing\n\nSmoker, small\n')).toEqual([
      { title: 'Veil, long', sku: 'VEIL-L', price: '18.5', category: 'Clothing' },
      { title: 'Smoker, small', sku: 'SMOKER-SMALL', price: null, category: null },
    ]);
  });

  it('stands in the order of its headings, and passes over what is not known', () => {
    expect(read('Category;Weight;Price;Name\nClothing;3;12;Gloves')).toEqual([
      { title: 'Gloves', sku: 'GLOVES', price: '12', category: 'Clothing' },
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
