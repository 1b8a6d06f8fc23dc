import { eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { inBackground } from '../background/pool';
import { LARGEST_PICTURE } from '../../core/catalog';
import { type Services } from '../context';
import { type Queries } from '../../data/database';
import { media } from '../../data/schema';
import { notFound, Refusal } from '../refusal';
import { isBare } from './bare-picture';
import { pictureAddress } from './picture-address';
import { MOST_PIXELS } from './most-pixels';

/** Longer edges are brought down to this, in pixels. */
const LONGEST_EDGE = 2000;

export interface SafePicture {
  readonly type: string;
  readonly bytes: Buffer;
  readonly width: number | null;
  readonly height: number | null;
}

const UNKNOWN = 'This is not a picture we can use. Upload a PNG, JPEG, WebP or SVG file.';

/**
 * Makes an uploaded picture safe to show: what it is is told from its content, never from its name. Photographs that
 * have anything in them that is not picture are drawn anew, which leaves it out; drawings (SVG) lose scripts, handlers,
 * foreign content and references to other addresses. What is safe already stays as it is, byte for byte.
 *
 * @throws Refusal 413 when it is too large, 415 when it is no picture of these kinds
 */
export async function makeSafe(bytes: Buffer): Promise<SafePicture> {
  if (bytes.length > LARGEST_PICTURE)
    throw new Refusal(
      413,
      'pictureTooLarge',
      'The picture is larger than 8 MB. Make it smaller, then upload it again.',
    );
  return looksLikeMarkup(bytes) ? safeDrawing(bytes.toString('utf8')) : safePhotograph(bytes);
}

function looksLikeMarkup(bytes: Buffer): boolean {
  const start = bytes
    .subarray(0, 1000)
    .toString('utf8')
    .replace(/^\ufeff/, '')
    .trimStart();
  return start.startsWith('<');
}

async function safePhotograph(bytes: Buffer): Promise<SafePicture> {
  const unreadable = () => new Refusal(415, 'notAPicture', UNKNOWN);
  if (bytes.length === 0) throw unreadable();
  const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const {
    format,
    width = Infinity,
    height = Infinity,
    pages = 1,
  } = await image.metadata().catch(() => {
    throw unreadable();
  });
  if (format !== 'png' && format !== 'jpeg' && format !== 'webp') throw unreadable();
  if (pages === 1 && Math.max(width, height) <= LONGEST_EDGE && isBare(bytes, format)) {
    // It is drawn all the same, to see that it can be.
    await image.stats().catch(() => {
      throw unreadable();
    });
    return { type: `image/${format}`, bytes, width, height };
  }
  const { data, info } = await image
    .rotate()
    .resize({ width: LONGEST_EDGE, height: LONGEST_EDGE, fit: 'inside', withoutEnlargement: true })
    .toFormat(format)
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw unreadable();
    });
  return { type: `image/${format}`, bytes: data, width: info.width, height: info.height };
}

async function safeDrawing(text: string): Promise<SafePicture> {
  const clean = await inBackground('drawing', { text }, 'This drawing');
  if (clean === null) throw new Refusal(415, 'notAPicture', UNKNOWN);
  return { type: 'image/svg+xml', bytes: Buffer.from(clean, 'utf8'), width: null, height: null };
}

/** What a picture is kept under. */
export const hashOf = ({ type, bytes }: Pick<SafePicture, 'type' | 'bytes'>): string =>
  createHash('sha256').update(type).update(bytes).digest('hex').slice(0, 40);

/** Where a picture is found once it is kept. */
export const addressOf = (safe: SafePicture): string => pictureAddress(hashOf(safe));

/**
 * Keeps a picture under the hash of its content; the same picture twice is kept once.
 *
 * @returns its address
 */
export async function storePicture(transaction: Queries, safe: SafePicture, at: Date, name = ''): Promise<string> {
  const hash = hashOf(safe);
  await transaction
    .insert(media)
    .values({ hash, ...safe, name: name.replace(/\p{C}/gu, '').slice(0, LONGEST_NAME), createdAt: at })
    .onConflictDoNothing();
  return pictureAddress(hash);
}

const LONGEST_NAME = 160;

/** Takes an uploaded picture. @param name what its file is called @returns its address */
export async function uploadPicture({ database, now }: Services, bytes: Buffer, name = ''): Promise<string> {
  // Drawing a picture anew takes a while; other writers need not wait for it.
  const safe = await makeSafe(bytes);
  return database.write((transaction) => storePicture(transaction, safe, now(), name));
}

/** @throws Refusal 404 */
export async function readPicture({ database }: Services, hash: string): Promise<{ type: string; bytes: Buffer }> {
  const picture = await database.read.query.media.findFirst({ where: eq(media.hash, hash) });
  return picture ?? notFound('picture at this address');
}
