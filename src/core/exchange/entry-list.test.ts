import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type EntryLine, readEntryList, withEntries } from './entry-list';

const line = (code: string, quantity = '', unitCost = '', lot = ''): EntryLine => ({ code, quantity, unitCost, lot });
const same = (typed: EntryLine) => typed;

describe('a list of what came in', () => {
  it('is code, quantity, unit cost and lot, whatever parts them', () => {
    const read = [line('SUIT-M', '12', '31.50'), line('MESH', '3 × 25 m', '4', 'Roll 7')];
    expect(readEntryList('SUIT-M;12;31.50\nMESH; 3 × 25 m; 4; Roll 7\n\n')).toEqual(read);
    expect(readEntryList('\ufeffSUIT-M\t12\t31.50\r\nMESH\t3 × 25 m\t4\tRoll 7')).toEqual(read);
    expect(readEntryList('SUIT-M,12,31.50\nMESH,3 × 25 m,4,Roll 7')).toEqual(read);
  });

  it('stands in the order that its headings say, columns that nobody knows left out', () => {
    expect(readEntryList('Lot\tName\tQty\tSKU\nRoll 7\tMesh, fine\t25\tMESH')).toEqual([
      line('MESH', '25', '', 'Roll 7'),
    ]);
  });

  it('has no costs where it is counted, and decimals with a comma as they are meant', () => {
    expect(readEntryList('MESH; 12,4; Roll 7', 'adjustment')).toEqual([line('MESH', '12.4', '', 'Roll 7')]);
    expect(readEntryList('SUIT-M; 2; 31,50')).toEqual([line('SUIT-M', '2', '31.50')]);
    // One comma that may be either stays as it is, and is asked about.
    expect(readEntryList('SUIT-M; 1,200')).toEqual([line('SUIT-M', '1,200')]);
  });

  it('is a code alone as a scanner gives it, and so many of it where that stands first', () => {
    expect(readEntryList('4006381333931')).toEqual([line('4006381333931')]);
    expect(readEntryList('12 x SUIT-M')).toEqual([line('SUIT-M', '12')]);
    expect(readEntryList('2.5× Wax foundation')).toEqual([line('Wax foundation', '2.5')]);
    // An article may be called by its size.
    expect(readEntryList('2 xl gloves')).toEqual([line('2 xl gloves')]);
  });
});

describe('lines added to others', () => {
  it('make a scanned code one more of what is there', () => {
    const { lines, last } = withEntries([line('SUIT-M', '2'), line('MESH', '25 m')], [line('suit-m')], same);
    expect(lines).toEqual([line('SUIT-M', '3'), line('MESH', '25 m')]);
    expect(last).toEqual(line('SUIT-M', '3'));
  });

  it('never add to a measure, to a lot or to what says its quantity', () => {
    const before = [line('MESH', '25 m'), line('BOARD', '4', '', 'B1')];
    expect(withEntries(before, [line('MESH'), line('BOARD'), line('MESH', '3')], same).lines).toEqual([
      ...before,
      line('MESH', '1'),
      line('BOARD', '1'),
      line('MESH', '3'),
    ]);
  });

  it('come to as many as were scanned, in whatever order', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('A', 'B', 'C'), { maxLength: 60 }), (codes) => {
        const { lines } = withEntries<EntryLine>(
          [],
          codes.map((code) => line(code)),
          same,
        );
        for (const code of new Set(codes)) {
          const found = lines.filter((one) => one.code === code);
          expect(found).toHaveLength(1);
          expect(Number(found[0]?.quantity)).toBe(codes.filter((other) => other === code).length);
        }
      }),
    );
  });
});
