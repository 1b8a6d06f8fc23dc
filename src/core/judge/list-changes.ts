import { type CatalogSurroundings, type KnownPriceList, type Product } from '../catalog';
import { assemble } from '../compile/assemble';
import { minorUnits } from '../money';
import { Exact } from '../number';
import { listedOf, pricesFor, pricingsOf, type ThingOf, thingsOf } from '../price-lists';

/**
 * A price that changes with other lists: from which day, and for whom. Decimals; null where there was none or will be
 * none.
 */
export interface ListChange {
  readonly thing: ThingOf;
  /** the first day from today on, as YYYY-MM-DD */
  readonly day: string;
  /** keys of customer groups, null for everybody else */
  readonly groups: readonly (string | null)[];
  readonly from: string | null;
  readonly to: string | null;
}

/** What other lists change of a product's prices, each change once, at the first day on which it is seen. */
export function listChanges(
  product: Product,
  surroundings: CatalogSurroundings,
  before: readonly KnownPriceList[],
  after: readonly KnownPriceList[],
  today: string,
): ListChange[] {
  const groups = surroundings.shop.groups.map(({ key }) => key);
  const assembled = assemble(product, surroundings).product;
  const things = thingsOf(assembled);
  const days = [
    ...new Set([...pricingsOf(before, groups, today), ...pricingsOf(after, groups, today)].map(({ day }) => day)),
  ].sort();
  const places = minorUnits(surroundings.shop.currency) ?? 2;
  const found = new Map<string, ListChange & { groups: (string | null)[] }>();
  for (const day of days) {
    for (const group of [null, ...groups]) {
      const [had, has] = [before, after].map((lists) => pricesFor(lists, group, day)?.lists ?? []);
      for (const thing of things) {
        const usual = thing.usual === null ? null : Exact.parse(thing.usual);
        const price = (lists: Parameters<typeof listedOf>[0]) =>
          (listedOf(lists, assembled, thing.thing, usual, places)?.price ?? usual)?.toString() ?? null;
        const [from, to] = [price(had ?? []), price(has ?? [])];
        if (from === to) continue;
        const name = JSON.stringify([thing.thing, from, to]);
        const known = found.get(name);
        if (!known) found.set(name, { thing, day, groups: [group], from, to });
        else if (!known.groups.includes(group)) known.groups.push(group);
      }
    }
  }
  return [...found.values()];
}
