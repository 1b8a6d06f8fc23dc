import { parseDay } from '../calendar';
import { type CustomerGroup, type PriceList } from '../catalog';
import { Exact } from '../number';
import { isBlank } from '../text';
import { sameThing, type ThingOf } from './things';

/** What lists may name prices for: of each product, by its address, everything that has one. */
export type ThingsByProduct = ReadonlyMap<string, { readonly title: string; readonly things: readonly ThingOf[] }>;

/** What is wrong with a list, said in a sentence, and which list it is. */
export interface ListFault {
  readonly list: string;
  readonly words: string;
}

/** Everything that keeps price lists from being kept, list by list. */
export function listFaults(lists: readonly PriceList[], groups: readonly CustomerGroup[], products: ThingsByProduct): ListFault[] {
  const keys = new Set<string>();
  return lists.flatMap((list) => {
    const twice = keys.has(list.key) ? [`Two lists are called “${list.key}” inside. Each needs its own inside name.`] : [];
    keys.add(list.key);
    return [...twice, ...ownFaults(list, groups), ...followFaults(list, lists), ...priceFaults(list, products)].map((words) => ({ list: list.key, words: isBlank(list.title) ? words : `${list.title}: ${words}` }));
  });
}

function ownFaults({ title, groups: named, from, until, percent, showsLowest }: PriceList, groups: readonly CustomerGroup[]): string[] {
  const found: string[] = [];
  if (isBlank(title)) found.push('Each list needs a name.');
  const unknown = named.find((group) => !groups.some(({ key }) => key === group));
  if (unknown !== undefined) found.push(`it is for the customer group “${unknown}”, which is none. Take it out.`);
  for (const day of [from, until]) if (day !== null && parseDay(day) === null) found.push(`“${day}” is no day. Write it like 2026-12-24.`);
  if (from !== null && until !== null && until < from) found.push(`its last day, ${until}, is before its first, ${from}.`);
  const share = percent === null ? null : Exact.parse(percent);
  if (percent !== null && (!share || share.isMore(Exact.of(100)) || share.isLess(Exact.of(-1000)))) found.push(`“${percent}” is no percentage. Write how much less it is, such as 12.5; up to 100, or below nothing for more.`);
  if (showsLowest && from === null) found.push('to show the lowest price of the 30 days before it begins, say its first day.');
  return found;
}

function followFaults({ key, follows }: PriceList, lists: readonly PriceList[]): string[] {
  if (follows === null) return [];
  const way = [key];
  for (let next: string | null = follows; next !== null; ) {
    const list: PriceList | undefined = lists.find((candidate) => candidate.key === next);
    if (!list) return way.length === 1 ? [`it follows “${next}”, which is not there.`] : [];
    if (way.includes(list.key)) return list.key === key ? [way.length === 1 ? 'it follows itself.' : 'it follows a list that follows it in turn.'] : [];
    way.push(list.key);
    next = list.follows;
  }
  return [];
}

function priceFaults({ prices }: PriceList, products: ThingsByProduct): string[] {
  const seen = new Map<string, Set<string>>();
  return prices.flatMap(({ product, of, price }) => {
    const known = products.get(product);
    if (!known) return [`it names a price for “${product}”, which is no product.`];
    const thing = known.things.find((candidate) => sameThing(candidate.thing, of));
    if (!thing) return [`${known.title} has no ${of.kind} ${of.kind === 'variant' ? Object.values(of.options).join(', ') : of.kind === 'option' ? `${of.choice} ${of.option ?? ''}`.trim() : ''} with a price any more.`];
    const name = thing.thing.kind === 'product' ? known.title : `${known.title}, ${thing.title}`;
    const names = seen.get(product) ?? new Set<string>();
    seen.set(product, names);
    const twice = names.has(JSON.stringify(thing.thing));
    names.add(JSON.stringify(thing.thing));
    if (twice) return [`it names two prices for ${name}.`];
    const value = Exact.parse(price);
    if (!value) return [`“${price}” is no price of ${name}. Write it like 12.50.`];
    return value.sign() < 0 && of.kind !== 'option' ? [`the price of ${name} is below nothing.`] : [];
  });
}
