import { Exact, typedDecimal } from '../number';
import { LONGEST_WORDS, plainWords } from '../text';

/** In what order the shop's list stands; the titles unless something is said, or what words fit best. */
export const shopSorts = ['title', 'cheapest', 'dearest', 'newest'] as const;
export type ShopSort = (typeof shopSorts)[number];

/** What one trait may be, each as it is kept: by the names without capital letters. */
export interface TraitAsked {
  readonly name: string;
  readonly values: readonly string[];
}

/** What of the shop's list is asked for. */
export interface ShopAsked {
  /** words, or beginnings of them; empty for all */
  readonly find: string;
  /** null for all */
  readonly category: string | null;
  readonly traits: readonly TraitAsked[];
  /** prices as they were typed; empty for any */
  readonly from: string;
  readonly to: string;
  readonly inStock: boolean;
  /** null for the usual order */
  readonly sort: ShopSort | null;
  /** from 1; the nearest that there is of another */
  readonly page: number;
}

/** Everything on the shelves. */
export const ALL_ON_SHELVES: ShopAsked = {
  find: '',
  category: null,
  traits: [],
  from: '',
  to: '',
  inStock: false,
  sort: null,
  page: 1,
};

/** So many traits, and values of one, an address can ask for. */
const MOST_TRAITS = 10;
const MOST_VALUES = 60;

const TRAIT = 'is.';

/** Signs that nothing shows are none that somebody looks for. */
const typed = (text: string): string => text.replace(/\p{Cc}/gu, ' ').trim();

/** What a part of an address says; empty where it says nothing. */
const saidIn = (params: URLSearchParams, name: string): string => typed(params.get(name) ?? '');

/** Which page an address asks for, from 1: the first where it names none. */
export const pageSaid = (text: string): number => (/^\d{1,7}$/.test(text) ? Math.max(1, Number(text)) : 1);

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export function shopAskedFrom(params: URLSearchParams): ShopAsked {
  const values = new Map<string, Set<string>>();
  for (const [param, value] of params) {
    const name = param.startsWith(TRAIT) ? plainWords(typed(param.slice(TRAIT.length))).slice(0, LONGEST_WORDS) : '';
    const said = plainWords(typed(value)).slice(0, LONGEST_WORDS);
    if (name === '' || said === '') continue;
    if (!values.has(name) && values.size < MOST_TRAITS) values.set(name, new Set());
    const known = values.get(name);
    if (known && known.size < MOST_VALUES) known.add(said);
  }
  return {
    find: saidIn(params, 'find').slice(0, LONGEST_WORDS),
    category: params.get('category'),
    traits: [...values].map(([name, some]) => ({ name, values: [...some] })),
    from: saidIn(params, 'from').slice(0, 20),
    to: saidIn(params, 'to').slice(0, 20),
    inStock: saidIn(params, 'stock') === 'in',
    sort: shopSorts.find((known) => known === saidIn(params, 'sort')) ?? null,
    page: pageSaid(saidIn(params, 'page')),
  };
}

/** What an address says for something that is asked for, without what is usual: two that ask for the same are one. */
export function shopParams({ find, category, traits, from, to, inStock, sort, page }: ShopAsked): URLSearchParams {
  const params = new URLSearchParams();
  if (find !== '') params.set('find', find);
  if (category !== null) params.set('category', category);
  for (const { name, values } of traits) for (const value of values) params.append(TRAIT + name, value);
  if (from !== '') params.set('from', from);
  if (to !== '') params.set('to', to);
  if (inStock) params.set('stock', 'in');
  if (sort !== null) params.set('sort', sort);
  if (page > 1) params.set('page', String(page));
  return params;
}

/** Whether anything but a category and a page is asked for. */
export const isNarrowed = ({ find, traits, from, to, inStock }: ShopAsked): boolean =>
  find !== '' || traits.length > 0 || from !== '' || to !== '' || inStock;

/** What is wrong with a typed price. */
export type PriceFault = 'notAPrice' | 'aboveHighest';

/** The ends between which prices are asked for, as they were read; null for none. */
export interface PricesAsked {
  readonly from: number | null;
  readonly to: number | null;
  /** where something can't be read, no price is asked for */
  readonly faults: { readonly from?: PriceFault; readonly to?: PriceFault };
}

/** Reads the prices that are typed. */
export function pricesAsked({ from, to }: Pick<ShopAsked, 'from' | 'to'>): PricesAsked {
  const [least, most] = [readPrice(from), readPrice(to)];
  const faults = {
    ...(least === 'notAPrice' && { from: least }),
    ...(most === 'notAPrice' && { to: most }),
  };
  if (least === 'notAPrice' || most === 'notAPrice') return { from: null, to: null, faults };
  if (least && most && most.isLess(least)) return { from: null, to: null, faults: { from: 'aboveHighest' } };
  return { from: least?.toApproximateNumber() ?? null, to: most?.toApproximateNumber() ?? null, faults };
}

function readPrice(typed: string): Exact | 'notAPrice' | null {
  if (typed === '') return null;
  const price = Exact.parse(typedDecimal(typed));
  return price && price.sign() >= 0 ? price : 'notAPrice';
}
