import { parseDay } from '../calendar';
import { type CustomerGroup, type PriceList } from '../catalog';
import { Exact } from '../number';
import { type ListFault, type ListFaultData } from '../problems';
import { hidesSigns, isBlank } from '../text';
import { kindOfThing, type ThingOf, titleOfThing } from './kinds-of-thing';
import { sameThing } from './things';

/** What lists may name prices for: of each product, by its address, everything that has one. */
export type ThingsByProduct = ReadonlyMap<string, { readonly title: string; readonly things: readonly ThingOf[] }>;

/** Everything that keeps price lists from being kept, list by list. */
export function listFaults(
  lists: readonly PriceList[],
  groups: readonly CustomerGroup[],
  products: ThingsByProduct,
): ListFault[] {
  return lists.flatMap((list, place) => {
    const twice: ListFaultData[] =
      lists.findIndex(({ key }) => key === list.key) < place ? [{ code: 'keyTwice', key: list.key }] : [];
    return [...twice, ...ownFaults(list, groups), ...followFaults(list, lists), ...priceFaults(list, products)].map(
      (data) => ({ place, title: list.title, data }),
    );
  });
}

function ownFaults(
  { title, groups: named, from, until, percent, showsLowest }: PriceList,
  groups: readonly CustomerGroup[],
): ListFaultData[] {
  const found: ListFaultData[] = [];
  if (isBlank(title)) found.push({ code: 'titleMissing' });
  if (hidesSigns(title)) found.push({ code: 'hidesSigns' });
  const unknown = named.find((group) => !groups.some(({ key }) => key === group));
  if (unknown !== undefined) found.push({ code: 'groupUnknown', key: unknown });
  for (const day of [from, until])
    if (day !== null && parseDay(day) === null) found.push({ code: 'notADay', given: day });
  if (from !== null && until !== null && until < from) found.push({ code: 'endsBeforeItBegins', from, until });
  const share = percent === null ? null : Exact.parse(percent);
  if (percent !== null && (!share || share.isMore(MOST_PERCENT) || share.isLess(LEAST_PERCENT)))
    found.push({ code: 'notAPercentage', given: percent });
  if (showsLowest && from === null) found.push({ code: 'lowestWithoutBeginning' });
  return found;
}

const MOST_PERCENT = Exact.of(100);
/** A list may ask for more than usual, and ten times as much again is surely a slip. */
const LEAST_PERCENT = Exact.of(-1000);

function followFaults({ key, follows }: PriceList, lists: readonly PriceList[]): ListFaultData[] {
  const way = [key];
  for (let next = follows; next !== null;) {
    const list = lists.find((candidate) => candidate.key === next);
    // What is wrong with a list further on is told there.
    if (!list) return way.length === 1 ? [{ code: 'followedUnknown', key: next }] : [];
    if (list.key === key) return [{ code: way.length === 1 ? 'followsItself' : 'followsInACircle' }];
    if (way.includes(list.key)) return [];
    way.push(list.key);
    next = list.follows;
  }
  return [];
}

function priceFaults({ prices }: PriceList, products: ThingsByProduct): ListFaultData[] {
  const seen = new Set<string>();
  return prices.flatMap(({ product, of: thing, price }): ListFaultData[] => {
    const known = products.get(product);
    if (!known) return [{ code: 'productUnknown', slug: product }];
    const found = known.things.find((candidate) => sameThing(candidate.thing, thing));
    if (!found)
      return [
        {
          code: 'thingUnknown',
          product: known.title,
          what: thing.kind,
          called: kindOfThing(thing).called(thing),
        },
      ];
    const of = titleOfThing(known.title, found, ', ');
    const name = JSON.stringify([product, found.thing]);
    if (seen.has(name)) return [{ code: 'pricedTwice', of }];
    seen.add(name);
    const value = Exact.parse(price);
    if (!value) return [{ code: 'notAPrice', given: price, of }];
    return value.sign() < 0 && !kindOfThing(thing).isAdded ? [{ code: 'priceBelowNothing', of }] : [];
  });
}
