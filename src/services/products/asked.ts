import { productStates } from '../../data/schema';
import { LONGEST_WORDS } from '../catalog/words-to-find';

/** So many rows stand on a page of a list. */
export const ON_A_PAGE = 50;

/**
 * Which products are shown: all but the archived, any at all, those of one state, or those in the shop whether they
 * have been changed since or not.
 */
const productsShown = ['all', 'any', 'sold', ...productStates] as const;
export type ProductsShown = (typeof productsShown)[number];

const sorts = ['title', 'sku', 'category', 'price', 'earns', 'stock', 'state'] as const;
export type ProductSort = (typeof sorts)[number];

/** What of the products is asked for. */
export interface ProductsAsked {
  /** words, or beginnings of them; empty for all */
  readonly find: string;
  readonly show: ProductsShown;
  /** empty for all */
  readonly category: string;
  /** null for the usual order */
  readonly sort: ProductSort | null;
  readonly isDescending: boolean;
  /** from 1; the nearest that there is of another */
  readonly page: number;
}

/** Everything there is, in the usual order. */
export const EVERYTHING: ProductsAsked = {
  find: '',
  show: 'any',
  category: '',
  sort: null,
  isDescending: false,
  page: 1,
};

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export function productsAskedFrom(params: URLSearchParams): ProductsAsked {
  const said = (name: string) => params.get(name) ?? '';
  const [by, way] = said('sort').split('.');
  return {
    find: said('find').slice(0, LONGEST_WORDS),
    show: productsShown.find((known) => known === said('show')) ?? 'all',
    category: said('category'),
    sort: sorts.find((known) => known === by) ?? null,
    isDescending: way === 'desc',
    page: /^\d{1,7}$/.test(said('page')) ? Math.max(1, Number(said('page'))) : 1,
  };
}
