/** What parts a title from what stands behind it. */
export const PARTING = ' ,;:|/·–—-';

/** A text without whatever of some signs it ends with. */
export function withoutEnd(text: string, signs: string): string {
  let end = text.length;
  while (end > 0 && signs.includes(text.charAt(end - 1))) end -= 1;
  return text.slice(0, end);
}
