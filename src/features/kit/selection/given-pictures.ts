import { drawnFileTypes, type FileType } from '@/core/catalog';

/**
 * Pictures that were given in this window, by the tokens of their files: each at an address of the window, for as long
 * as that is open.
 */
const given = new Map<string, string>();

/** Notes where a picture is seen. @param address as `URL.createObjectURL` makes it */
export function noteGivenPicture(token: string, address: string): void {
  const before = given.get(token);
  if (before !== undefined) URL.revokeObjectURL(before);
  given.set(token, address);
}

/** Where a picture is seen that was given in this window; null where it was given before, or can’t be drawn. */
export const givenPicture = (token: string): string | null => given.get(token) ?? null;

/**
 * Where a picture is seen, in this window or on the server, which has what was given before the page was opened.
 *
 * @param type of the file; undefined where nothing is known of it
 * @returns null for what is no picture
 */
export const pictureOf = (token: string, type: FileType | undefined): string | null =>
  givenPicture(token) ?? (type && drawnFileTypes.has(type) ? `/api/shop/uploads/${encodeURIComponent(token)}` : null);
