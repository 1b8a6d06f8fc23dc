import sharp from 'sharp';
import { frameMargin, type Scene } from '@/core/picture';
import { type ReadImage, svgFile } from './images';
import { MOST_PIXELS } from '../files/most-pixels';

/** A picture is at most so many pixels wide or high. */
export const LARGEST_RASTER = 4000;

/** The frame that pictures are shown in, in pixels. */
const SHOWN = { width: 900, height: 675 };

/**
 * Draws a scene in pixels.
 *
 * @param width in pixels; the height follows
 * @returns a PNG
 */
export async function pngOf(scene: Scene, read: ReadImage, width: number): Promise<Buffer> {
  const height = (width * scene.height) / scene.width;
  const larger = Math.max(1, width / LARGEST_RASTER, height / LARGEST_RASTER);
  const [across, down] = [width, height].map((size) => Math.max(1, Math.round(size / larger)));
  // Drawn as large as it is wanted: letters stay sharp, and nothing larger is ever drawn.
  const svg = await svgFile(scene, read, { width: across ?? 1, height: down ?? 1 });
  return sharp(Buffer.from(svg), { limitInputPixels: MOST_PIXELS }).png().toBuffer();
}

/**
 * A scene in pixels, whole within the frame that pictures are shown in, with the margin that it has on a page; around
 * it nothing.
 *
 * @returns a PNG
 */
export async function framedPng(scene: Scene, read: ReadImage): Promise<Buffer> {
  const margin = Math.round(frameMargin(scene) * SHOWN.width);
  const [width, height] = [SHOWN.width - 2 * margin, SHOWN.height - 2 * margin];
  const drawn = await pngOf(scene, read, Math.min(width, (height * scene.width) / scene.height));
  const around = '#00000000';
  return sharp(drawn)
    .resize({ width, height, fit: 'contain', background: around })
    .extend({ top: margin, bottom: margin, left: margin, right: margin, background: around })
    .png()
    .toBuffer();
}
