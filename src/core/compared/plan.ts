import { type z } from 'zod';
import {
  type Catalog,
  discountSchema,
  freeKeys,
  priceListSchema,
  type Product,
  productSchema,
  type Sheet,
  sheetSchema,
  stockItemSchema,
  type Swatch,
  swatchSchema,
} from '../catalog';
import { mapReferences, type Referred } from '../fields';
import {
  type BothOf,
  type CatalogList,
  type CatalogThing,
  currentOf,
  differencesOfThing,
  productsOf,
  sheetsOf,
  thingName,
  thingsOf,
} from './catalogs';
import { type Difference } from './differences';

/** What becomes of a thing that both have under one name: theirs comes in its place, ours stays, or both are kept. */
export const clashWays = ['theirs', 'ours', 'both'] as const;
export type ClashWay = (typeof clashWays)[number];

/** What a file does with one thing. */
export interface PlannedThing extends Pick<CatalogThing, 'list' | 'key' | 'title'> {
  /**
   * `changed` where it is the same thing said differently; `clash` where something else has its name, so that only a
   * person can say what is right
   */
  readonly what: 'new' | 'same' | 'changed' | 'clash';
  /** what it is called here, where that is something else */
  readonly ours?: string;
  readonly differences: readonly Difference[];
}

/** Where somebody said what is to become of a thing, by {@link thingName}. */
export type Decisions = Readonly<Record<string, ClashWay>>;

/** What is done with a thing, as it was decided; null where only a person can say, and nobody has. */
export function wayOf(
  thing: Pick<PlannedThing, 'list' | 'key' | 'what'>,
  decisions: Decisions,
  clashes: ClashWay | null,
): ClashWay | null {
  const said = decisions[thingName(thing)];
  if (said !== undefined) return said;
  return thing.what === 'clash' ? clashes : 'theirs';
}

const sameText = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Whether two things of one name are two things, rather than one that has been changed. */
function isOther(ours: CatalogThing, theirs: CatalogThing): boolean {
  const sameTitle = sameText(ours.title, theirs.title);
  switch (ours.list) {
    case 'shop': {
      // Settings of another shop: its figures are in its currency.
      const [here, there] = [ours.is as Catalog['shop'], theirs.is as Catalog['shop']];
      return here.currency !== there.currency || !sameTitle;
    }
    case 'stock': {
      const [here, there] = [ours.is as Catalog['stock'][number], theirs.is as Catalog['stock'][number]];
      return here.unit !== there.unit || (here.cutFrom === null) !== (there.cutFrom === null);
    }
    case 'swatches': {
      const [here, there] = [ours.is as Swatch, theirs.is as Swatch];
      return !sameTitle && here.colours.join() !== there.colours.join();
    }
    case 'products': {
      const [here, there] = [currentOf(ours.is as BothOf<Product>), currentOf(theirs.is as BothOf<Product>)];
      return !sameTitle && here?.sku !== there?.sku;
    }
    case 'sheets': {
      const [here, there] = [currentOf(ours.is as BothOf<Sheet>), currentOf(theirs.is as BothOf<Sheet>)];
      const keys = new Set(here?.choices.map(({ key }) => key));
      return !sameTitle && !(there?.choices ?? []).some(({ key }) => keys.has(key));
    }
    case 'groups':
    case 'priceLists':
    case 'discounts':
      return false;
  }
}

/** Figures that are counted here: a file changes them of what it brings, and of nothing else. */
const COUNTED = new Set(['onHand', 'lots']);

const isCountedHere = ({ steps }: Difference): boolean => {
  const [first] = steps;
  return first !== undefined && 'field' in first && COUNTED.has(first.field);
};

/**
 * What a file would do to a catalog, thing by thing, in the order of the lists. What the file does not have stays as it
 * is; and so does what is on hand of what is here already, as a count says that and not a file.
 */
