import sharp from 'sharp';
import { type Services } from '../context';
import { makeSafe } from './pictures';
import { readUpload } from './uploads';
import { MOST_PIXELS } from './most-pixels';

/** An uploaded picture is seen at most so many pixels wide or high. */
const SEEN = 1200;

/**
 * An uploaded picture as it is seen on the page of whoever has its token: drawn anew, without anything that is not
 * picture.
 *
 * @returns a PNG
 * @throws Refusal 404, 415 for what is no picture
 */
export async function readUploadedPicture(context: Services, token: string): Promise<Buffer> {
  const { bytes } = await readUpload(context, token);
  const safe = await makeSafe(bytes);
  return sharp(safe.bytes, { limitInputPixels: MOST_PIXELS })
    .resize({ width: SEEN, height: SEEN, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer();
}
