'use client';

import { useAddress } from '@/ui/use-address';
import { listQuery } from './query-of';
import { type ListPage, useListPage } from './use-list-page';

/** One thing by which a list is narrowed, as the address says it. */
export type Narrowing = readonly [value: string, set: (value: string) => void];

/**
 * A list that the server finds, sorts and pages: what is asked of it as its address says it, and the page of it.
 *
 * @param path      where it is asked for
 * @param first     what the page of the application came with
 * @param narrowing what else is asked of it, by its name in the address: as it is said there, empty for what is usual
 * @param isUnfinished whether a page will say something else before long
 */
export function useAskedList<Page, Name extends string = never>(
  path: string,
  first: ListPage<Page>,
  narrowing: Readonly<Record<Name, Narrowing>>,
  isUnfinished?: (page: Page) => boolean,
) {
  const [find, setFind] = useAddress('find');
  const [sort, setSort] = useAddress('sort');
  const [page, setPage] = useAddress('page', '1');
  // Another question begins with its first page.
  const anew = (set: (value: string) => void) => (value: string) => {
    set(value);
    setPage('1');
  };
  const names = Object.keys(narrowing) as Name[];
  const narrowed = Object.fromEntries(names.map((name) => [name, narrowing[name][0]])) as Record<Name, string>;
  return {
    ...useListPage(path, listQuery({ find, ...narrowed, sort, page }), first, isUnfinished),
    find,
    sort,
    setFind: anew(setFind),
    setSort: anew(setSort),
    narrow: (name: Name, value: string) => anew(narrowing[name][1])(value),
    setPage: (number: number) => {
      setPage(String(number));
      // Whoever turns a page reads it from its top.
      window.scrollTo({ top: 0 });
    },
  };
}
