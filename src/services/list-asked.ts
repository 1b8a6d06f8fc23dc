import { pageSaid } from '../core/browsing';
import { LONGEST_WORDS } from '../core/text';

/** So many rows stand on a page of a list. */
export const ON_A_PAGE = 50;

/** What of a list is asked for, whatever it lists. */
export interface ListAsked<Sort extends string> {
  /** words, or beginnings of them; empty for all */
  readonly find: string;
  /** null for the usual order */
  readonly sort: Sort | null;
  readonly isDescending: boolean;
  /** from 1; the nearest that there is of another */
  readonly page: number;
}

/** What a part of an address says; empty where it says nothing. */
export const saidIn = (params: URLSearchParams, name: string): string => params.get(name) ?? '';

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export function listAskedFrom<Sort extends string>(params: URLSearchParams, sorts: readonly Sort[]): ListAsked<Sort> {
  const [by, way] = saidIn(params, 'sort').split('.');
  return {
    find: saidIn(params, 'find').slice(0, LONGEST_WORDS),
    sort: sorts.find((known) => known === by) ?? null,
    isDescending: way === 'desc',
    page: pageSaid(saidIn(params, 'page')),
  };
}
