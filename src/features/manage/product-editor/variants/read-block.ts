import Papa from 'papaparse';

/** A block of cells as a spreadsheet copies it. */
export function readBlock(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
  return data.map((row) => row.map((cell) => cell.trim()));
}
