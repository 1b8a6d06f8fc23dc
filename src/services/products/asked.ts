import { productStates } from '../../data/schema';
import { type ListAsked, listAskedFrom, saidIn } from '../list-asked';

/**
 * Which products are shown: all but the archived, any at all, those of one state, or those in the shop whether they
 * have been changed since or not.
 */
const productsShown = ['all', 'any', 'sold', ...productStates] as const;
export type ProductsShown = (typeof productsShown)[number];

const sorts = ['title', 'sku', 'category', 'price', 'earns', 'stock', 'state'] as const;
export type ProductSort = (typeof sorts)[number];

/** What of the products is asked for. */
export interface ProductsAsked extends ListAsked<ProductSort> {
  readonly show: ProductsShown;
  /** empty for all */
  readonly category: string;
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
  return {
    ...listAskedFrom(params, sorts),
    show: productsShown.find((known) => known === saidIn(params, 'show')) ?? 'all',
    category: saidIn(params, 'category'),
  };
}
