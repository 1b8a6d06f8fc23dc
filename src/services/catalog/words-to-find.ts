import { plainWords } from '../../core/text';

/**
 * Words as the database looks for them: each as one that begins so, all of them. Signs only part words, as they do in
 * what is found.
 */
export function wordsToFind(text: string): string {
  const words = plainWords(text).match(/[\p{L}\p{N}\p{M}]+/gu) ?? [];
  // What has no words in it is found nowhere.
  return words.length === 0 ? '""' : words.map((word) => `"${word}"*`).join(' ');
}
