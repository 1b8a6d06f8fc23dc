import Papa from 'papaparse';
import {
  type Grid,
  type SpreadsheetKey,
  spreadsheetKeys,
  spreadsheetKind,
  unitText,
  writeSpreadsheet,
  type WrittenSpreadsheet,
} from '../../core/spreadsheet';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { type SpreadsheetForm } from '../packing/spreadsheet-out';
import { Refusal } from '../refusal';
import { ORDER_NUMBERS, orderGrid } from '../selling/orders-out';
import { readCountList } from '../stock/items/count-list';
import { readWholeCatalog } from './catalog-out';

/** What goes out as a spreadsheet: parts of the catalog, which come in again; a list to count by; and orders. */
export const spreadsheetsOut = [...spreadsheetKeys, 'count', 'orders'] as const;
export type SpreadsheetOut = (typeof spreadsheetsOut)[number];

const isOfCatalog = (key: SpreadsheetOut): key is SpreadsheetKey =>
  (spreadsheetKeys as readonly string[]).includes(key);

/** What each is called, in words. */
export const spreadsheetTitle = (key: SpreadsheetOut): string =>
  isOfCatalog(key) ? spreadsheetKind(key).title : key === 'count' ? 'Stock to count' : 'Orders';

/**
 * Writes a spreadsheet as a file.
 *
 * @param only what the catalog tells the products by that go out; null for all
 */
export async function exportSpreadsheet(
  context: Services,
  key: SpreadsheetOut,
  form: SpreadsheetForm,
  only: ReadonlySet<string> | null = null,
): Promise<Uint8Array> {
  const written = await writtenOf(context, key, only);
  return inBackground('spreadsheetFile', { written, form }, 'This spreadsheet');
}

async function writtenOf(
  context: Services,
  key: SpreadsheetOut,
  only: ReadonlySet<string> | null,
): Promise<WrittenSpreadsheet> {
  const title = spreadsheetTitle(key);
  if (key === 'count') return { title, grid: await countGrid(context), numbers: new Set([4, 5]) };
  return atOneMoment(context, async ({ database: { read } }) =>
    key === 'orders'
      ? { title, grid: await orderGrid(read), numbers: ORDER_NUMBERS }
      : writeSpreadsheet(await readWholeCatalog(read), key, only),
  );
}

/** What is to be counted: what is written into the last column comes in as a count. */
async function countGrid(context: Services): Promise<Grid> {
  const { lines } = await readCountList(context);
  return [
    ['Stock item', 'Title', 'Unit', 'Lot', 'On hand', 'Counted'],
    ...lines.map(({ key, title, unit, lot, onHand }) => [key, title, unitText(unit), lot ?? '', onHand, '']),
  ];
}

/**
 * What stands in a spreadsheet, as it would be pasted: cells parted by tabs.
 *
 * @throws Refusal 422 `fileFaulty` for what is none
 */
export async function textOfSpreadsheet(bytes: Uint8Array): Promise<{ readonly text: string }> {
  const opened = await inBackground('catalogFile', { bytes }, 'This file');
  if (opened.kind === 'spreadsheet')
    return { text: Papa.unparse([...opened.grid] as string[][], { delimiter: '\t', newline: '\n' }) };
  const [fault] = opened.reading.faults ?? [];
  throw new Refusal(
    422,
    'fileFaulty',
    fault && 'detail' in fault.data && fault.data.detail
      ? `This is no spreadsheet. ${String(fault.data.detail)}`
      : 'This is no spreadsheet. Choose a CSV file, or a workbook as XLSX.',
  );
}
