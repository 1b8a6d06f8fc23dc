import Papa from 'papaparse';
import { Exact } from '../../core/number';
import { type WrittenSpreadsheet } from '../../core/spreadsheet';

/** How it goes out: text with decimal points and commas between, with decimal commas and semicolons, or a workbook. */
export const spreadsheetForms = ['csv', 'csv-comma', 'xlsx'] as const;
export type SpreadsheetForm = (typeof spreadsheetForms)[number];

const NUMBER = /^-?\d+(?:\.\d+)?$/;

/** Keeps a text from becoming a formula in a program that opens it: a mark before it says that it is text. */
const defused = (cell: string): string => (/^'*[=+\-@\t\r]/.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell);

/** Writes a spreadsheet as a file. */
export async function spreadsheetBytes(written: WrittenSpreadsheet, form: SpreadsheetForm): Promise<Uint8Array> {
  return form === 'xlsx' ? workbookBytes(written) : new TextEncoder().encode(textOf(written, form === 'csv-comma'));
}

/** A table as text, decimal points and commas between. @see RFC 4180 */
export const csvText = (grid: WrittenSpreadsheet['grid']): string =>
  textOf({ title: '', grid, numbers: new Set() }, false);

/** @see RFC 4180; programs tell UTF-8 by its byte-order mark */
function textOf({ grid, numbers }: WrittenSpreadsheet, hasCommas: boolean): string {
  const rows = grid.map((row) =>
    row.map((cell, place) =>
      hasCommas && numbers.has(place) && NUMBER.test(cell) ? cell.replace('.', ',') : defused(cell),
    ),
  );
  return `\ufeff${Papa.unparse(rows, { delimiter: hasCommas ? ';' : ',', newline: '\r\n' })}\r\n`;
}

/** More digits than these a number of a spreadsheet has not: what has more stays text. */
const MOST_DIGITS = 15;

function cellOf(text: string, isNumber: boolean) {
  const isExact = NUMBER.test(text) && text.replace(/\D/g, '').length <= MOST_DIGITS && Exact.parse(text) !== null;
  if (isNumber && isExact) return Number(text);
  // In a workbook text stays text; only what looks as if it had been kept from becoming a formula is marked once more.
  return text.startsWith("'") ? defused(text) : text;
}

const formatOf = (text: string): string => {
  const decimals = text.split('.')[1]?.length ?? 0;
  return decimals === 0 ? '0' : `0.${'0'.repeat(decimals)}`;
};

/** The widest that a column begins, in characters. */
const WIDEST = 50;

async function workbookBytes({ title, grid, numbers }: WrittenSpreadsheet): Promise<Uint8Array> {
  const { Workbook } = (await import('exceljs')).default;
  const book = new Workbook();
  const sheet = book.addWorksheet(title, { views: [{ state: 'frozen', ySplit: 1 }] });
  for (const row of grid) {
    const cells = sheet.addRow(row.map((text, place) => cellOf(text, numbers.has(place))));
    for (const place of numbers) {
      const cell = cells.getCell(place + 1);
      if (typeof cell.value === 'number') cell.numFmt = formatOf(row[place] ?? '');
    }
  }
  sheet.getRow(1).font = { bold: true };
  grid[0]?.forEach((_, place) => {
    sheet.getColumn(place + 1).width = Math.min(
      WIDEST,
      2 + grid.reduce((longest, row) => Math.max(longest, row[place]?.length ?? 0), 6),
    );
  });
  return new Uint8Array(await book.xlsx.writeBuffer());
}
