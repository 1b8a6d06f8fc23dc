import { dayText, parseDay } from '../calendar';
import { type ListPrice, type PriceList, type Product } from '../catalog';
import { Exact } from '../number';
import { pricesFor } from './in-force';
import { thingsOf } from './kinds-of-thing';
import { listedOf } from './things';

/** What a product and the lists were from a moment on, until the next. */
export interface PastPrices {
  /** the first day on which it was so, as YYYY-MM-DD */
  readonly from: string;
  /** as it stood in the shop, with the choices of its sheets; null while it was not there */
  readonly product: Product | null;
  readonly lists: readonly PriceList[];
}

/** So many days before a reduction the lowest price is looked for. */
export const DAYS_LOOKED_BACK = 30;

/**
 * The lowest prices of the 30 days before a list began, of everything of a product that has a price: what is to be told
 * beside a reduced price.
 *
 * @param past what held, in the order of time; of a day on which something changed, both states count
 * @returns one for each thing that had a price; none where it was not in the shop then, or the list has no first day
 * @see Directive 98/6/EC, Article 6a, as inserted by Directive (EU) 2019/2161
 */
export function lowestBefore(
  list: Pick<PriceList, 'from' | 'groups'>,
  past: readonly PastPrices[],
  places: number,
): ListPrice[] {
  const begins = list.from === null ? null : parseDay(list.from);
  if (begins === null) return [];
  const group = list.groups[0] ?? null;
  const lowest = new Map<string, { readonly price: Exact; readonly entry: ListPrice }>();
  past.forEach(({ from, product, lists }, place) => {
    if (!product) return;
    const next = past[place + 1];
    const things = thingsOf(product);
    const first = Math.max(begins - DAYS_LOOKED_BACK, parseDay(from) ?? begins);
    const last = Math.min(begins - 1, next ? (parseDay(next.from) ?? begins) : begins);
    for (let day = first; day <= last; day += 1) {
      const inForce = pricesFor(lists, group, dayText(day))?.lists ?? [];
      for (const { thing, usual } of things) {
        const own = usual === null ? null : Exact.parse(usual);
        const price = listedOf(inForce, product, thing, own, places)?.price ?? own;
        const name = JSON.stringify(thing);
        const known = lowest.get(name);
        if (price && (!known || price.isLess(known.price)))
          lowest.set(name, {
            price,
            entry: { product: product.slug, of: thing, price: price.toString(), breaks: null },
          });
      }
    }
  });
  return [...lowest.values()].map(({ entry }) => entry);
}
