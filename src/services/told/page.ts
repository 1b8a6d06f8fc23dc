import { type PageOf } from '../page-among';

/** A page of a list as other programs are told it. */
export interface PageTold<Item> {
  readonly items: readonly Item[];
  /** from 1 */
  readonly page: number;
  readonly pages: number;
  /** on all pages */
  readonly found: number;
}

export const asTold = <Row, Item>(
  { rows, page, pages, found }: PageOf<Row>,
  told: (row: Row) => Item,
): PageTold<Item> => ({ items: rows.map(told), page, pages, found });
