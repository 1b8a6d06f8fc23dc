import { and, asc, desc, eq, gte, inArray, lte, type SQL, sql } from 'drizzle-orm';
import { shopHaving } from '../../catalog/words-to-find';
import { type Queries } from '../../../data/database';
import { among } from '../../../data/references';
import { productCards, productGroupPrices, productTraits, traits } from '../../../data/schema';
import { pricesAsked, type ShopAsked, type TraitAsked } from '../../../core/browsing';
import { readSoldOut } from './sold-out';

/** What has no place in the lists is found by its address, or in what it is put into. */
export const LISTED = and(eq(productCards.of, 'published'), eq(productCards.soldWhere, 'shop'));

/**
 * The number of a product, not to be looked up by it: cards are looked through along an index that has all that lists
 * are found by, as each card itself is long.
 */
export const ID = sql`+${productCards.productId}`;

/** In the order of their titles. */
export const BY_TITLE: readonly SQL[] = [asc(productCards.titleKey), asc(productCards.productId)];

/** By category, those without one last. */
export const BY_CATEGORY: readonly SQL[] = [
  sql`${productCards.category} = ''`,
  sql`${productCards.category} collate nocase`,
  ...BY_TITLE,
];

/** What was published last first: numbers of revisions count up with each. */
export const NEWEST_FIRST: readonly SQL[] = [desc(productCards.madeFrom), ...BY_TITLE];

/** What of the shop's list is shown, as conditions on the cards; each but the traits undefined where all is. */
export interface Narrowing {
  /** key of the group of whoever asks; null for none */
  readonly group: string | null;
  readonly category: string | null;
  readonly find: string;
  readonly price: SQL | undefined;
  readonly there: SQL | undefined;
  readonly traits: readonly TraitAsked[];
}

/** Reads what is asked for. @param category the one that is there */
export async function readNarrowing(
  queries: Queries,
  asked: ShopAsked,
  group: string | null,
  category: string | null,
): Promise<Narrowing> {
  return {
    group,
    category,
    find: asked.find,
    price: priceBetween(asked, group),
    there: asked.inStock ? sql`${ID} not in ${among(await readSoldOut(queries, group))}` : undefined,
    traits: asked.traits,
  };
}

/** A tiny bit beside the ends, as what is kept beside cards is rounded. */
const ROUNDED = 1e-6;

function priceBetween(asked: ShopAsked, group: string | null): SQL | undefined {
  const { from, to } = pricesAsked(asked);
  const price = priceOf(group);
  return and(
    from === null ? undefined : gte(price, from - ROUNDED),
    to === null ? undefined : lte(price, to + ROUNDED),
  );
}

/** What something costs at least, for a customer of a group or of none. */
export const priceOf = (group: string | null): SQL<number | null> =>
  group === null
    ? sql`${productCards.priceFrom}`
    : sql`coalesce((
        select ${productGroupPrices.priceFrom} from ${productGroupPrices}
        where ${productGroupPrices.forGroup} = ${group} and ${productGroupPrices.productId} = ${productCards.productId}
      ), ${productCards.priceFrom})`;

/** Which cards are shown; null where that is all there are. @param except a trait that is not looked at, by its name */
export function shownBy(
  { group, category, find, price, there, traits: wanted }: Narrowing,
  except: string | null = null,
): SQL | null {
  const all = [
    category === null ? undefined : eq(productCards.category, category),
    find === '' ? undefined : sql`${ID} in (select id from (${shopHaving(find)}))`,
    price,
    there,
    ...wanted.filter(({ name }) => name !== except).map((trait) => withTrait(trait, group)),
  ].filter((condition) => condition !== undefined);
  return all.length === 0 ? null : (and(LISTED, ...all) ?? null);
}

/** Whom a trait is told: everybody's, and those of their own group. */
export const toldTo = (group: string | null): SQL =>
  inArray(productTraits.forGroup, group === null ? [''] : ['', group]);

const withTrait = ({ name, values }: TraitAsked, group: string | null): SQL =>
  sql`${ID} in (
    select ${productTraits.productId} from ${productTraits}
    join ${traits} on ${traits.id} = ${productTraits.traitId}
    where ${traits.nameKey} = ${name} and ${traits.valueKey} in ${among(values)} and ${toldTo(group)})`;
