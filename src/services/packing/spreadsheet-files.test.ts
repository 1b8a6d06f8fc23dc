import readXlsxFile from 'read-excel-file/node';
import { Workbook } from 'exceljs';
import { describe, expect, it } from 'vitest';
import { type Grid } from '../../core/spreadsheet';
import { openFile } from './packed';
import { spreadsheetBytes, type SpreadsheetForm, spreadsheetForms } from './spreadsheet-out';

const GRID: Grid = [
  ['Product', 'Title', 'Price'],
  ['smoker', 'Smoker, “large”\nwith bellows', '42.50'],
  ['nuc', '=HYPERLINK("x")', '-3'],
  ['tool', '+10 each; "ash"', '0.1'],
  ['quoted', "'=1+1", '7'],
  ['jars', '00123', '12345678901234567890.5'],
];
const written = { title: 'Products', grid: GRID, numbers: new Set([2]) };
const bytesAs = (form: SpreadsheetForm) => spreadsheetBytes(written, form);

async function gridOf(bytes: Uint8Array): Promise<Grid> {
  const opened = await openFile(bytes);
  if (opened.kind !== 'spreadsheet') throw new Error(JSON.stringify(opened.reading.faults));
  return opened.grid;
}

/** Rows without what a last line end leaves. */
const rowsOf = async (bytes: Uint8Array) => (await gridOf(bytes)).filter((row) => row.some((cell) => cell !== ''));

describe('a spreadsheet as a file', () => {
  it.each(spreadsheetForms)('as %s opens as what it was', async (form) => {
    const grid = await rowsOf(await bytesAs(form));
    const wanted =
      form === 'csv-comma'
        ? GRID.map((row) => row.map((cell, at) => (at === 2 ? cell.replace('.', ',') : cell)))
        : GRID;
    expect(grid.map((row) => row.map((cell) => (cell === '42.5' ? '42.50' : cell)))).toEqual(wanted);
  });

  it('keeps what looks like a formula from becoming one, and numbers as they are', async () => {
    const text = new TextDecoder().decode(await bytesAs('csv'));
    expect(text.split('\r\n')[2]).toBe(`nuc,"'=HYPERLINK(""x"")",-3`);
    expect(text).toContain(`tool,"'+10 each; ""ash""",0.1`);
  });

  it('as a workbook is read by others: texts as texts, numbers as numbers of the same places', async () => {
    const bytes = await bytesAs('xlsx');
    const [sheet] = await readXlsxFile(Buffer.from(bytes));
    expect(sheet?.data.slice(1)).toEqual([
      ['smoker', 'Smoker, “large”\nwith bellows', 42.5],
      ['nuc', '=HYPERLINK("x")', -3],
      ['tool', '+10 each; "ash"', 0.1],
      ['quoted', "''=1+1", 7],
      ['jars', '00123', '12345678901234567890.5'],
    ]);
    const book = new Workbook();
    await book.xlsx.load(bytes as unknown as ArrayBuffer);
    expect(book.worksheets[0]?.getCell('C2').numFmt).toBe('0.00');
  });

  it('is read in whatever encoding and with whatever between its cells', async () => {
    const text = 'Product;Title;Price\r\nroof;Dach für „Bienen“ €;9,50\r\n';
    const old = Buffer.from(text.replace('„', '\u0084').replace('“', '\u0093').replace('€', '\u0080'), 'latin1');
    const wanted = ['roof', 'Dach für „Bienen“ €', '9,50'];
    for (const bytes of [
      Buffer.from(text),
      Buffer.from(`\ufeff${text}`),
      Buffer.from(`\ufeff${text}`, 'utf16le'),
      Buffer.from(text.replace(/[„“€ü]/g, 'x'), 'utf16le'),
      old,
    ])
      expect((await rowsOf(bytes))[1]?.map((cell) => cell.replace('Dach fxr xBienenx x', wanted[1] ?? ''))).toEqual(
        wanted,
      );
    for (const between of [',', '\t', '|'])
      expect((await rowsOf(Buffer.from(`Product${between}Title\nroof${between}Roof\n`)))[1]).toEqual(['roof', 'Roof']);
  });

  it('gives figures as they are shown, results of formulas, days and ticks', async () => {
    const book = new Workbook();
    const sheet = book.addWorksheet('One');
    sheet.addRow(['Product', 'Price', 'Day', 'On sale', 'Sum', 'Error', 'Rich']);
    sheet.addRow([
      'roof',
      0.1 + 0.2,
      new Date(Date.UTC(2026, 4, 3)),
      true,
      { formula: 'B2*2', result: 0.6 },
      { error: '#REF!' },
      { richText: [{ text: 'Gabled ' }, { text: 'roof', font: { bold: true } }] },
    ]);
    const bytes = new Uint8Array(await book.xlsx.writeBuffer());
    expect((await gridOf(bytes))[1]).toEqual(['roof', '0.3', '2026-05-03', 'yes', '0.6', '#REF!', 'Gabled roof']);
  });

  it('is refused where it is damaged', async () => {
    const told = async (bytes: Uint8Array) => {
      const opened = await openFile(bytes);
      const [fault] = opened.kind === 'catalog' ? (opened.reading.faults ?? []) : [];
      return fault && 'detail' in fault.data ? fault.data.detail : opened.kind;
    };
    const whole = await bytesAs('xlsx');
    expect(await told(whole.subarray(0, whole.length - 40))).toBe('This ZIP file is damaged: it can’t be unpacked.');
    expect(await told(Buffer.from('\r\n \n'))).toBe('There is nothing in this file.');
    expect(await told(Buffer.from('Product,Title\nroof,"Roof'))).toMatch(/^A quotation mark in row 2 has no end/);
  });
});
