import Decimal from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact, type RoundingMode } from './exact';

const decimals = fc
  .tuple(fc.bigInt({ min: -(10n ** 24n), max: 10n ** 24n }), fc.integer({ min: 0, max: 12 }))
  .map(([digits, places]) => {
    const size = (digits < 0n ? -digits : digits).toString().padStart(places + 1, '0');
    const text = places === 0 ? size : `${size.slice(0, -places)}.${size.slice(-places)}`;
    return digits < 0n ? `-${text}` : text;
  });
const fractions = fc
  .tuple(fc.bigInt({ min: -(10n ** 20n), max: 10n ** 20n }), fc.bigInt({ min: 1n, max: 10n ** 20n }))
  .map(([n, d]) => Exact.of(n, d));

const BigDecimal = Decimal.clone({ precision: 200 });

describe('Exact', () => {
  it('reads and writes plain decimals without loss', () => {
    expect(Exact.from('0.10').toString()).toBe('0.1');
    expect(Exact.from('-0.000').toString()).toBe('0');
    expect(Exact.from('123456789012345678901234567890.123').toString()).toBe('123456789012345678901234567890.123');
    expect(Exact.of(1, 3).toString()).toBe('1/3');
  });

  it.each(['', '.', '1.', '.5', '1e3', '1,5', ' 1', '--1', 'NaN', 'Infinity', '0x10', '1'.repeat(61)])(
    'refuses “%s”',
    (text) => {
      expect(Exact.parse(text)).toBeNull();
    },
  );

  it('adds, multiplies and compares like a decimal library of 200 digits', () => {
    fc.assert(
      fc.property(decimals, decimals, (a, b) => {
        const [x, y] = [Exact.from(a), Exact.from(b)];
        expect(x.plus(y).equals(Exact.from(new BigDecimal(a).plus(b).toFixed()))).toBe(true);
        expect(x.times(y).toFixed(24)).toBe(
          new BigDecimal(a)
            .times(b)
            .toFixed(24)
            .replace(/^-(?=0\.0*$)/, ''),
        );
        expect(Math.sign(x.compare(y))).toBe(new BigDecimal(a).comparedTo(b));
      }),
    );
  });

  it('reads back whatever it writes, but takes no fraction from people', () => {
    fc.assert(
      fc.property(fractions, (value) => {
        expect(Exact.from(value.toString()).equals(value)).toBe(true);
      }),
    );
    expect(Exact.parse('1/3')).toBeNull();
    expect(() => Exact.from('1/0')).toThrow(RangeError);
  });

  it('divides so that multiplying gives back the same', () => {
    fc.assert(
      fc.property(fractions, fractions, (a, b) => {
        fc.pre(b.sign() !== 0);
        expect(a.over(b).times(b).equals(a)).toBe(true);
      }),
    );
  });

  it('keeps the laws of arithmetic, whatever mixture of small and large numbers', () => {
    fc.assert(
      fc.property(fractions, fractions, fractions, (a, b, c) => {
        expect(a.plus(b).equals(b.plus(a))).toBe(true);
        expect(
          a
            .plus(b)
            .times(c)
            .equals(a.times(c).plus(b.times(c))),
        ).toBe(true);
        expect(a.minus(a).sign()).toBe(0);
      }),
    );
  });

  it('refuses to divide by zero', () => {
    expect(() => Exact.one.over(Exact.zero)).toThrow(RangeError);
    expect(() => Exact.of(1, 0)).toThrow(RangeError);
    expect(() => Exact.of(0.5)).toThrow(RangeError);
  });

  const modes: [RoundingMode, Decimal.Rounding][] = [
    ['halfAwayFromZero', Decimal.ROUND_HALF_UP],
    ['halfEven', Decimal.ROUND_HALF_EVEN],
    ['floor', Decimal.ROUND_FLOOR],
    ['ceiling', Decimal.ROUND_CEIL],
  ];
  it.each(modes)('rounds %s like a decimal library', (mode, theirs) => {
    fc.assert(
      fc.property(decimals, fc.integer({ min: 0, max: 6 }), (text, places) => {
        const expected = new BigDecimal(text).toDecimalPlaces(places, theirs).toFixed();
        expect(Exact.from(text).rounded(places, mode).equals(Exact.from(expected))).toBe(true);
      }),
    );
  });

  it('rounds halves away from zero on both sides of it', () => {
    expect(Exact.from('4.625').rounded(2).toString()).toBe('4.63');
    expect(Exact.from('-4.625').rounded(2).toString()).toBe('-4.63');
    expect(Exact.from('2.5').rounded(0, 'halfEven').toString()).toBe('2');
  });

  it('says how many places a decimal needs, and when none is enough', () => {
    expect(Exact.from('0.125').decimalPlaces()).toBe(3);
    expect(Exact.of(10, 4).decimalPlaces()).toBe(1);
    expect(Exact.of(1, 7).decimalPlaces()).toBeNull();
  });

  it('floors and ceils negative values to the right side', () => {
    expect(Exact.from('-1.5').floor()).toBe(-2n);
    expect(Exact.from('-1.5').ceiling()).toBe(-1n);
    expect(Exact.from('7').floor()).toBe(7n);
  });
});
