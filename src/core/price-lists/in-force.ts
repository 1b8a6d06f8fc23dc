import {
  type CatalogSurroundings,
  type KnownPriceList,
  type ListInForce,
  type PriceList,
  type PricesInForce,
} from '../catalog';

/** Whether a list holds on a day, given as YYYY-MM-DD; its first and its last day are both of it. */
export function isInForce({ from, until }: Pick<PriceList, 'from' | 'until'>, day: string): boolean {
  // Days in this form are in order as texts.
  return (from === null || from <= day) && (until === null || day <= until);
}

/** The lists that hold for a customer on a day, in their order. @param group key of the customer's group, or null */
export function listsOf<L extends PriceList>(lists: readonly L[], group: string | null, day: string): L[] {
  return lists.filter(
    (list) => isInForce(list, day) && (list.groups.length === 0 || (group !== null && list.groups.includes(group))),
  );
}

/**
 * What prices hold for a customer on a day; null where all are the usual ones. @param group key of the customer's
 * group, or null
 */
export function pricesFor(lists: readonly KnownPriceList[], group: string | null, day: string): PricesInForce | null {
  const holding = listsOf(lists, group, day);
  return holding.length === 0
    ? null
    : { lists: holding.map((list) => following(list, lists, (followed) => isInForce(followed, day))), groups: [group] };
}

/** A list by itself, with those that it follows, whatever day it is. */
export const listAlone = (list: KnownPriceList, lists: readonly KnownPriceList[]): ListInForce =>
  following(list, lists, () => true);

function following(
  { key, title, percent, places, prices, follows, lowest = [] }: KnownPriceList,
  lists: readonly KnownPriceList[],
  holds: (list: PriceList) => boolean,
  way: readonly string[] = [key],
): ListInForce {
  const followed = follows === null || way.includes(follows) ? undefined : lists.find((list) => list.key === follows);
  return {
    key,
    title,
    percent,
    places,
    prices,
    lowest,
    follows: followed && holds(followed) ? following(followed, lists, holds, [...way, followed.key]) : null,
  };
}

/** The same surroundings with the prices that hold for a customer on a day. */
export function pricedFor(surroundings: CatalogSurroundings, group: string | null, day: string): CatalogSurroundings {
  const prices = pricesFor(surroundings.priceLists, group, day);
  return prices ? { ...surroundings, prices } : surroundings;
}
