import { rgbOf } from './colour';
import { colourDifference, type Lab, labOf } from './lab';

/**
 * Two swatches side by side whose colours differ by less than this are hard to tell apart on a screen and harder in
 * print: about two and a half times the difference that a trained eye just sees (1 by CIEDE2000).
 */
export const ALIKE_BELOW = 2.5;

// Readiness is asked for at every keystroke, and a shop has few colours.
const known = new Map<string, Lab | null>();

function labOfHex(hex: string): Lab | null {
  let lab = known.get(hex);
  if (lab === undefined) {
    const rgb = rgbOf(hex);
    lab = rgb && labOf(rgb);
    if (known.size > 20_000) known.clear();
    known.set(hex, lab);
  }
  return lab;
}

interface Coloured {
  readonly colours: readonly string[];
  readonly texture?: string | null;
}

/**
 * The difference of two swatches: that of their most different parts; null where one has a texture or another number of
 * colours.
 */
export function swatchDifference(one: Coloured, other: Coloured): number | null {
  if (one.texture || other.texture || one.colours.length !== other.colours.length || one.colours.length === 0)
    return null;
  let most = 0;
  for (let index = 0; index < one.colours.length; index += 1) {
    const [a, b] = [labOfHex(one.colours[index] ?? ''), labOfHex(other.colours[index] ?? '')];
    if (!a || !b) return null;
    most = Math.max(most, colourDifference(a, b));
  }
  return most;
}

/**
 * Neighbours in a row of swatches that can't be told apart: the place of the first of each pair, and how they differ.
 */
export function alikeNeighbours(
  swatches: readonly Coloured[],
): { readonly place: number; readonly difference: number }[] {
  return swatches.slice(0, -1).flatMap((swatch, place) => {
    const next = swatches[place + 1];
    const difference = next ? swatchDifference(swatch, next) : null;
    return difference !== null && difference < ALIKE_BELOW ? [{ place, difference }] : [];
  });
}
