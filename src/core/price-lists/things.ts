import {
  isPlaced,
  type ListInForce,
  type ListPrice,
  type PricedThing,
  type PriceList,
  type Product,
  sameDefinition,
  type Shelved,
} from '../catalog';
import { Exact } from '../number';
import { type Breaks } from '../pricing';
import { kindOfThing } from './kinds-of-thing';

/** A price of a list for something, in the place of the usual one. */
export interface ListedAs {
  readonly price: Exact;
  /** what the list is called that says it */
  readonly title: string;
  readonly list: ListInForce;
  /** whether a list names the price itself; then its table of what more costs, too */
  readonly named: { readonly breaks: Breaks | null } | null;
  /** what percentages leave of the price that is named, or of the usual one, as a share */
  readonly kept: Exact;
}

/** What of a product decides which prices of lists are for it. */
export type OnShelf = Shelved & Pick<Product, 'slug'>;

/** Whether two prices are for the same thing of a product. */
export const sameThing = (a: PricedThing, b: PricedThing): boolean => sameDefinition(a, b);

// A list is the same object as long as it is the same.
const byProduct = new WeakMap<readonly ListPrice[], Map<string, ListPrice[]>>();

/** The prices of a list that are for one product. */
export function pricesOf(prices: readonly ListPrice[], product: string): readonly ListPrice[] {
  const known = byProduct.get(prices);
  if (known) return known.get(product) ?? [];
  const made = new Map<string, ListPrice[]>();
  for (const price of prices) made.set(price.product, [...(made.get(price.product) ?? []), price]);
  byProduct.set(prices, made);
  return made.get(product) ?? [];
}

/** A list with what it names of some products alone. */
export const namingOnly = <L extends Pick<PriceList, 'prices'>>(list: L, products: Iterable<string>): L => ({
  ...list,
  prices: [...products].flatMap((product) => pricesOf(list.prices, product)),
});

/** What a list names for a thing; null where it names nothing. */
export function namedIn(prices: readonly ListPrice[], product: string, thing: PricedThing): ListPrice | null {
  return pricesOf(prices, product).find(({ of }) => sameThing(of, thing)) ?? null;
}

const HUNDRED = Exact.of(100);

/**
 * What something costs by a list: what it names, else so many percent less than it would be, else what the list names
 * that it follows. Null where it says nothing.
 *
 * @param usual what it costs without lists; null where that is not said
 * @param places how many decimal places prices have at least
 */
function inList(
  list: ListInForce,
  product: OnShelf,
  thing: PricedThing,
  usual: Exact | null,
  places: number,
): ListedAs | null {
  const named = namedIn(list.prices, product.slug, thing);
  const price = named && Exact.parse(named.price);
  if (named && price) return { price, title: list.title, list, named: { breaks: named.breaks }, kept: Exact.one };
  const followed = list.follows && inList(list.follows, product, thing, usual, places);
  const percent = kindOfThing(thing).isAdded ? null : keptOf(list, product);
  const before = followed?.price ?? usual;
  if (!percent || !before) return followed && { ...followed, title: list.title, list };
  // As finely as prices are paid, and as finely as this one was written.
  const less = before.times(percent).rounded(Math.max(places, decimalsOf(before)));
  return {
    price: less,
    title: list.title,
    list,
    named: followed?.named ?? null,
    kept: (followed?.kept ?? Exact.one).times(percent),
  };
}

/** What is left of a price by a list's percentage, as a share of it; null where that is not for this product. */
export function keptOf(
  { percent, places, only }: Pick<ListInForce, 'percent' | 'places' | 'only'>,
  product: OnShelf,
): Exact | null {
  const isFor = only ? only.includes(product.slug) : isPlaced(places, product);
  const value = percent === null || !isFor ? null : Exact.parse(percent);
  return value && HUNDRED.minus(value).over(HUNDRED);
}

const decimalsOf = (value: Exact): number => value.toString().split('.')[1]?.length ?? 0;

/** What something costs by the first of some lists that says so; null where none does. */
export function listedOf(
  lists: readonly ListInForce[],
  product: OnShelf,
  thing: PricedThing,
  usual: Exact | null,
  places: number,
): ListedAs | null {
  for (const list of lists) {
    const found = inList(list, product, thing, usual, places);
    if (found) return found;
  }
  return null;
}