export function planImport(ours: Catalog, theirs: Catalog): PlannedThing[] {
  const here = new Map([...thingsOf(ours)].map((thing) => [thingName(thing), thing]));
  // Where there is nothing yet, settings are those that every shop begins with.
  const isEmpty = here.size === 1;
  const coming = [...thingsOf(theirs)].filter(({ list }) => list !== 'shop' || theirs.whole);
  return coming.map((thing) => {
    const { list, key, title } = thing;
    const known = here.get(thingName(thing));
    if (!known) return { list, key, title, what: 'new', differences: [] };
    const differences = differencesOfThing(known, thing).filter((one) => list !== 'stock' || !isCountedHere(one));
    const named = sameText(known.title, title) ? {} : { ours: known.title };
    if (differences.length === 0) return { list, key, title, what: 'same', differences };
    return { list, key, title, ...named, what: !isEmpty && isOther(known, thing) ? 'clash' : 'changed', differences };
  });
}

/** What is named under each list. */
const NAMED: Readonly<Partial<Record<CatalogList, Referred>>> = {
  stock: 'stock',
  swatches: 'swatch',
  sheets: 'sheet',
  products: 'product',
};

/** A catalog in which things are called otherwise, wherever they are named. */
function withNames(catalog: Catalog, nameFor: (what: Referred, key: string) => string): Catalog {
  const within =
    <T>(schema: z.ZodType) =>
    (thing: T): T =>
      mapReferences(schema, thing, ({ what, key }) => nameFor(what, key));
  return {
    ...catalog,
    stock: catalog.stock.map(within(stockItemSchema)),
    swatches: catalog.swatches.map(within(swatchSchema)),
    sheets: catalog.sheets.map(within(sheetSchema)),
    products: catalog.products.map(within(productSchema)),
    priceLists: catalog.priceLists.map(within(priceListSchema)),
    discounts: catalog.discounts.map(within(discountSchema)),
    drafts: {
      products: catalog.drafts.products.map(({ of, definition, archived }) => ({
        of: of === null ? null : nameFor('product', of),
        definition: within<Product>(productSchema)(definition),
        archived,
      })),
      sheets: catalog.drafts.sheets.map(({ of, definition }) => ({
        of: of === null ? null : nameFor('sheet', of),
        definition: within<Sheet>(sheetSchema)(definition),
      })),
    },
  };
}

/**
 * What of a file comes in, as it was decided: without what stays as it is here, and under free names where both are
 * kept.
 *
 * @returns whole where the settings come, too
 */
export function incoming(ours: Catalog, theirs: Catalog, ways: ReadonlyMap<string, ClashWay>): Catalog {
  const theirThings = [...thingsOf(theirs)];
  const names = new Map<string, string>();
  // What is called otherwise was decided under the name that it had.
  const former = new Map<string, string>();
  for (const [list, what] of Object.entries(NAMED) as [CatalogList, Referred][]) {
    const both = theirThings.filter((thing) => thing.list === list && ways.get(thingName(thing)) === 'both');
    if (both.length === 0) continue;
    const taken = [...thingsOf(ours), ...theirThings].filter((thing) => thing.list === list);
    const free = freeKeys(taken.map(({ key }) => key));
    for (const { key } of both) {
      const called = free(key, list);
      names.set(`${what}:${key}`, called);
      former.set(thingName({ list, key: called }), thingName({ list, key }));
    }
  }
  const taken = names.size === 0 ? theirs : withNames(theirs, (what, key) => names.get(`${what}:${key}`) ?? key);
  const comes = (name: string) => ways.get(former.get(name) ?? name) !== 'ours';
  const whole = theirs.whole && comes('shop:');
  return {
    ...onlyThings(taken, comes),
    whole,
    shop: {
      ...(whole ? taken.shop : ours.shop),
      // Where there is nothing yet, prices are in the currency of the file.
      ...(ours.products.length + ours.drafts.products.length === 0 && { currency: taken.shop.currency }),
      groups: taken.shop.groups.filter(({ key }) => comes(`groups:${key}`)),
    },
  };
}

/** Things in their order, with others in the place of those of the same name, and new ones after them. */
function replaced<T>(ours: readonly T[], theirs: readonly T[], keyOf: (thing: T) => string): T[] {
  const coming = new Map(theirs.map((thing) => [keyOf(thing), thing]));
  const known = new Set(ours.map(keyOf));
  return [
    ...ours.map((thing) => coming.get(keyOf(thing)) ?? thing),
    ...theirs.filter((thing) => !known.has(keyOf(thing))),
  ];
}

