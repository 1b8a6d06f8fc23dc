import { listQuery } from '@/features/kit/shared';

/** What an address of the list says. */
type Said = Readonly<Record<'find' | 'show' | 'category' | 'sort' | 'page', string>>;

/** What is asked for of the products, in the words of an address: what is usual is not said. */
export const productsQuery = ({ find, show, category, sort, page }: Said): string =>
  listQuery({ find, show: show === 'all' ? '' : show, category, sort, page });
