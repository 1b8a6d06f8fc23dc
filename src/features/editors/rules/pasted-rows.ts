import { type Alternative } from '@/ui/field';

/**
 * Reads rows of a table as they are pasted from a spreadsheet: one a line, cells apart by tabs or semicolons, options
 * by their names or inside names. Where the first line has the titles of the columns, in any order, cells stand in
 * theirs.
 *
 * @param columns the title and the options of each column
 * @returns option keys by row, empty for any; or what can't be read and where
 */
export function readRows(
  text: string,
  columns: readonly { readonly title: string; readonly options: readonly Alternative[] }[],
): { readonly rows: string[][]; readonly fault?: undefined } | { readonly rows?: undefined; readonly fault: string } {
  const rows: string[][] = [];
  let order = columns.map((_, place) => place);
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue;
    const cells = line.split(/\t|;/).map((cell) => cell.trim());
    const named = cells.map((cell) =>
      columns.findIndex(({ title }) => title.trim().toLowerCase() === cell.toLowerCase()),
    );
    if (
      index === 0 &&
      cells.length === columns.length &&
      new Set(named).size === columns.length &&
      !named.includes(-1)
    ) {
      order = named;
      continue;
    }
    if (cells.length !== columns.length)
      return {
        fault: `Line ${index + 1} has ${cells.length} ${cells.length === 1 ? 'cell' : 'cells'}; ${columns.length} are needed.`,
      };
    const row = columns.map(() => '');
    for (const [place, cell] of cells.entries()) {
      const name = cell.toLowerCase();
      if (name === '' || name === 'any') continue;
      const column = order[place] ?? place;
      const options = columns[column]?.options ?? [];
      const found = options.find(({ value, label }) => label.toLowerCase() === name || value === name);
      if (!found)
        return { fault: `Line ${index + 1}: “${cell}” is not one of ${options.map(({ label }) => label).join(', ')}.` };
      row[column] = found.value;
    }
    rows.push(row);
  }
  return rows.length > 0 ? { rows } : { fault: 'There is nothing to take yet.' };
}
