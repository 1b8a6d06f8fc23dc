// Colours are looked at, not paid for: binary fractions are right here, and nowhere else in the core.

/** A colour in CIE 1976 L*a*b*, under the D65 white point. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

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
  return lab ? labToHex({ l: Number(lab[1]), a: Number(lab[2]), b: Number(lab[3]) }) : null;
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

/** From the gamma-encoded to the linear form, and back. @see IEC 61966-2-1 (sRGB) */
const linear = (part: number) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4);
const encoded = (part: number) => (part <= 0.0031308 ? part * 12.92 : 1.055 * part ** (1 / 2.4) - 0.055);

// D65, 2° observer. @see CIE 015:2018
const WHITE = { x: 0.95047, y: 1, z: 1.08883 };
const EPSILON = (6 / 29) ** 3;
const KAPPA = 3 * (6 / 29) ** 2;
const root = (t: number) => (t > EPSILON ? Math.cbrt(t) : t / KAPPA + 4 / 29);
const cube = (t: number) => (t > 6 / 29 ? t ** 3 : KAPPA * (t - 4 / 29));

/** @see CIE 015:2018, section 8.2.1 */
export function labOf({ red, green, blue }: Rgb): Lab {
  const [r, g, b] = [linear(red / 255), linear(green / 255), linear(blue / 255)];
  const x = root((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE.x);
  const y = root((0.2126729 * r + 0.7151522 * g + 0.072175 * b) / WHITE.y);
  const z = root((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / WHITE.z);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}

function labToHex({ l, a, b }: Lab): string | null {
  const fy = (l + 16) / 116;
  const [x, y, z] = [cube(fy + a / 500) * WHITE.x, cube(fy) * WHITE.y, cube(fy - b / 200) * WHITE.z];
  const parts = [
    3.2404542 * x - 1.5371385 * y - 0.4985314 * z,
    -0.969266 * x + 1.8760108 * y + 0.041556 * z,
    0.0556434 * x - 0.2040259 * y + 1.0572252 * z,
  ].map((part) => encoded(part) * 255);
  // Half a step of tolerance, for colours on the very edge.
  if (!parts.every((part) => part >= -0.5 && part <= 255.5)) return null;
  const [red = 0, green = 0, blue = 0] = parts.map((part) => Math.min(255, Math.max(0, part)));
  return hexOf({ red, green, blue });
}

const degrees = (angle: number) => (angle * Math.PI) / 180;

/**
 * How different two colours look: CIEDE2000, with the parametric factors 1. Below 1 hardly anyone sees a difference;
 * 100 is black beside white.
 *
 * @see Sharma, Wu and Dalal, The CIEDE2000 color-difference formula, Color Research and Application 30 (2005) 21–30
 */
export function colourDifference(one: Lab, other: Lab): number {
  const meanC = (Math.hypot(one.a, one.b) + Math.hypot(other.a, other.b)) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + 25 ** 7)));
  const [a1, a2] = [one.a * (1 + g), other.a * (1 + g)];
  const [c1, c2] = [Math.hypot(a1, one.b), Math.hypot(a2, other.b)];
  const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360);
  const [h1, h2] = [hue(a1, one.b), hue(a2, other.b)];

  const dL = other.l - one.l;
  const dC = c2 - c1;
  let turn = 0;
  if (c1 * c2 !== 0) {
    turn = h2 - h1;
    if (turn > 180) turn -= 360;
    else if (turn < -180) turn += 360;
  }
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(degrees(turn / 2));

  const l = (one.l + other.l) / 2;
  const c = (c1 + c2) / 2;
  let h = h1 + h2;
  if (c1 * c2 !== 0) {
    if (Math.abs(h1 - h2) <= 180) h /= 2;
    else h = h < 360 ? (h + 360) / 2 : (h - 360) / 2;
  }
  const t =
    1 -
    0.17 * Math.cos(degrees(h - 30)) +
    0.24 * Math.cos(degrees(2 * h)) +
    0.32 * Math.cos(degrees(3 * h + 6)) -
    0.2 * Math.cos(degrees(4 * h - 63));
  const theta = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const rc = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sc = 1 + 0.045 * c;
  const sh = 1 + 0.015 * c * t;
  const rt = -Math.sin(degrees(2 * theta)) * rc;
  return Math.sqrt((dL / sl) ** 2 + (dC / sc) ** 2 + (dH / sh) ** 2 + rt * (dC / sc) * (dH / sh));
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
