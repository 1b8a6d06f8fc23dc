import { describe, expect, it } from 'vitest';
import { readRows } from './pasted-rows';

const columns = [
  {
    title: 'Roof',
    options: [
      { value: 'flat', label: 'Flat' },
      { value: 'gabled', label: 'Gabled' },
    ],
  },
  { title: 'Cover', options: [{ value: 'tin', label: 'Tin, grey' }] },
];
const read = (text: string) => {
  const { rows, fault } = readRows(text, columns);
  return fault ?? rows;
};

describe('rows pasted from a spreadsheet', () => {
  it('are read by names or inside names, apart by tabs or semicolons', () => {
    expect(read('Flat\tTin, grey\r\n\ngabled; any\nFLAT;')).toEqual([
      ['flat', 'tin'],
      ['gabled', ''],
      ['flat', ''],
    ]);
  });

  it('follow the order of the headings, where the first line has them', () => {
    expect(read('cover\tRoof\nTin, grey\tFlat\n;gabled')).toEqual([
      ['flat', 'tin'],
      ['gabled', ''],
    ]);
    expect(read('Roof;Roof\nFlat;Tin, grey')).toContain('“Roof” is not one of');
  });

  it.each([
    ['Domed\tTin, grey', 'Line 1: “Domed” is not one of Flat, Gabled.'],
    ['Flat\tTin, grey\nFlat', 'Line 2 has 1 cell; 2 are needed.'],
    ['', 'There is nothing to take yet.'],
  ])('“%s” is refused', (text, fault) => expect(read(text)).toBe(fault));
});
