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
import { dayAt } from '../../core/calendar';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { type SpreadsheetForm } from '../packing/spreadsheet-out';
import { Refusal } from '../refusal';
import { ORDER_NUMBERS, orderGrid } from '../selling/orders-out';
import { readCountList } from '../stock/items/count-list';
import { readStock } from '../stock/ledger/figures';
import { readWholeCatalog } from './catalog-out';

/** What goes out as a spreadsheet: parts of the catalog, which come in again; a list to count by; and orders. */
export const spreadsheetsOut = [...spreadsheetKeys, 'selections', 'count', 'orders'] as const;
export type SpreadsheetOut = (typeof spreadsheetsOut)[number];

const isOfCatalog = (key: SpreadsheetOut): key is SpreadsheetKey =>
  (spreadsheetKeys as readonly string[]).includes(key);

const OTHERS: Readonly<Record<Exclude<SpreadsheetOut, SpreadsheetKey>, string>> = {
  selections: 'Selections, a row each',
  count: 'Stock to count',
  orders: 'Orders',
};

/** What each is called, in words. */
export const spreadsheetTitle = (key: SpreadsheetOut): string =>
  isOfCatalog(key) ? spreadsheetKind(key).title : OTHERS[key];

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
  if (key === 'selections') return flatOf(context, only);
  return atOneMoment(context, async ({ database: { read } }) =>
    key === 'orders'
      ? { title, grid: await orderGrid(read), numbers: ORDER_NUMBERS }
      : writeSpreadsheet(await readWholeCatalog(read), key, only),
  );
}

/** What is in the shop, a row for each selection that can be sold. */
async function flatOf(context: Services, only: ReadonlySet<string> | null): Promise<WrittenSpreadsheet> {
  const asked = await atOneMoment(context, async ({ database: { read } }) => {
    const catalog = await readWholeCatalog(read);
    return { catalog, stock: await readStock(read, new Set(catalog.stock.map(({ key }) => key))) };
  });
  const today = dayAt(context.now(), asked.catalog.shop.timeZone);
  return inBackground('flatSelections', { ...asked, only, today }, 'What can be selected');
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
