/**
 * Reads the first line of a pasted list as headings, where it is one: then columns stand in their order.
 *
 * @param cells  the first line
 * @param names  what a heading may be, in lower case, and the column it means
 * @param needed the column without which a list makes no sense: a line without its heading is none
 * @returns a column for each cell, null for one that is not read; or null where the line is no heading
 */
export function headingLine<C extends string>(
  cells: readonly string[],
  names: Readonly<Record<string, C>>,
  needed: C,
): readonly (C | null)[] | null {
  const columns = cells.map((cell) => names[cell.trim().toLowerCase()] ?? null);
  // A single word may as well be what the list is about: an option can be called Colour.
  const isHeading =
    cells.length > 1 &&
    columns.includes(needed) &&
    !cells.some((cell, place) => columns[place] === null && /\d/.test(cell));
  return isHeading ? columns : null;
}

/** Gives the cell of a column, by the order that headings say. */
export function cellBy<C extends string>(
  cells: readonly string[],
  order: readonly (C | null)[],
): (column: C) => string {
  return (column) => (cells[order.indexOf(column)] ?? '').trim();
}
