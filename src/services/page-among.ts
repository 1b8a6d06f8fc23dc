/** A page of a list. */
export interface PageOf<Row> {
  readonly rows: readonly Row[];
  /** how many match, and how many there are */
  readonly found: number;
  readonly total: number;
  /** from 1 */
  readonly page: number;
  readonly pages: number;
  /** the number of the first row that is shown, from 1 */
  readonly first: number;
}

/**
 * Which page of a list is shown, of all that are found.
 *
 * @param wanted from 1; the nearest that there is of another
 * @returns the page, how many there are, and how many things stand before it
 */
export function pageAmong(
  found: number,
  size: number,
  wanted: number,
): { page: number; pages: number; before: number } {
  const pages = Math.max(1, Math.ceil(found / size));
  const page = Math.min(Math.max(1, Math.trunc(wanted) || 1), pages);
  return { page, pages, before: (page - 1) * size };
}
