import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gtinCheckDigit, gtinFault } from '@/core/catalog';

/**
 * A check digit as the tables of the GS1 General Specifications lay it out: positions, multipliers, sum, difference.
 */
function byTable(digits: string): number {
  const places = digits.padStart(17, '0');
  const multipliers = [3, 1, 3, 1, 3, 1, 3, 1, 3, 1, 3, 1, 3, 1, 3, 1, 3];
  const sum = [...places].reduce((total, digit, place) => total + Number(digit) * (multipliers[place] ?? 0), 0);
  return Math.ceil(sum / 10) * 10 - sum;
}

describe('GS1 check digits', () => {
  it.each([
    // GS1 General Specifications, section 7.9, and GS1’s own instructions; the figures from memory.
    ['629104150021', 3, 'GTIN-13, the worked example of GS1’s instructions'],
    ['37610425002123456', 9, 'SSCC, the worked example of the General Specifications'],
    ['400638133393', 1, 'GTIN-13 (common practice)'],
    ['03600029145', 2, 'GTIN-12 (common practice)'],
    ['7351353', 7, 'GTIN-8 (common practice)'],
  ])('of %s is %d: %s', (digits, right) => expect(gtinCheckDigit(digits)).toBe(right));

  it('are what the table of the specification gives', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^\d{7}$|^\d{11,13}$/), (digits) => gtinCheckDigit(digits) === byTable(digits)),
    );
  });

  it('find every single wrong digit, as the specification promises', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^\d{12}$/), fc.nat(12), fc.integer({ min: 1, max: 9 }), (digits, place, by) => {
        const right = digits + String(gtinCheckDigit(digits));
        const wrong = right.slice(0, place) + String((Number(right[place]) + by) % 10) + right.slice(place + 1);
        expect(gtinFault(right)).toBeNull();
        expect(gtinFault(wrong)).not.toBeNull();
      }),
    );
  });

  it.each(['', '123456', '12345678901', '400638133393X', '4006381333931 '])('“%s” has not the form of a GTIN', (text) =>
    expect(gtinFault(text)).toEqual({ kind: 'form' }),
  );
});
