import { type Alternative } from '@/ui/field';

/**
 * Reads rows of a table as they are pasted from a spreadsheet: one a line, cells apart by tabs or semicolons, options by
 * their names or inside names.
 *
 * @param columns the options of each column
 * @returns option keys by row, empty for any; or what can't be read and where
 */
export function readRows(text: string, columns: readonly (readonly Alternative[])[]): { readonly rows: string[][]; readonly fault?: undefined } | { readonly rows?: undefined; readonly fault: string } {
  const rows: string[][] = [];
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue;
    const cells = line.split(/\t|;/).map((cell) => cell.trim());
    if (cells.length !== columns.length) return { fault: `Line ${index + 1} has ${cells.length} ${cells.length === 1 ? 'cell' : 'cells'}; ${columns.length} are needed.` };
    const row: string[] = [];
    for (const [column, cell] of cells.entries()) {
      const name = cell.toLowerCase();
      if (name === '' || name === 'any') {
        row.push('');
        continue;
      }
      const options = columns[column] ?? [];
      const found = options.find(({ value, label }) => label.toLowerCase() === name || value === name);
      if (!found) return { fault: `Line ${index + 1}: “${cell}” is not one of ${options.map(({ label }) => label).join(', ')}.` };
      row.push(found.value);
    }
    rows.push(row);
  }
  return rows.length > 0 ? { rows } : { fault: 'There is nothing to take yet.' };
}
