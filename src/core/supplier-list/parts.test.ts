import { describe, expect, it } from 'vitest';
import { ordered } from './sizes';
import { findSkuParts, productSku } from './skus';
import { tableOf } from './table';

const bySize = (...values: string[]) => ordered(values, 'size', (value) => value);

describe('sizes', () => {
  it.each([
    [
      ['XL', 'S', 'XXL', 'M', 'XS', 'L'],
      ['XS', 'S', 'M', 'L', 'XL', 'XXL'],
    ],
    [
      ['3XL', '2XL', 'XXXS', 'L'],
      ['XXXS', 'L', '2XL', '3XL'],
    ],
    [
      ['Large', 'small', 'Medium', 'X-Large', 'extra small'],
      ['extra small', 'small', 'Medium', 'Large', 'X-Large'],
    ],
    [
      ['M/L', 'XS/S', 'S/M'],
      ['XS/S', 'S/M', 'M/L'],
    ],
    [
      ['10', '9', '7½', '7'],
      ['7', '7½', '9', '10'],
    ],
    [
      ['1 l', '500 ml', '2 l', '250 ml'],
      ['250 ml', '500 ml', '1 l', '2 l'],
    ],
    [
      ['1 m', '30 cm', '500 mm'],
      ['30 cm', '500 mm', '1 m'],
    ],
    [
      ['40 x 60 cm', '40 x 40 cm', '30 x 90 cm'],
      ['30 x 90 cm', '40 x 40 cm', '40 x 60 cm'],
    ],
    [
      ['38/40', '36/38', '34/36'],
      ['34/36', '36/38', '38/40'],
    ],
    [
      ['12 frames', '5 frames'],
      ['5 frames', '12 frames'],
    ],
  ])('%j stand as %j', (found, wanted) => expect(bySize(...found)).toEqual(wanted));

  it('are left as found where one is none, or they measure different things', () => {
    expect(bySize('L', 'S', 'Junior')).toEqual(['L', 'S', 'Junior']);
    expect(bySize('5 kg', '2 l', '1 l')).toEqual(['5 kg', '2 l', '1 l']);
    expect(ordered(['b', 'Ä', 'a', 'Z'], 'title', (value) => value)).toEqual(['Ä', 'a', 'b', 'Z']);
  });
});

describe('SKUs that are put together', () => {
  const row = (sku: string, ...options: number[]) => ({ sku, options });

  it('are found with a part for each option', () => {
    expect(
      findSkuParts([row('AF-10-S-WH', 0, 0), row('AF-10-M-WH', 1, 0), row('AF-10-S-BK', 0, 1)], [2, 2], '-'),
    ).toEqual({
      product: 'AF-10',
      parts: [
        ['S', 'M'],
        ['WH', 'BK'],
      ],
    });
  });

  it.each([
    ['say two things of an option', [row('A-S-W', 0, 0), row('A-S-X', 1, 0)]],
    ['begin with different products', [row('A-S-W', 0, 0), row('B-M-W', 1, 0)]],
    ['say the same of two options', [row('A-S-W', 0, 0), row('A-S-W', 1, 0)]],
    ['are numbers', [row('10017', 0, 0), row('10018', 1, 0)]],
  ])('are none where they %s', (_, rows) => expect(findSkuParts(rows, [2, 1], '-')).toBeNull());

  it('begin with the number of a product, else with what all have in common, else with its title', () => {
    const taken = new Set(['bee-suit']);
    expect(productSku('LM 10', ['AB-1', 'AB-2'], 'Bee suit', taken)).toBe('AB');
    expect(productSku('', ['17', '28'], 'Bee suit', taken)).toBe('BEE-SUIT-2');
    expect(productSku('', ['17', '28'], 'Épée', taken)).toBe('EPEE');
  });
});

describe('the headings of a list', () => {
  it('are the first row that is filled like most', () => {
    const { heads, rows, skipped } = tableOf([
      ['Prices of Linden Mill', ''],
      [],
      ['Item', 'Size', 'Size', ''],
      ['Veil', 'S', '1', 'x'],
      ['GLOVES'],
      ['Item', 'Size', 'Size', ''],
      ['Gloves', 'M', '2', ''],
    ]);
    expect(heads).toEqual(['Item', 'Size', 'Size 2', 'Column 4']);
    expect(rows.map(({ number, cells }) => [number, cells[0]])).toEqual([
      [4, 'Veil'],
      [7, 'Gloves'],
    ]);
    expect(skipped).toEqual([5, 6]);
  });

  it('are none where nothing is a table', () => {
    expect(tableOf([]).heads).toEqual([]);
    expect(tableOf([['one'], ['two']]).heads).toEqual([]);
  });
});
