import { type PriceList, type QuantityPlace, sameDefinition } from '../catalog';

/** The products whose prices a change of lists can touch: all that any of this says. */
export interface Touched {
  /** addresses of products that lists name prices of */
  readonly named: ReadonlySet<string>;
  /** conditions under which percentages are for products */
  readonly places: readonly QuantityPlace[];
  /** whether a percentage is for all products */
  readonly all: boolean;
}

/** Which products can cost something else with other lists; whatever else there is, nothing changes for it. */
export function touchedBy(before: readonly PriceList[], after: readonly PriceList[]): Touched {
  const moved = sharedKeys(before, after).join(' ') !== sharedKeys(after, before).join(' ');
  const keys = new Set([...before, ...after].map(({ key }) => key));
  const touched = { named: new Set<string>(), places: [] as QuantityPlace[], all: false };
  const add = (list: PriceList, lists: readonly PriceList[]): void => {
    for (const one of [list, ...followedBy(list, lists)]) {
      for (const { product } of one.prices) touched.named.add(product);
      if (one.percent === null) continue;
      touched.places.push(...one.places);
      touched.all ||= one.places.length === 0;
    }
  };
  for (const key of keys) {
    const [had, has] = [before, after].map((lists) => lists.find((list) => list.key === key));
    if (had && has && !moved && sameDefinition({ ...had, prices: [] }, { ...has, prices: [] }))
      for (const product of namedOtherwise(had, has)) touched.named.add(product);
    else {
      if (had) add(had, before);
      if (has) add(has, after);
    }
  }
  return touched;
}

const sharedKeys = (of: readonly PriceList[], other: readonly PriceList[]): string[] =>
  of.flatMap(({ key }) => (other.some((one) => one.key === key) ? [key] : []));

/** The lists that one follows, one after the other. */
function followedBy(list: PriceList, lists: readonly PriceList[]): PriceList[] {
  const way = [list];
  for (let next = list.follows; next !== null;) {
    const followed = lists.find(({ key }) => key === next);
    if (!followed || way.includes(followed)) break;
    way.push(followed);
    next = followed.follows;
  }
  return way.slice(1);
}

/** Addresses of products of which one list names another price than the other, or one names a price alone. */
function namedOtherwise({ prices: had }: PriceList, { prices: has }: PriceList): string[] {
  if (had === has) return [];
  const [before, after] = [had, has].map((prices) => new Set(prices.map((price) => JSON.stringify(inOrder(price)))));
  const differing = (prices: PriceList['prices'], others: ReadonlySet<string> | undefined) =>
    prices.flatMap((price) => (others?.has(JSON.stringify(inOrder(price))) ? [] : [price.product]));
  return [...differing(had, after), ...differing(has, before)];
}

/** A price with its fields in one order, to be compared as text. */
const inOrder = ({ product, of, price, breaks }: PriceList['prices'][number]) => [product, of, price, breaks];
