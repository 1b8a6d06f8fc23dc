import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Swatch } from '@/core/catalog';
import { swatchesFromCsv, swatchesToCsv } from '@/core/exchange';

const swatch = (fields: Partial<Swatch>): Swatch => ({
  key: 'x',
  name: 'X',
  colours: ['#102030'],
  picture: null,
  family: '',
  supplierCode: '',
  ...fields,
});
const HEAD = 'name,colour,second colour,third colour,family,supplier code';
const names = (csv: string) => swatchesFromCsv(csv, []).map(({ name }) => name);

describe('CSV by RFC 4180', () => {
  it('is written in lines that end in CRLF, under a line of column names (section 2, rules 1 to 3)', () => {
    const csv = swatchesToCsv([swatch({ name: 'Sage' }), swatch({ name: 'Sky', colours: ['#112233', '#445566'] })]);
    expect(csv).toBe(`${HEAD}\r\nSage,#102030,,,,\r\nSky,#112233,#445566,,,\r\n`);
  });

  it('encloses fields with commas, quotes and line breaks, and doubles the quotes (rules 5 to 7)', () => {
    expect(swatchesToCsv([swatch({ name: 'b"bb', family: 'a,c' })])).toContain('"b""bb",#102030,,,"a,c",');
    expect(swatchesToCsv([swatch({ name: 'b\r\nbb' })])).toContain('"b\r\nbb"');
  });

  it('is read with or without a line break at the end (rule 2), with quotes around any field (rule 5)', () => {
    expect(names(`${HEAD}\r\n"aaa","#111111"\r\nzzz,#222222`)).toEqual(['aaa', 'zzz']);
    expect(names(`${HEAD}\r\n"aaa","#111111"\r\nzzz,#222222\r\n`)).toEqual(['aaa', 'zzz']);
  });

  it('is read with commas, doubled quotes and line breaks inside quotes (rules 6 and 7)', () => {
    expect(names(`${HEAD}\r\n"a, ""b"" and\r\nc",#111111`)).toEqual(['a, "b" and\r\nc']);
  });

  it('written out and read again is the same book', () => {
    const name = fc
      .string({ minLength: 1, maxLength: 12, unit: fc.constantFrom('a', 'B', ',', '"', ';', '\n', 'é', '9', ' ') })
      .filter((text) => text.trim() === text && !/^[=+\-@]/.test(text));
    const book = fc.uniqueArray(
      fc.record({
        name,
        family: name,
        colours: fc.array(fc.constantFrom('#000000', '#a1b2c3', '#ffffff'), { minLength: 1, maxLength: 3 }),
      }),
      { selector: (entry) => entry.name.toLowerCase() },
    );
    fc.assert(
      fc.property(book, (entries) => {
        const lines = swatchesFromCsv(swatchesToCsv(entries.map((entry) => swatch(entry))), []);
        expect(
          lines.map(({ swatch: read }) => read && { name: read.name, family: read.family, colours: read.colours }),
        ).toEqual(entries.map(({ name: title, family, colours }) => ({ name: title, family, colours })));
      }),
    );
  });

  it('keeps a spreadsheet from running what looks like a formula', () => {
    expect(swatchesToCsv([swatch({ name: '=1+1' })])).not.toMatch(/(^|,)=1/m);
  });
});
