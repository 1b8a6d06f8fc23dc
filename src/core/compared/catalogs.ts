import { dequal } from 'dequal';
import { type Catalog, type Product, type Sheet } from '../catalog';
import { type Difference, differencesOf } from './differences';

/** The kinds of things that a catalog has, in the order in which they are told. */
export const catalogLists = [
  'shop',
  'groups',
  'stock',
  'swatches',
  'sheets',
  'products',
  'priceLists',
  'discounts',
] as const;
export type CatalogList = (typeof catalogLists)[number];

/** Something that is edited as a draft: as it is published, and as it is worked on where that is something else. */
export interface BothOf<Definition> {
  readonly published: Definition | null;
  readonly draft: Definition | null;
  readonly archived: boolean;
}

/** Something of a catalog, by what it is called inside. */
export interface CatalogThing {
  readonly list: CatalogList;
  readonly key: string;
  readonly title: string;
  readonly is: unknown;
}

/** A thing that two catalogs have differently, or only one of them has. */
export interface ComparedThing extends Pick<CatalogThing, 'list' | 'key' | 'title'> {
  readonly what: 'new' | 'gone' | 'changed';
  readonly differences: readonly Difference[];
}

/** Products of a catalog with their drafts, by address: in the shop, or of the draft where they are not there. */
export function productsOf({ products, drafts }: Pick<Catalog, 'products' | 'drafts'>): Map<string, BothOf<Product>> {
  return bothOf(
    products,
    ({ slug }) => slug,
    drafts.products.map(({ of, definition, archived }) => ({ of, definition, archived })),
  );
}

/** Sheets of a catalog with their drafts, by key. */
export function sheetsOf({ sheets, drafts }: Pick<Catalog, 'sheets' | 'drafts'>): Map<string, BothOf<Sheet>> {
  return bothOf(
    sheets,
    ({ key }) => key,
    drafts.sheets.map(({ of, definition }) => ({ of, definition, archived: false })),
  );
}

function bothOf<D>(
  published: readonly D[],
  keyOf: (definition: D) => string,
  drafts: readonly { readonly of: string | null; readonly definition: D; readonly archived: boolean }[],
): Map<string, BothOf<D>> {
  const found = new Map<string, BothOf<D>>();
  for (const definition of published)
    found.set(keyOf(definition), { published: definition, draft: null, archived: false });
  for (const { of, definition, archived } of drafts) {
    const key = of ?? free(keyOf(definition), found);
    found.set(key, { published: found.get(key)?.published ?? null, draft: definition, archived });
  }
  return found;
}

/** What parts the name of a draft from its place among those of the same name: no key has it. */
export const PLACE_AMONG = '#';

/** Two drafts may want one address: the second is told from the first by its place. */
function free(key: string, taken: ReadonlyMap<string, unknown>): string {
  for (let place = 2, name = key; ; name = `${key}${PLACE_AMONG}${place}`, place += 1)
    if (!taken.has(name)) return name;
}

/** How it is worked on. */
export const currentOf = <D>({ published, draft }: BothOf<D>): D | null => draft ?? published;

/** Every thing of a catalog, in the order of the lists; of the shop what is no list of its own. */
export function* thingsOf(catalog: Catalog): Generator<CatalogThing> {
  const { groups, ...shop } = catalog.shop;
  yield { list: 'shop', key: '', title: shop.name, is: shop };
  for (const is of groups) yield { list: 'groups', key: is.key, title: is.title, is };
  for (const is of catalog.stock) yield { list: 'stock', key: is.key, title: is.title, is };
  for (const is of catalog.swatches) yield { list: 'swatches', key: is.key, title: is.name, is };
  for (const [key, is] of sheetsOf(catalog)) yield { list: 'sheets', key, title: currentOf(is)?.title ?? key, is };
  for (const [key, is] of productsOf(catalog)) yield { list: 'products', key, title: currentOf(is)?.title ?? key, is };
  for (const is of catalog.priceLists) yield { list: 'priceLists', key: is.key, title: is.title, is };
  for (const is of catalog.discounts) yield { list: 'discounts', key: is.key, title: is.title, is };
}

/** What a thing is told from all others of a catalog by. */
export const thingName = ({ list, key }: Pick<CatalogThing, 'list' | 'key'>): string => `${list}:${key}`;

/** The names of all things of a catalog. */
export const thingNames = (catalog: Catalog): ReadonlySet<string> => new Set([...thingsOf(catalog)].map(thingName));

/** Where a thing is said differently. */
export function differencesOfThing(before: CatalogThing, after: CatalogThing): Difference[] {
  if (before.list !== 'products' && before.list !== 'sheets') return differencesOf(before.is, after.is);
  const [was, is] = [before.is as BothOf<object>, after.is as BothOf<object>];
  const state = ({ published, archived }: BothOf<object>) =>
    archived ? 'archived' : published ? 'published' : 'draft';
  const found: Difference[] =
    state(was) === state(is)
      ? []
      : [{ steps: [{ field: 'state' }], kind: 'changed', before: state(was), after: state(is) }];
  if (was.published && is.published) found.push(...differencesOf(was.published, is.published));
  // Only what a draft says beside is told of it.
  const drafts = differencesOf(currentOf(was), currentOf(is)).filter(
    (one) => !found.some((known) => dequal(known, one)),
  );
  const bothPublished = was.published !== null && is.published !== null;
  return [
    ...found,
    ...drafts.map((one) => (bothPublished ? { ...one, steps: [{ field: 'draft' }, ...one.steps] } : one)),
  ];
}

/**
 * What two catalogs have differently, in the order of the lists: things of the first, then those that only the second
 * has.
 */
export function compareCatalogs(before: Catalog, after: Catalog): ComparedThing[] {
  const [was, is] = [before, after].map(
    (catalog) => new Map([...thingsOf(catalog)].map((thing) => [thingName(thing), thing])),
  );
  const found: ComparedThing[] = [];
  for (const [name, thing] of was ?? []) {
    const other = is?.get(name);
    const { list, key } = thing;
    if (!other) found.push({ list, key, title: thing.title, what: 'gone', differences: [] });
    else {
      const differences = differencesOfThing(thing, other);
      if (differences.length > 0) found.push({ list, key, title: other.title, what: 'changed', differences });
    }
  }
  for (const [name, { list, key, title }] of is ?? [])
    if (!was?.has(name)) found.push({ list, key, title, what: 'new', differences: [] });
  const rank = new Map(catalogLists.map((list, position) => [list, position]));
  return found.sort((a, b) => (rank.get(a.list) ?? 0) - (rank.get(b.list) ?? 0));
}
