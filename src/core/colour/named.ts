import { colorsNamed } from 'culori/fn';
import { hexOf } from './colour';

const NAMES = new Map(Object.entries(colorsNamed));

/**
 * The colour of an ordinary name, in plain words: `navy`, `dark olive green`, `Light-Grey`.
 *
 * @returns the colour as `#rrggbb`, or null
 * @see CSS Color Module Level 4, named colors
 */
export function namedColour(words: string): string | null {
  const value = NAMES.get(
    words
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, ''),
  );
  return value === undefined
    ? null
    : hexOf({ red: (value >> 16) & 0xff, green: (value >> 8) & 0xff, blue: value & 0xff });
}
