import { hexOf } from './colour';
import { labToRgb } from './lab';
import { namedColour } from './named';

const HEX = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i;
const RGB = /^rgb\(?\s*(\d{1,3})[\s,/]+(\d{1,3})[\s,/]+(\d{1,3})\s*\)?$/i;
const LAB = /^(?:cie)?lab\(?\s*(-?\d{1,3}(?:\.\d+)?)%?[\s,/]+(-?\d{1,3}(?:\.\d+)?)[\s,/]+(-?\d{1,3}(?:\.\d+)?)\s*\)?$/i;

/**
 * Reads a colour as people write it: `#5b7a5e`, `5B7A5E`, `#ace`, `rgb(91, 122, 94)`, `rgb 91 122 94`, `lab(48 -16
 * 12)`, or by an ordinary name, `dark olive green`. A CIELAB colour outside of sRGB is not read: it could not be shown.
 *
 * @returns the colour as `#rrggbb`, or null
 */
export function readColour(text: string): string | null {
  const given = text.trim();
  const hex = HEX.exec(given)?.[1];
  if (hex !== undefined)
    return `#${(hex.length === 3 ? [...hex].map((digit) => digit + digit).join('') : hex).toLowerCase()}`;
  const rgb = RGB.exec(given);
  if (rgb) {
    const [red, green, blue] = [Number(rgb[1]), Number(rgb[2]), Number(rgb[3])];
    return Math.max(red, green, blue) <= 255 ? hexOf({ red, green, blue }) : null;
  }
  const lab = LAB.exec(given);
  const rgbOfLab = lab && labToRgb({ l: Number(lab[1]), a: Number(lab[2]), b: Number(lab[3]) });
  return rgbOfLab ? hexOf(rgbOfLab) : namedColour(given);
}

/** So many colours stand side by side in one swatch at most. */
export const MOST_COLOURS = 3;

/**
 * Reads one to three colours, parted by slashes: `navy / ivory`, `#223344/#fff`.
 *
 * @returns each as `#rrggbb`, or null where one can't be read
 */
export function readColours(text: string): string[] | null {
  const colours = text.split('/').map(readColour);
  const known = colours.filter((colour) => colour !== null);
  return known.length === colours.length && known.length <= MOST_COLOURS ? known : null;
}