/**
 * A file whose products and sheets come as drafts beside what is in the shop, which stays as it is until they are
 * published.
 */
export function asDrafts(ours: Catalog, theirs: Catalog): Catalog {
  const drafted = <D>(here: ReadonlyMap<string, BothOf<D>>, there: ReadonlyMap<string, BothOf<D>>) =>
    [...there].map(([key, { published, draft, archived }]): [string, BothOf<D>] => [
      key,
      { published: here.get(key)?.published ?? null, draft: draft ?? published, archived },
    ]);
  return {
    ...theirs,
    ...ofBoth(drafted(productsOf(ours), productsOf(theirs)), drafted(sheetsOf(ours), sheetsOf(theirs))),
  };
}

/** The catalog that there is after what comes in has come in. */
export function afterImport(ours: Catalog, comes: Catalog): Catalog {
  const byKey = ({ key }: { readonly key: string }) => key;
  const products = merged(productsOf(ours), productsOf(comes));
  const sheets = merged(sheetsOf(ours), sheetsOf(comes));
  const counted = new Map(ours.stock.map((item) => [item.key, item]));
  return {
    ...ours,
    whole: true,
    shop: { ...comes.shop, groups: replaced(ours.shop.groups, comes.shop.groups, byKey) },
    stock: replaced(
      ours.stock,
      comes.stock.map((item) => {
        const known = counted.get(item.key);
        return known ? { ...item, onHand: known.onHand, lots: known.lots } : item;
      }),
      byKey,
    ),
    swatches: replaced(ours.swatches, comes.swatches, byKey),
    priceLists: replaced(ours.priceLists, comes.priceLists, byKey),
    discounts: replaced(ours.discounts, comes.discounts, byKey),
    ...ofBoth([...products], [...sheets]),
  };
}

/** What is published here stays published where the file has only a draft of it. */
function merged<D>(
  ours: ReadonlyMap<string, BothOf<D>>,
  comes: ReadonlyMap<string, BothOf<D>>,
): Map<string, BothOf<D>> {
  const all = new Map(ours);
  for (const [key, thing] of comes) {
    const known = all.get(key);
    all.set(key, known && !thing.published ? { ...thing, published: known.published } : thing);
  }
  return all;
}

/** Of a catalog some things only. @param isWanted says of a thing, by {@link thingName}, whether it stays */
export function onlyThings(catalog: Catalog, isWanted: (name: string) => boolean): Catalog {
  const among = (list: CatalogList, key: string) => isWanted(thingName({ list, key }));
  const kept = <T extends { readonly key: string }>(list: CatalogList, things: readonly T[]) =>
    things.filter(({ key }) => among(list, key));
  const products = [...productsOf(catalog)].filter(([key]) => among('products', key));
  const sheets = [...sheetsOf(catalog)].filter(([key]) => among('sheets', key));
  return {
    ...catalog,
    stock: kept('stock', catalog.stock),
    swatches: kept('swatches', catalog.swatches),
    priceLists: kept('priceLists', catalog.priceLists),
    discounts: kept('discounts', catalog.discounts),
    ...ofBoth(products, sheets),
  };
}

/** Products and sheets as a catalog has them: what is published, and drafts beside it. */
function ofBoth(
  products: readonly (readonly [string, BothOf<Product>])[],
  sheets: readonly (readonly [string, BothOf<Sheet>])[],
): Pick<Catalog, 'products' | 'sheets' | 'drafts'> {
  return {
    products: products.flatMap(([, { published }]) => published ?? []),
    sheets: sheets.flatMap(([, { published }]) => published ?? []),
    drafts: {
      products: products.flatMap(([key, { published, draft, archived }]) =>
        draft ? [{ of: published ? key : null, definition: draft, archived }] : [],
      ),
      sheets: sheets.flatMap(([key, { published, draft }]) =>
        draft ? [{ of: published ? key : null, definition: draft }] : [],
      ),
    },
  };
}
