import { createHash } from 'node:crypto';
import { LARGEST_TYPEFACE, typefaceAddress } from '../../core/catalog';
import { hidesSigns, isBlank } from '../../core/text';
import { type Queries } from '../../data/database';
import { typefaces } from '../../data/schema';
import { inBackground } from '../background/pool';
import { type Services } from '../context';
import { notFound, Refusal } from '../refusal';
import { typefaceBytes } from './bytes';
import { type MadeTypeface, type WhyNoTypeface } from '../fonts/make-typeface';

/** A typeface that may be kept: looked at, and with somebody's word on whose it is. */
export interface SafeTypeface extends MadeTypeface {
  readonly hash: string;
}

const WHY: Readonly<Record<WhyNoTypeface, string>> = {
  notAFont: 'This is not a font file that can be used. Upload a TrueType, OpenType, WOFF or WOFF2 file.',
  collection: 'This file holds several typefaces. Upload the file of one of them.',
  mayNotBeUsed:
    'The file says that it may not be built into anything (OS/2 fsType). Ask whoever made it for one that may.',
  noLetters: 'It has no sign that is drawn here: Latin, Greek and Cyrillic letters, figures and punctuation.',
  noOutlines: 'Its letters are pictures, not outlines. Upload one whose letters are drawn as lines.',
  tooIntricate: 'Its letters have more points than can be drawn while somebody types. Upload a simpler one.',
  tooLarge: 'It comes to more than 1 MB even when it is packed, which each visitor would load. Upload a smaller one.',
};

/**
 * Looks at a font file to its last point, and packs it. Nothing is believed of it that is not seen.
 *
 * @param name what its file is called
 * @throws Refusal 413, 415 where it is none that can be used; 422 where it takes too long to look at
 */
export async function makeSafeTypeface(bytes: Uint8Array, name = ''): Promise<SafeTypeface> {
  if (bytes.length > LARGEST_TYPEFACE)
    throw new Refusal(413, 'typefaceTooLarge', 'The file is larger than 8 MB. Upload a smaller one.');
  const made = await inBackground('typeface', { bytes }, 'This font file');
  if ('refused' in made) throw new Refusal(made.refused === 'tooLarge' ? 413 : 415, made.refused, WHY[made.refused]);
  const stem = name.replace(/\.[^.]*$/, '').replace(/\p{C}+/gu, '');
  const titles = [made.title, stem].filter((title) => !isBlank(title) && !hidesSigns(title));
  return {
    ...made,
    title: titles[0] ?? 'Typeface',
    licence: hidesSigns(made.licence) ? '' : made.licence,
    hash: hashOfTypeface(made.bytes),
  };
}

/** What a typeface is kept under. */
export const hashOfTypeface = (bytes: Uint8Array): string =>
  createHash('sha256').update(bytes).digest('hex').slice(0, 40);

/** Keeps a typeface under the hash of its content; the same twice is kept once. @returns its address */
export async function storeTypeface(
  transaction: Queries,
  { hash, title, licence, signs, bytes }: SafeTypeface,
  at: Date,
): Promise<string> {
  await transaction
    .insert(typefaces)
    .values({ hash, title, licence, signs, bytes: Buffer.from(bytes), createdAt: at })
    .onConflictDoNothing();
  return typefaceAddress(hash);
}

/** The file of a typeface, packed (WOFF). @throws Refusal 404 */
export const readTypeface = async ({ database }: Services, hash: string): Promise<Buffer> =>
  (await typefaceBytes(database.read, hash)) ?? notFound('typeface at this address');
