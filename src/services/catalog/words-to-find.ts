import { and, type SQL, sql } from 'drizzle-orm';
import { type AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { plainWords } from '../../core/text';

/**
 * Words as the database looks for them: each as one that begins so, all of them. Signs only part words, as they do in
 * what is found.
 */
function wordsToFind(text: string): string {
  const words = plainWords(text).match(/[\p{L}\p{N}\p{M}]+/gu) ?? [];
  // What has no words in it is found nowhere.
  return words.length === 0 ? '""' : [...new Set(words)].map((word) => `"${word}"*`).join(' ');
}

/**
 * What a query finds, the best first, as a join of its own table.
 *
 * @param id   the number of a thing in that table
 * @param most so many of them; absent for all
 */
export const bestOf = (query: SQL, id: AnySQLiteColumn, most = -1): [from: SQL, on: SQL] => [
  sql`(${query} order by rank limit ${most}) as found`,
  sql`found.id = ${id}`,
];

/** What has some words, and how well, as a join of its own table; all there is where nothing is looked for. */
export const foundOrAll = (words: string, having: (words: string) => SQL, id: AnySQLiteColumn): [from: SQL, on: SQL] =>
  words.trim() === ''
    ? [sql`(select null as rank) as found`, sql`true`]
    : [sql`(${having(words)}) as found`, sql`found.id = ${id}`];

/** Words of which any is looked for, as a whole word. */
export function anyOfWords(texts: readonly string[]): string[] {
  return [...new Set(texts.flatMap((text) => plainWords(text).match(/[\p{L}\p{N}\p{M}]{3,}/gu) ?? []))];
}

/** The numbers (`id`) of the stock items that have some words, and how well (`rank`), as a query. */
export const stockHaving = (words: string): SQL => stockMatching(wordsToFind(words));

/** The same of those that have any of some words. */
export const stockHavingAny = (words: readonly string[]): SQL =>
  stockMatching(words.map((word) => `"${word}"`).join(' OR '));

const stockMatching = (query: string): SQL =>
  sql`select rowid as id, rank from stock_search where stock_search match ${query}`;

/**
 * The numbers (`id`) of the products that have some words, and how well (`rank`, the least first), as a query. A word
 * that is the SKU or the GTIN of a product or a variant finds it first.
 */
export function productsHaving(words: string): SQL {
  const having = sql`select rowid as id, rank from product_search where product_search match ${wordsToFind(words)}`;
  const code = words.trim().toLowerCase();
  if (code === '' || /\s/.test(code)) return having;
  const coded = sql`select product_id from product_codes where code = ${code}`;
  return sql`${having} and rowid not in (${coded}) union all select product_id, ${BEFORE_ALL} from (${coded})`;
}

/** A rank before that of anything found by words, which is hardly ever less than -100. */
const BEFORE_ALL = -1_000;

/** The same of what stands in the shop's list, by the words that customers read. */
export const shopHaving = (words: string): SQL =>
  sql`select rowid as id, rank from shop_search where shop_search match ${wordsToFind(words)}`;

/** Which of these have all the words somewhere in some of their columns. */
export function having(words: string, ...columns: readonly (AnySQLiteColumn | SQL)[]): SQL | undefined {
  const text = sql.join(
    columns.map((column) => sql`${column}`),
    sql` || ' ' || `,
  );
  // Signs that stand for others there are looked for as they are.
  const wanted = plainWords(words)
    .split(' ')
    .filter((word) => word !== '');
  return and(...wanted.map((word) => sql`${text} like ${`%${word.replace(/[\\%_]/g, '\\$&')}%`} escape '\\'`));
}
