import { dayText, parseDay } from '../calendar';
import { type KnownPriceList, type PricesInForce } from '../catalog';
import { isInForce, listsOf, pricesFor } from './in-force';

/** Prices that hold for some customers from a day on. */
export interface Pricing {
  /** the first day from today on, as YYYY-MM-DD */
  readonly day: string;
  readonly groups: readonly (string | null)[];
  /** absent for the usual prices */
  readonly prices?: PricesInForce;
  /** titles of the lists */
  readonly titles: readonly string[];
}

/** So many days on which lists begin or end are looked at. */
const MOST_DAYS = 60;

/**
 * All prices that will hold, from today on: for whom, and from which day. Customers for whom the same lists hold are
 * together; what holds on several days stands at the first of them.
 */
export function pricingsOf(lists: readonly KnownPriceList[], groups: readonly string[], today: string): Pricing[] {
  const turns = lists
    .flatMap(({ from, until }) => [from, until === null ? null : dayAfter(until)])
    .filter((day): day is string => day !== null && day > today);
  const days = [today, ...[...new Set(turns)].sort().slice(0, MOST_DAYS)];
  const found = new Map<string, Pricing>();
  for (const day of days) {
    const together = new Map<string, (string | null)[]>();
    for (const group of [null, ...groups]) {
      // Which lists are followed changes with the day, too.
      const name =
        listsOf(lists, group, day)
          .map(({ key }) => key)
          .join(' ') + followedOn(lists, day);
      together.set(name, [...(together.get(name) ?? []), group]);
    }
    for (const [name, members] of together) {
      const full = `${name}|${JSON.stringify(members)}`;
      if (found.has(full)) continue;
      const prices = pricesFor(lists, members[0] ?? null, day);
      found.set(full, {
        day,
        groups: members,
        ...(prices && { prices: { ...prices, groups: members } }),
        titles: prices?.lists.map(({ title }) => title) ?? [],
      });
    }
  }
  return [...found.values()];
}

function dayAfter(day: string): string | null {
  const value = parseDay(day);
  return value === null ? null : dayText(value + 1);
}

function followedOn(lists: readonly KnownPriceList[], day: string): string {
  const followed = new Set(lists.flatMap(({ follows }) => follows ?? []));
  return lists
    .filter((list) => followed.has(list.key) && isInForce(list, day))
    .map(({ key }) => `~${key}`)
    .join('');
}
