import { typedDecimal } from '../number';
import { cellBy, headingLine } from './heading-line';
import { cellsPartedBy, linesOf, signAmong } from './parted';

/** One line of what came in or was counted, as it is typed, scanned or pasted; nothing of it is understood yet. */
export interface EntryLine {
  /** SKU or GTIN of what is sold, or name or inside name of the stock item */
  readonly code: string;
  readonly quantity: string;
  /** of what lies in lots: what the lot is called */
  readonly lot: string;
  /** what was paid for one unit; empty where nobody says */
  readonly unitCost: string;
}

/** What is entered into the ledger by hand: what came in is added, what was counted is set. */
export const entryKinds = ['receipt', 'adjustment'] as const;
export type EntryKind = (typeof entryKinds)[number];

type Column = keyof EntryLine;

const COLUMNS: Readonly<Record<EntryKind, readonly Column[]>> = {
  receipt: ['code', 'quantity', 'unitCost', 'lot'],
  adjustment: ['code', 'quantity', 'lot'],
};

const HEADS: Readonly<Record<string, Column>> = {
  code: 'code',
  sku: 'code',
  gtin: 'code',
  article: 'code',
  'article number': 'code',
  item: 'code',
  'stock item': 'code',
  quantity: 'quantity',
  qty: 'quantity',
  pieces: 'quantity',
  count: 'quantity',
  counted: 'quantity',
  length: 'quantity',
  'unit cost': 'unitCost',
  cost: 'unitCost',
  price: 'unitCost',
  'cost of one': 'unitCost',
  lot: 'lot',
  roll: 'lot',
  board: 'lot',
  bar: 'lot',
  sheet: 'lot',
};

/** `12 x SUIT-M`: the quantity first, as it is typed before a code is scanned. */
const TIMES = /^(\d+(?:[.,]\d+)?)\s*[x×*]\s+(\S.*)$/i;

/**
 * Reads lines of a delivery or a count: code, quantity, unit cost and lot, parted by tabs, semicolons or commas; of a
 * count without costs. Where the first line has headings, columns stand in their order, and what a list to count by has
 * no count of is left out. A line without such a sign is a code, or `12 x` a code.
 *
 * @returns the lines as they are written, empty ones left out; what is not said is empty
 */
export function readEntryList(text: string, kind: EntryKind = 'receipt'): EntryLine[] {
  const lines = linesOf(text).filter((line) => line.trim() !== '');
  const sign = signAmong(lines, ['\t', ';', ',']);
  const cellsOf = sign === undefined ? (line: string) => [line] : cellsPartedBy(sign);
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'code');
  // A list to count by has a place for every count: what is empty there has not been counted.
  const isCountList = kind === 'adjustment' && headings?.includes('quantity') === true;
  return lines.slice(headings ? 1 : 0).flatMap((line): EntryLine[] => {
    const cell = cellBy(cellsOf(line), headings ?? COLUMNS[kind]);
    if (isCountList && cell('quantity') === '') return [];
    const counted = cell('quantity') === '' ? TIMES.exec(cell('code')) : null;
    return [
      {
        code: counted?.[2] ?? cell('code'),
        quantity: typedDecimal(counted?.[1] ?? cell('quantity')),
        lot: cell('lot'),
        unitCost: typedDecimal(cell('unitCost')),
      },
    ];
  });
}

/** What adding lines to others makes of them. */
export interface EntryLines<Line extends EntryLine> {
  readonly lines: readonly Line[];
  /** the line that was added last, or that became more */
  readonly last: Line | undefined;
}

/** What codes are compared by: case makes no difference. */
export const plainCode = (code: string): string => code.trim().toLowerCase();

const WHOLE = /^\d{1,9}$/;

/**
 * Adds lines below others. A code alone, as a scanner gives it, is one more of the line that has it already; where
 * there is none, one of it.
 *
 * @param made makes a line of what is typed
 */
export function withEntries<Line extends EntryLine>(
  lines: readonly Line[],
  added: readonly EntryLine[],
  made: (line: EntryLine) => Line,
): EntryLines<Line> {
  const all = [...lines];
  let last: Line | undefined;
  for (const line of added) {
    const isScanned = line.quantity === '' && line.lot === '' && line.unitCost === '';
    const place = isScanned
      ? all.findIndex(
          ({ code, quantity, lot }) => plainCode(code) === plainCode(line.code) && lot === '' && WHOLE.test(quantity),
        )
      : -1;
    const there = all[place];
    if (there) {
      last = { ...there, quantity: String(Number(there.quantity) + 1) };
      all[place] = last;
    } else {
      last = made(isScanned ? { ...line, quantity: '1' } : line);
      all.push(last);
    }
  }
  return { lines: all, last };
}
