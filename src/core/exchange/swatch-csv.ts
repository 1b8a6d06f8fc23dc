import { dequal } from 'dequal';
import Papa from 'papaparse';
import { freeKeys, type Swatch, swatchesByName } from '../catalog';
import { readColour } from '../colour';
import { cellBy, headingLine } from './heading-line';

const COLUMNS = ['name', 'colour', 'second colour', 'third colour', 'family', 'supplier code'] as const;

/** Writes the swatch book as CSV: a line of column names, then a line a swatch. @see RFC 4180 */
export function swatchesToCsv(swatches: readonly Swatch[]): string {
  const rows = swatches.map(({ name, colours, family, supplierCode }) => [
    name,
    colours[0] ?? '',
    colours[1] ?? '',
    colours[2] ?? '',
    family,
    supplierCode,
  ]);
  // A cell that a spreadsheet would take for a formula is kept from running there.
  return `${Papa.unparse({ fields: [...COLUMNS], data: rows }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** One line of a CSV file, with the swatch it makes or what is wrong with it. */
export interface SwatchLine {
  /** counted from 1, the line of column names included */
  readonly line: number;
  readonly name: string;
  readonly swatch: Swatch | null;
  readonly does: 'adds' | 'changes' | 'leaves';
  readonly faults: readonly string[];
}

const HEADS: Readonly<Record<string, (typeof COLUMNS)[number]>> = {
  name: 'name',
  swatch: 'name',
  colour: 'colour',
  color: 'colour',
  'colour 1': 'colour',
  'color 1': 'colour',
  hex: 'colour',
  rgb: 'colour',
  lab: 'colour',
  'second colour': 'second colour',
  'colour 2': 'second colour',
  'color 2': 'second colour',
  'third colour': 'third colour',
  'colour 3': 'third colour',
  'color 3': 'third colour',
  family: 'family',
  'supplier code': 'supplier code',
  code: 'supplier code',
};

/**
 * Reads swatches from CSV, with commas, semicolons or tabs; a swatch of a name that the book has changes it.
 * Nothing is taken in here: what each line would do is said, with its faults.
 *
 * @param book the swatches there are
 */
export function swatchesFromCsv(text: string, book: readonly Swatch[]): SwatchLine[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, '').trimEnd(), { skipEmptyLines: false });
  const [head = [], ...rest] = data;
  // Without a line of names the columns stand in their own order.
  const headings = headingLine(head, HEADS, 'name');
  const rows = headings ? rest : data;
  const freeKey = freeKeys(book.map(({ key }) => key));
  const knownAs = swatchesByName(book);
  const named = new Set<string>();
  return rows.flatMap((cells, index) => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const cell = cellBy(cells, headings ?? COLUMNS);
    const name = cell('name');
    const known = knownAs(name);
    const faults: string[] = [];
    if (name === '') faults.push('It has no name.');
    if (name.length > 80) faults.push('The name is longer than 80 characters.');
    if (named.has(name.toLowerCase())) faults.push(`“${name}” is in this list twice.`);
    named.add(name.toLowerCase());
    const colours = (['colour', 'second colour', 'third colour'] as const).flatMap((column) => {
      const given = cell(column);
      if (given === '') return [];
      const colour = readColour(given);
      if (colour === null)
        faults.push(`“${given}” is not a colour that can be shown. Write #5b7a5e, rgb(91, 122, 94) or lab(48 -16 12).`);
      return colour ?? [];
    });
    if (colours.length === 0 && faults.length === 0 && !known?.picture) faults.push('It has no colour.');
    const key = known?.key ?? freeKey(name, 'swatch');
    const swatch: Swatch = {
      key,
      name,
      colours,
      picture: known?.picture ?? null,
      family: cell('family').slice(0, 80),
      supplierCode: cell('supplier code').slice(0, 60),
    };
    const same = known !== undefined && dequal(known, swatch);
    return {
      line: index + (headings ? 2 : 1),
      name,
      swatch: faults.length === 0 ? swatch : null,
      does: same ? 'leaves' : known ? 'changes' : 'adds',
      faults,
    } as const;
  });
}
