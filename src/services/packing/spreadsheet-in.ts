import { type Cell, type CellValue, type Workbook as Book, type Worksheet } from 'exceljs';
import Papa from 'papaparse';
import { type Grid } from '../../core/spreadsheet';
import { Unopenable } from './refused';

/** So many rows and columns are read. */
const MOST_ROWS = 100_000;
const MOST_COLUMNS = 200;

const SEPARATORS = [',', ';', '\t', '|'] as const;

/** The headings stand within so many characters. */
const LONGEST_HEAD = 20_000;

/** What parts the cells: what its first line, of headings, has most of, beside what stands in quotation marks. */
function separatorOf(text: string): string {
  const first =
    text
      .slice(0, LONGEST_HEAD)
      .split(/[\r\n]+/)
      .find((line) => line.trim() !== '') ?? '';
  const head = first.replace(/"[^"]*"/g, '');
  const count = (sign: string) => head.split(sign).length;
  return [...SEPARATORS].sort((a, b) => count(b) - count(a))[0] ?? ',';
}

/**
 * Reads a spreadsheet in text, whatever parts its cells.
 *
 * @throws Unopenable where quotation marks don't end, or it has too many rows
 * @see RFC 4180
 */
export function gridOfText(text: string): Grid {
  const plain = text.replace(/^\ufeff/, '');
  const { data, errors } = Papa.parse<string[]>(plain, {
    delimiter: separatorOf(plain),
    preview: MOST_ROWS + 1,
  });
  const open = errors.find(({ type }) => type === 'Quotes');
  if (open)
    throw new Unopenable(`A quotation mark in row ${(open.row ?? 0) + 1} has no end, or something stands behind it.`);
  return bounded(data.map((row) => row.map(undefused)));
}

function bounded(grid: Grid): Grid {
  if (grid.length > MOST_ROWS) throw new Unopenable(`It has more than ${MOST_ROWS} rows. Part it into several files.`);
  if (grid.some((row) => row.length > MOST_COLUMNS)) throw new Unopenable(`It has more than ${MOST_COLUMNS} columns.`);
  return grid;
}

/** What was kept from becoming a formula, as it was. */
const undefused = (cell: string): string => (/^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

/**
 * Reads the first sheet with anything in it of a workbook in Office Open XML.
 *
 * @throws Unopenable where it can't be read
 * @see ECMA-376, part 1, 18
 */
export async function gridOfWorkbook(bytes: Uint8Array): Promise<Grid> {
  const { Workbook } = (await import('exceljs')).default;
  const book: Book = new Workbook();
  try {
    await book.xlsx.load(bytes as unknown as ArrayBuffer);
  } catch {
    throw new Unopenable('This workbook is damaged: it can’t be read.');
  }
  const sheet = book.worksheets.find(({ state, actualRowCount }) => state === 'visible' && actualRowCount > 0);
  if (!sheet) throw new Unopenable('There is nothing in this workbook.');
  return bounded(rowsOf(sheet));
}

function rowsOf(sheet: Worksheet): string[][] {
  if (sheet.rowCount > MOST_ROWS)
    throw new Unopenable(`It has more than ${MOST_ROWS} rows. Part it into several files.`);
  const rows: string[][] = Array.from({ length: sheet.rowCount }, () => []);
  sheet.eachRow((row, number) => {
    const cells: string[] = [];
    row.eachCell((cell, column) => {
      if (column <= MOST_COLUMNS + 1) cells[column - 1] = undefused(textOfCell(cell));
    });
    rows[number - 1] = Array.from(cells, (text: string | undefined) => text ?? '');
  });
  return rows;
}

const textOfCell = ({ value }: Cell): string => textOfValue(value);

function textOfValue(value: CellValue): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'number') return numberText(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if ('error' in value) return value.error;
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('text' in value) return textOfValue(value.text as CellValue);
  // Of a formula it is what it came to when the workbook was saved.
  return 'result' in value ? textOfValue(value.result as CellValue) : '';
}

/** Spreadsheets reckon with fifteen digits: what stands behind them is noise of binary fractions. */
const DIGITS = 15;

function numberText(value: number): string {
  const text = String(Number(value.toPrecision(DIGITS)));
  return text.includes('e') ? BigInt(Math.trunc(value)).toString() : text;
}
