import Papa from 'papaparse';

/** The lines of a pasted text, however they end, without a byte-order mark. */
export const linesOf = (text: string): string[] => text.replace(/^\ufeff/, '').split(/\r\n|\r|\n/);

/** The first of some signs that any of the lines has; undefined where none has any. */
export const signAmong = (lines: readonly string[], signs: readonly string[]): string | undefined =>
  signs.find((sign) => lines.some((line) => line.includes(sign)));

/** Gives the cells of a line that a sign parts; what stands in quotation marks is one cell. */
export const cellsPartedBy =
  (sign: string) =>
  (line: string): string[] =>
    Papa.parse<string[]>(line, { delimiter: sign }).data[0] ?? [];
