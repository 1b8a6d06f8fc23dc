import { inOneLine } from '../text';
import { type ListRow } from './groups';
import { type ListColumn, wordFor } from './mapping';

/** What parts a title from what stands behind it. */
const PARTING = ' ,;:|/·–—-';

/** A text without whatever of some signs it ends with. */
export function withoutEnd(text: string, signs: string): string {
  let end = text.length;
  while (end > 0 && signs.includes(text.charAt(end - 1))) end -= 1;
  return text.slice(0, end);
}

type Titled = Pick<ListRow, 'title' | 'values'>;

/** How a row says the value of a column, in small letters. */
function wordsOf({ values }: Titled, column: ListColumn, place: number): string[] {
  const value = values[place] ?? '';
  return value === '' ? [] : [value.toLowerCase(), wordFor(column, value).toLowerCase()];
}

/** A title without a word at its end, and what parts the two; null where it doesn't end so. */
function cutAt(title: string, word: string): string | null {
  const plain = withoutEnd(title, ')]');
  if (word === '' || !plain.toLowerCase().endsWith(word)) return null;
  const start = plain.slice(0, plain.length - word.length);
  const cut = withoutEnd(start, `${PARTING}([`);
  return cut === start || cut === '' ? null : cut;
}

/** A title without what some columns say, as far as that stands at its end. */
function withoutValues(row: Titled, columns: readonly ListColumn[], named: ReadonlySet<number>): string {
  const words = new Set(columns.flatMap((column, place) => (named.has(place) ? wordsOf(row, column, place) : [])));
  let rest = row.title;
  for (let isCut = true; isCut;) {
    isCut = false;
    for (const word of words) {
      const cut = cutAt(rest, word);
      if (cut === null) continue;
      rest = cut;
      isCut = true;
      words.delete(word);
      break;
    }
  }
  return inOneLine(rest);
}

/** Titles have a value in them where most of them have: once it is their own number that looks like one. */
const MOST = 0.8;

/**
 * The titles of rows without the values that stand behind them: of `Bee suit, white, M` it is `Bee suit`. Only columns
 * count that most titles have their value of.
 */
export function ownTitles(rows: readonly Titled[], columns: readonly ListColumn[]): string[] {
  const named = new Set(
    columns.flatMap((column, place) => {
      const said = rows.map((row) => ({ title: row.title.toLowerCase(), words: wordsOf(row, column, place) }));
      const filled = said.filter(({ words }) => words.length > 0);
      const having = filled.filter(({ title, words }) => words.some((word) => title.includes(word)));
      return having.length > 0 && having.length >= filled.length * MOST ? place : [];
    }),
  );
  return rows.map((row) => withoutValues(row, columns, named));
}

/** The title of rows that are one product: theirs, or the words that all of them begin with. */
export function sharedTitle(titles: readonly string[]): string {
  const [first = ''] = titles;
  let words = first.split(' ');
  for (const title of titles) {
    const other = title.split(' ');
    const differs = words.findIndex((word, place) => word.toLowerCase() !== other[place]?.toLowerCase());
    if (differs >= 0) words = words.slice(0, differs);
  }
  return (withoutEnd(words.join(' '), PARTING) || first).slice(0, 160);
}
