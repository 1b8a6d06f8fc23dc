import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { formatQuantity } from './quantity';
import { readMeasure, readNumber } from './parse';
import { requireUnit, units } from './units';

const metre = requireUnit('m');
const inMetres = (text: string) => {
  const reading = readMeasure(text, metre);
  return reading.quantity ? reading.quantity.value.toString() : reading.fault.code;
};

describe('readMeasure', () => {
  it.each([
    ['1.2', '1.2'],
    ['1,2 m', '1.2'],
    ['120cm', '1.2'],
    ['120 cm', '1.2'],
    ['4 ft 6 in', '1.3716'],
    ['4\' 6"', '1.3716'],
    ['4′6″', '1.3716'],
    ["4'", '1.2192'],
    ["4' 6 in", '1.3716'],
    ['10\'11"', '3.3274'],
    ['3 1/2"', '0.0889'],
    ['3-1/2 in', '0.0889'],
    ['3½"', '0.0889'],
    ['½ yd', '0.4572'],
    ['1/4 m', '0.25'],
    ['1 m 20 cm', '1.2'],
    ['1m20cm', '1.2'],
    ['2 Feet', '0.6096'],
    ['0,250 m', '0.25'],
    ['1 200 mm', '1.2'],
    ['1.200,5 mm', '1.2005'],
    ['1,200.5 mm', '1.2005'],
    ['1,234,567 mm', '1234.567'],
    ['  2.5\u00a0m ', '2.5'],
    ['-3 m', '-3'],
    ['.5', '0.5'],
  ])('reads “%s” as %s m', (text, metres) => expect(inMetres(text)).toBe(metres));

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['m', 'unreadable'],
    ['1.2.3', 'unreadable'],
    ['1..2', 'unreadable'],
    ['12,34,5 m', 'unreadable'],
    ['2 kg', 'otherDimension'],
    ['2 m2', 'otherDimension'],
    ['2 furlongs', 'unknownUnit'],
    ['4 ft 6', 'unitMissing'],
    ['1,200', 'ambiguousComma'],
    ['1,200 mm', 'ambiguousComma'],
    ["1'000 mm", 'ambiguousMark'],
    ['2’500 mm', 'ambiguousMark'],
    ["1'000'000 mm", 'ambiguousMark'],
    ['2′500', 'ambiguousMark'],
    ["4' 6", 'unitMissing'],
    ["4' 6 mm", 'footMark'],
    ["4' 2 m", 'footMark'],
    ['1/0 m', 'divisionByZero'],
    ['1e9', 'unknownUnit'],
    ['9'.repeat(100), 'tooLong'],
    ['1 & 2', 'unreadable'],
  ])('refuses “%s”: %s', (text, code) => expect(inMetres(text)).toBe(code));

  it('names both readings of an ambiguous comma', () => {
    expect(readMeasure('1,200', metre).fault).toMatchObject({ readings: ['1.2', '1200'] });
  });

  it('reads back what it writes, in every unit', () => {
    const values = fc
      .tuple(fc.integer({ min: 0, max: 10 ** 9 }), fc.integer({ min: 0, max: 6 }))
      .map(([n, places]) => Exact.of(n, 10 ** places));
    fc.assert(
      fc.property(values, fc.constantFrom(...units), (value, unit) => {
        const reading = readMeasure(formatQuantity({ value, unit }), unit);
        expect(reading.quantity?.value.equals(value)).toBe(true);
      }),
    );
  });

  it('never throws, whatever is typed', () => {
    const pieces = fc.array(
      fc.constantFrom(
        '1',
        '0',
        '9',
        '.',
        ',',
        '/',
        ' ',
        '-',
        '½',
        "'",
        '"',
        'm',
        'ft',
        'in',
        'sq',
        '²',
        'kg',
        '\u0000',
        '𝟙',
        '٣',
        'e',
        '+',
      ),
      { maxLength: 25 },
    );
    fc.assert(
      fc.property(
        fc.oneof(
          pieces.map((list) => list.join('')),
          fc.string({ unit: 'binary', maxLength: 80 }),
        ),
        (text) => {
          const reading = readMeasure(text, metre);
          expect(reading.quantity === undefined).toBe(reading.fault !== undefined);
        },
      ),
      { numRuns: 3000 },
    );
  });
});

describe('readNumber', () => {
  it.each([
    ['12', '12'],
    ['1,5', '1.5'],
    ['-0.5', '-0.5'],
    ['2 1/2', '2.5'],
  ])('reads “%s”', (text, value) => {
    const reading = readNumber(text);
    expect(reading.fault ? reading.fault.code : reading.value.toString()).toBe(value);
  });

  it.each(['twelve', '1 m', '1,200', '', '1/0'])('refuses “%s”', (text) =>
    expect(readNumber(text).fault).toBeDefined(),
  );
});
