// Colours are looked at, not paid for: binary fractions are right here, and nowhere else in the core.

/** A colour of the sRGB space, each part from 0 to 255. */
export interface Rgb {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
}

/** Reads `#rrggbb`. @returns null for anything else */
export function rgbOf(hex: string): Rgb | null {
  if (!/^#[0-9a-f]{6}$/i.test(hex)) return null;
  const part = (start: number) => Number.parseInt(hex.slice(start, start + 2), 16);
  return { red: part(1), green: part(3), blue: part(5) };
}

/** Writes a colour as `#rrggbb`. */
export function hexOf({ red, green, blue }: Rgb): string {
  return `#${[red, green, blue].map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`;
}

/** How bright a colour is beside white, from 0 to 1. @see WCAG 2.2, relative luminance */
export function luminanceOf({ red, green, blue }: Rgb): number {
  const part = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * part(red) + 0.7152 * part(green) + 0.0722 * part(blue);
}

/** The contrast of two colours, from 1 to 21. @see WCAG 2.2, contrast ratio */
export function contrastOf(one: Rgb, other: Rgb): number {
  const [a, b] = [luminanceOf(one), luminanceOf(other)];
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

const INK: Rgb = { red: 0x1f, green: 0x1c, blue: 0x19 };
const PAPER: Rgb = { red: 0xff, green: 0xfd, blue: 0xf8 };

/**
 * The colour in which a mark on a swatch can be read best: ink or paper, whichever has more contrast with the
 * swatch's least favourable part.
 */
export function readableMark(colours: readonly string[]): string {
  const parts = colours.flatMap((colour) => rgbOf(colour) ?? []);
  const worst = (mark: Rgb) => Math.min(21, ...parts.map((part) => contrastOf(mark, part)));
  return hexOf(worst(INK) >= worst(PAPER) ? INK : PAPER);
}
