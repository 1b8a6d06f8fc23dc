import { type ShopAsked, shopParams } from '@/core/browsing';

/** The address of what is asked for. */
export function shopAddress(asked: ShopAsked): string {
  const said = shopParams(asked).toString();
  return said === '' ? '/shop' : `/shop?${said}`;
}

/** The same with something else asked for, from its first page. */
export const asking = (asked: ShopAsked, other: Partial<ShopAsked>): ShopAsked => ({ ...asked, page: 1, ...other });

/** The same with one value of a filter more, or less where it is chosen. */
export function withValue(asked: ShopAsked, name: string, value: string): ShopAsked {
  const known = asked.traits.find((trait) => trait.name === name);
  if (!known) return asking(asked, { traits: [...asked.traits, { name, values: [value] }] });
  const values = known.values.includes(value)
    ? known.values.filter((other) => other !== value)
    : [...known.values, value];
  return asking(asked, {
    traits: asked.traits.flatMap((trait) => (trait !== known ? [trait] : values.length > 0 ? [{ name, values }] : [])),
  });
}

/** The same without any filter: of the category that is shown, or of everything. */
export const unfiltered = (asked: ShopAsked): ShopAsked =>
  asking(asked, { find: '', traits: [], from: '', to: '', inStock: false });

/** How many filters are chosen. */
export const filtersChosen = ({ traits, from, to, inStock }: ShopAsked): number =>
  traits.reduce((sum, { values }) => sum + values.length, 0) + (from !== '' || to !== '' ? 1 : 0) + (inStock ? 1 : 0);

/** So many pages beside the one that is shown are led to, and the first and the last. */
const BESIDE = 2;

/** The pages that are led to, in order; null where some are left out. */
export function pagesLedTo(page: number, pages: number): (number | null)[] {
  const near = Array.from({ length: pages }, (_, index) => index + 1).filter(
    (one) => one === 1 || one === pages || Math.abs(one - page) <= BESIDE,
  );
  return near.flatMap((one, place) => {
    const before = near[place - 1];
    if (before === undefined || one - before === 1) return [one];
    // One that would be left out alone is led to: it takes no more place.
    return one - before === 2 ? [one - 1, one] : [null, one];
  });
}
