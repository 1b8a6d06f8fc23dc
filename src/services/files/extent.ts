import sharp from 'sharp';
import { drawnFileTypes, type FileType } from '../../core/catalog';
import { type Extent } from '../../core/selection';
import { MOST_PIXELS } from './most-pixels';

/** From here on a photograph lies on its side in its file. @see Exif 2.32, 4.6.4, Orientation */
const FIRST_ON_SIDE = 5;

/**
 * How large a picture is, upright as it is seen. Of a photograph only its head is read, of a drawing its first element.
 *
 * @returns undefined for what is no picture, and where it does not say
 */
export async function extentOf(bytes: Buffer, type: FileType): Promise<Extent | undefined> {
  if (!drawnFileTypes.has(type)) return undefined;
  return type === 'svg' ? extentOfDrawing(bytes.toString('utf8')) : extentOfPhotograph(bytes);
}

async function extentOfPhotograph(bytes: Buffer): Promise<Extent | undefined> {
  // What can't be read after all is kept as it is: nobody draws it.
  const told = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .metadata()
    .catch(() => null);
  if (!told?.width || !told.height) return undefined;
  const onSide = (told.orientation ?? 1) >= FIRST_ON_SIDE;
  const [width, height] = onSide ? [told.height, told.width] : [told.width, told.height];
  return { width, height, isDrawing: false };
}

/** So much of a drawing is looked into for its first element. */
const HEAD = 20_000;

/** @see SVG 2, 8.6 The viewBox attribute: least x, least y, width, height */
function extentOfDrawing(text: string): Extent | undefined {
  const head = text.slice(0, HEAD);
  const start = head.search(/<svg[\s>/]/i);
  if (start < 0) return undefined;
  const element = head.slice(start, head.indexOf('>', start) + 1);
  const said = (name: string) => new RegExp(`\\s${name}\\s*=\\s*["']([^"']{1,80})["']`).exec(element)?.[1] ?? '';
  const [, , ...box] = said('viewBox')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [width = NaN, height = NaN] = box.length === 2 ? box : [said('width'), said('height')].map(parseFloat);
  return isLength(width) && isLength(height) && isShape(width / height)
    ? { width, height, isDrawing: true }
    : undefined;
}

const isLength = (value: number): boolean => value > 0 && value < 1e6;

/** Whether something has these proportions that anybody would draw: a line is no picture. */
const isShape = (ratio: number): boolean => ratio > 1e-3 && ratio < 1e3;
