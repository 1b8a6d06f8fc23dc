import { converter, differenceCiede2000, modeLab65, modeRgb, modeXyz65, useMode as knowMode } from 'culori/fn';
import { type Rgb } from './colour';

/** A colour in CIE 1976 L*a*b*, under the D65 white point. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

for (const mode of [modeRgb, modeXyz65, modeLab65]) knowMode(mode);
const toLab = converter('lab65');
const toRgb = converter('rgb');
const difference = differenceCiede2000();

/** A colour of the screen in CIELAB. */
export function labOf({ red, green, blue }: Rgb): Lab {
  const { l, a, b } = toLab({ mode: 'rgb', r: red / 255, g: green / 255, b: blue / 255 });
  return { l, a, b };
}

/** @returns null for a colour outside of sRGB; half a step of tolerance is for colours on the very edge */
export function labToRgb(lab: Lab): Rgb | null {
  const { r, g, b } = toRgb({ mode: 'lab65', ...lab });
  const parts = [r, g, b].map((part) => part * 255);
  if (!parts.every((part) => part >= -0.5 && part <= 255.5)) return null;
  const [red = 0, green = 0, blue = 0] = parts.map((part) => Math.min(255, Math.max(0, part)));
  return { red, green, blue };
}

/**
 * How different two colours look: CIEDE2000, with the parametric factors 1. Below 1 hardly anyone sees a difference;
 * 100 is black beside white.
 *
 * @see Sharma, Wu and Dalal, The CIEDE2000 color-difference formula, Color Research and Application 30 (2005) 21–30
 */
export const colourDifference = (one: Lab, other: Lab): number =>
  difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...other });
