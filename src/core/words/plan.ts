import { type CatalogList, catalogLists, type ComparedThing, type PlannedThing } from '../compared';
import { differenceWords } from './differences';

/** What the things of each list are called, many of them. */
export const CATALOG_LIST_WORDS: Readonly<Record<CatalogList, string>> = {
  shop: 'Settings',
  groups: 'Customer groups',
  stock: 'Stock items',
  swatches: 'Swatches',
  sheets: 'Sheets',
  products: 'Products',
  priceLists: 'Price lists',
  discounts: 'Discounts',
};

/** So many differences of one thing are told. */
const MOST_TOLD = 40;

/** Where something is said differently, one line for each place. */
export function differenceLines({ differences }: Pick<ComparedThing, 'differences'>): string[] {
  const told = differences.slice(0, MOST_TOLD).map(differenceWords);
  const more = differences.length - told.length;
  return more > 0 ? [...told, `and ${more} more`] : told;
}

/** Things with what is said of them, list by list, as lines that people read. */
export function thingLines(things: readonly (ComparedThing | PlannedThing)[]): string[] {
  return catalogLists.flatMap((list) => {
    const among = things.filter((thing) => thing.list === list && thing.what !== 'same');
    if (among.length === 0) return [];
    return [
      CATALOG_LIST_WORDS[list],
      ...among.flatMap((thing) => [
        `  ${thing.what}: ${thing.title || thing.key}${thing.key === '' ? '' : ` (${thing.key})`}${'ours' in thing && thing.ours !== undefined ? `, here ${thing.ours}` : ''}`,
        ...differenceLines(thing).map((line) => `    ${line}`),
      ]),
    ];
  });
}
