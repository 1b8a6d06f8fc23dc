import { wcagContrast } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  colourDifference,
  contrastOf,
  hexOf,
  labOf,
  luminanceOf,
  readableMark,
  readColour,
  rgbOf,
} from '@/core/colour';

/**
 * The test data of G. Sharma, W. Wu and E. N. Dalal, The CIEDE2000 color-difference formula: implementation notes,
 * supplementary test data, and mathematical observations, Color Research and Application 30 (2005) 21–30, table 1:
 * two colours in L*a*b* and their difference to four places. Written down from memory.
 */
const PAIRS: readonly (readonly [number, number, number, number, number, number, number])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

const part = fc.integer({ min: 0, max: 255 });
const colours = fc.record({ red: part, green: part, blue: part });

describe('CIEDE2000', () => {
  it.each(PAIRS)(
    'of (%d, %d, %d) and (%d, %d, %d) is %d (Sharma, Wu and Dalal 2005)',
    (l1, a1, b1, l2, a2, b2, expected) => {
      const [one, other] = [
        { l: l1, a: a1, b: b1 },
        { l: l2, a: a2, b: b2 },
      ];
      expect(colourDifference(one, other)).toBeCloseTo(expected, 4);
      expect(colourDifference(other, one)).toBeCloseTo(expected, 4);
    },
  );
});

describe('CIELAB', () => {
  it('written out and read again is the same colour', () => {
    fc.assert(
      fc.property(colours, (rgb) => {
        const { l, a, b } = labOf(rgb);
        expect(readColour(`lab(${l.toFixed(4)} ${a.toFixed(4)} ${b.toFixed(4)})`)).toBe(hexOf(rgb));
      }),
    );
  });

  it('of the primaries is what tables of sRGB under D65 give, to one place', () => {
    // Common practice; found in every table of sRGB primaries. From memory.
    const rounded = (hex: string) =>
      Object.values(labOf(rgbOf(hex) ?? { red: 0, green: 0, blue: 0 })).map(
        (value: number) => Math.round(value * 10) / 10 + 0,
      );
    expect(rounded('#ffffff')).toEqual([100, 0, 0]);
    expect(rounded('#ff0000')).toEqual([53.2, 80.1, 67.2]);
    expect(rounded('#00ff00')).toEqual([87.7, -86.2, 83.2]);
    expect(rounded('#0000ff')).toEqual([32.3, 79.2, -107.9]);
  });
});

describe('WCAG contrast', () => {
  const contrast = (one: string, other: string) =>
    contrastOf(rgbOf(one) ?? { red: 0, green: 0, blue: 0 }, rgbOf(other) ?? { red: 0, green: 0, blue: 0 });

  it('is 21 at most, 1 at least (WCAG 2.2, definition of contrast ratio)', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 10);
    expect(contrast('#5b7a5e', '#5b7a5e')).toBe(1);
    expect([luminanceOf({ red: 0, green: 0, blue: 0 }), luminanceOf({ red: 255, green: 255, blue: 255 })]).toEqual([
      0, 1,
    ]);
  });

  it('of grey #767676 on white just passes 4.5, of #777777 just fails (common practice)', () => {
    expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
    expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });

  it('is what a colour library says', () => {
    fc.assert(
      fc.property(colours, colours, (one, other) => {
        expect(contrastOf(one, other)).toBeCloseTo(wcagContrast(hexOf(one), hexOf(other)), 1);
      }),
    );
  });

  it('of the mark on any swatch of one colour is at least 3 (WCAG 2.2, success criterion 1.4.11, non-text contrast)', () => {
    fc.assert(
      fc.property(colours, (rgb) => {
        const mark = rgbOf(readableMark([hexOf(rgb)]));
        expect(mark && contrastOf(mark, rgb)).toBeGreaterThanOrEqual(3);
      }),
    );
  });
});
