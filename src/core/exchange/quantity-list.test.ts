import { describe, expect, it } from 'vitest';
import { readQuantityList } from './quantity-list';

const read = (text: string) =>
  readQuantityList(text).map(({ listed, fault }) => (listed ? [listed.quantity, listed.caption] : fault));

describe('a pasted list of quantities', () => {
  it('takes a number and what it is called, however they are parted', () => {
    expect(read('12 one case\n48: four cases\n\n576\ta pallet layer\n1152 – two layers\n7')).toEqual([
      [12, 'one case'],
      [48, 'four cases'],
      [576, 'a pallet layer'],
      [1152, 'two layers'],
      [7, ''],
    ]);
  });

  it('leaves nobody to guess what a number with a gap is', () =>
    expect(read('1 152 two layers')).toEqual(['Write 1152 without a space.']));

  it('says what is wrong with a line, and where', () => {
    expect(read('a case\n0\n12.5 half\n12\n12 again')).toEqual([
      expect.stringContaining('whole number from 1'),
      expect.stringContaining('whole number from 1'),
      expect.stringContaining('whole number from 1'),
      [12, ''],
      '12 stands above already.',
    ]);
    expect(readQuantityList('\n\nx')[0]).toMatchObject({ line: 3, text: 'x' });
    expect(read(`5 ${'a'.repeat(61)}`)).toEqual(['A caption has at most 60 characters.']);
  });
});
