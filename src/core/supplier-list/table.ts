import { decimalSignOf, type DecimalSign, type Grid, withPoint } from '../spreadsheet';
import { inOneLine } from '../text';
import { headOfPart, type ListMapping } from './mapping';

/** A row below the headings. */
export interface TableRow {
  /** as spreadsheets count */
  readonly number: number;
  /** what stands under each heading */
  readonly cells: readonly string[];
}

/** A list with its headings, each of which is there once. */
export interface ListTable {
  readonly heads: readonly string[];
  /** headings of columns that were made by taking one apart */
  readonly parts: readonly string[];
  readonly rows: readonly TableRow[];
  /** rows that say nothing of a product, such as titles of what follows */
  readonly skipped: readonly number[];
}

const filled = (row: readonly string[]): number => row.filter((cell) => cell.trim() !== '').length;

/** The width that most rows have. */
function usualWidth(grid: Grid): number {
  const widths = grid.map(filled).filter((width) => width > 0);
  widths.sort((a, b) => a - b);
  return widths[Math.floor(widths.length / 2)] ?? 0;
}

/**
 * Finds the headings of a list: the first row that is filled like most of them. What stands above, such as a name and a
 * date, is no heading, and rows below with a single cell part the list.
 */
export function tableOf(grid: Grid, split: ListMapping['split'] = null): ListTable {
  const least = Math.max(2, Math.ceil(usualWidth(grid) * 0.6));
  const top = grid.findIndex((row) => filled(row) >= least);
  if (top < 0) return { heads: [], parts: [], rows: [], skipped: [] };
  const width = grid.slice(top).reduce((most, row) => Math.max(most, row.length), 0);
  const texts = Array.from({ length: width }, (_, place) => inOneLine(grid[top]?.[place] ?? '').slice(0, 180));
  const used = texts.map((text, place) => text !== '' || grid.slice(top + 1).some((row) => (row[place] ?? '') !== ''));
  const places = used.flatMap((isUsed, place) => (isUsed ? place : []));
  const heads = unlike(places.map((place) => texts[place] || `Column ${place + 1}`));
  const headLine = texts.join('\0').toLowerCase();
  const rows: TableRow[] = [];
  const skipped: number[] = [];
  grid.slice(top + 1).forEach((row, index) => {
    const number = top + 2 + index;
    const cells = places.map((place) => inOneLine(row[place] ?? ''));
    const count = filled(cells);
    if (count === 0) return;
    // Long lists have their headings on every page, and a line before each part of them.
    const isHead =
      texts
        .map((_, place) => inOneLine(row[place] ?? ''))
        .join('\0')
        .toLowerCase() === headLine;
    if (isHead || (count === 1 && heads.length > 2)) skipped.push(number);
    else rows.push({ number, cells });
  });
  return split ? withParts({ heads, parts: [], rows, skipped }, split) : { heads, parts: [], rows, skipped };
}

/** Headings of which no two are the same: the second of a name has a 2 behind it. */
function unlike(heads: readonly string[]): string[] {
  const taken = new Set<string>();
  return heads.map((head) => {
    let free = head;
    for (let count = 2; taken.has(free.toLowerCase()); count += 1) free = `${head} ${count}`;
    taken.add(free.toLowerCase());
    return free;
  });
}

/** So many parts of a cell are columns of their own; what is behind them stays with the last. */
const MOST_PARTS = 6;

/** Takes a column apart: its parts become columns behind all others. */
function withParts(table: ListTable, { head, separator }: NonNullable<ListMapping['split']>): ListTable {
  const place = table.heads.indexOf(head);
  if (place < 0) return table;
  const parts = table.rows.map(({ cells }) => partsOf(cells[place] ?? '', separator));
  const count = parts.reduce((most, each) => Math.max(most, each.length), 0);
  const made = Array.from({ length: count }, (_, part) => headOfPart(head, part));
  return {
    ...table,
    heads: [...table.heads, ...made],
    parts: made,
    rows: table.rows.map(({ number, cells }, index) => ({
      number,
      cells: [...cells, ...Array.from({ length: count }, (_, part) => parts[index]?.[part] ?? '')],
    })),
  };
}

/** A text taken apart at a separator. */
export function partsOf(text: string, separator: string): string[] {
  const all = text.split(separator).map((part) => part.trim());
  return all.length <= MOST_PARTS ? all : [...all.slice(0, MOST_PARTS - 1), all.slice(MOST_PARTS - 1).join(separator)];
}

const FIGURE = /\d[\d.,’' \u00a0\u202f]*/;

/** The figure of a cell, with whatever sign or code of a currency stands around it. */
const figureIn = (text: string): string => (FIGURE.exec(text)?.[0] ?? '').trim();

/** What parts decimals in some cells; null where nothing tells. */
export const signIn = (cells: Iterable<string>): DecimalSign | null => decimalSignOf([...cells].map(figureIn));

/** A cell with its figure written with a point. */
export const pointed = (text: string, sign: DecimalSign | null): string =>
  text.replace(FIGURE, (figure) => withPoint(figure, sign));
