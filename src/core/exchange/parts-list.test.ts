import { describe, expect, it } from 'vitest';
import { readPartsList, skusInPartsList } from './parts-list';

const products = [
  { slug: 'smoker', title: 'Smoker', sku: 'SMOK' },
  { slug: 'hive-frame', title: 'Hive frame', sku: 'FRAME' },
];
const read = (text: string, keys: readonly string[] = []) =>
  readPartsList(text, { products, meant: { FRAM: 'FRAME' } }, keys);

describe('a parts list', () => {
  it('names each SKU once, whatever parts its cells and in which order they stand', () => {
    expect(skusInPartsList('SMOK; 1\nFRAME; 10\nSMOK; 2')).toEqual(['SMOK', 'FRAME']);
    expect(skusInPartsList('Quantity\tSKU\n3\tFRAME\n\n')).toEqual(['FRAME']);
    expect(skusInPartsList('\n \n')).toEqual([]);
  });

  it('makes parts of known products, in their numbers, with keys of their own', () => {
    const [first, second, third] = read('smok; 2\nFRAME\nFRAME; 10', ['smoker']);
    expect(first?.part).toMatchObject({ key: 'smoker-2', quantity: { least: 2, usual: 2, most: 2 } });
    expect(second?.part).toMatchObject({ key: 'hive-frame', quantity: { usual: 1 } });
    expect(third?.part).toMatchObject({ key: 'hive-frame-2', quantity: { usual: 10 } });
  });

  it('says what is wrong with a line, and which SKU may be meant', () => {
    const faults = read('FRAM; 1\nNONE; 1\nSMOK; 0\nSMOK; many\n; 4').map(({ fault }) => fault);
    expect(faults).toEqual([
      'No product has the SKU “FRAM”. “FRAME” may be meant.',
      'No product has the SKU “NONE”.',
      '“0” is no quantity. Give a whole number from 1 to 10000.',
      '“many” is no quantity. Give a whole number from 1 to 10000.',
      'It has no SKU.',
    ]);
  });
});
