// Colours are looked at, not paid for: binary fractions are right here, and nowhere else in the core.

import { labToRgb } from './lab';

/** A colour of the sRGB space, each part from 0 to 255. */
export interface Rgb {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
}

const HEX = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i;
const RGB = /^rgb\(?\s*(\d{1,3})[\s,/]+(\d{1,3})[\s,/]+(\d{1,3})\s*\)?$/i;
const LAB = /^(?:cie)?lab\(?\s*(-?\d{1,3}(?:\.\d+)?)%?[\s,/]+(-?\d{1,3}(?:\.\d+)?)[\s,/]+(-?\d{1,3}(?:\.\d+)?)\s*\)?$/i;

/**
 * Reads a colour as people write it: `#5b7a5e`, `5B7A5E`, `#ace`, `rgb(91, 122, 94)`, `rgb 91 122 94`, `lab(48 -16
 * 12)`. A CIELAB colour outside of sRGB is not read: it could not be shown.
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
  return rgbOfLab && hexOf(rgbOfLab);
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
