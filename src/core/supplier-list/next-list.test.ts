import { describe, expect, it } from 'vitest';
import { brought, EMPTY, HEAD, only, read, sold, suit, SUITS } from '../../../tests/support/supplier-list';

describe('the next list of a supplier', () => {
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
});
