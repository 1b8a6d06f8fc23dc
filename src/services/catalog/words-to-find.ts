import { type SQL, sql } from 'drizzle-orm';
import { plainWords } from '../../core/text';

/** Longer texts are looked for by what they begin with. */
export const LONGEST_WORDS = 200;

/**
 * Words as the database looks for them: each as one that begins so, all of them. Signs only part words, as they do in
 * what is found.
 */
function wordsToFind(text: string): string {
  const words = plainWords(text).match(/[\p{L}\p{N}\p{M}]+/gu) ?? [];
  // What has no words in it is found nowhere.
  return words.length === 0 ? '""' : words.map((word) => `"${word}"*`).join(' ');
}

/** The numbers (`id`) of the products that have some words, and how well (`rank`, the least first), as a query. */
export const productsHaving = (words: string): SQL =>
  sql`select rowid as id, rank from product_search where product_search match ${wordsToFind(words)}`;
