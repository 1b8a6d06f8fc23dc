import { asc, count, desc, isNull, type SQL, sql } from 'drizzle-orm';
import { cardsLookedAt, cardsSoon } from '../../catalog/cards';
import { readShop } from '../../catalog/surroundings';
import { shopHaving } from '../../catalog/words-to-find';
import { type Services } from '../../context';
import { type Picture, viewAddress } from '../../../core/catalog';
import { isSoldOut } from '../../../core/run';
import { sortKey } from '../../../core/text';
import { type ProductCard } from '../../../data/cards';
import { type Queries } from '../../../data/database';
import { productCards } from '../../../data/schema';
import { pageAmong } from '../../page-among';
import { groupOf } from '../basket';
import { withStock } from '../overdue';
import {
  ALL_ON_SHELVES,
  isNarrowed,
  pricesAsked,
  type PricesAsked,
  type ShopAsked,
  type ShopSort,
} from '../../../core/browsing';
import { countByCategory } from './categories';
import { type Filter, readFilters } from './filters';
import { BY_TITLE, ID, LISTED, type Narrowing, NEWEST_FIRST, priceOf, readNarrowing, shownBy } from './narrowing';
import { readCards } from './read-cards';
import { readThere } from './sold-out';

/** A product as the shop's list shows it. */
export interface ShopEntry {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly picture: Picture | null;
  readonly category: string;
  readonly price: string;
  readonly soldOut: boolean;
}

/** How many products a page of the shop's list shows. */
const ON_A_PAGE = 48;
/** A shop of fewer products is seen at a glance: nobody is asked what to narrow it down by. */
const SEEN_AT_A_GLANCE = 12;

/** A page of what the shop sells. */
export interface ShopPageView {
  /** what was asked for, with a category that is there and the page that is shown */
  readonly asked: ShopAsked;
  readonly entries: readonly ShopEntry[];
  /** of everything that is sold, in their order */
  readonly categories: readonly string[];
  /** how many products are shown on all pages */
  readonly found: number;
  readonly pages: number;
  /** what the list can be narrowed down by; null for a shop that is seen at a glance */
  readonly filters: readonly Filter[] | null;
  readonly priceFaults: PricesAsked['faults'];
  readonly currency: string;
}

/**
 * What the shop sells, a page at a time.
 *
 * @param wanted what is asked for: all of it unless something is said
 * @param token  whose basket, which may know a group with prices of its own
 */
export async function listShop(
  context: Services,
  { token, ...wanted }: Partial<ShopAsked> & { readonly token?: string } = {},
): Promise<ShopPageView> {
  await cardsSoon(context, 'published');
  return withStock(context, async ({ database: { read } }) => {
    const group = await groupOf(read, token);
    const shelves = await countByCategory(read);
    const categories = shelves.map(({ name }) => name);
    const category = categories.find((known) => known === wanted.category) ?? null;
    const asked = { ...ALL_ON_SHELVES, ...wanted, category };
    const narrowing = await readNarrowing(read, asked, group, category);
    const total = shelves.reduce((sum, shelf) => sum + shelf.count, 0);
    const found = isNarrowed(asked)
      ? await countShown(read, narrowing)
      : (shelves.find(({ name }) => name === category)?.count ?? total);
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const shown = await readCardsOf(read, narrowing, asked.sort, before);
    cardsLookedAt(
      context,
      'published',
      shown.map(({ id }) => id),
    );
    const there = await readThere(
      read,
      shown.map(({ card }) => card.soldOutWhile ?? []),
    );
    const entries = shown.map(({ card }): ShopEntry => {
      const { slug, title, summary, category, price, groupPrices, soldOutWhile } = card;
      return {
        slug,
        title,
        summary,
        picture: pictureOf(card),
        category: category ?? '',
        price: (group === null ? undefined : groupPrices?.[group]) ?? price ?? '',
        soldOut: isSoldOut(soldOutWhile ?? [], there, group),
      };
    });
    return {
      asked: { ...asked, page },
      entries,
      categories,
      found,
      pages,
      filters: total > SEEN_AT_A_GLANCE || isNarrowed(asked) ? await readFilters(read, narrowing) : null,
      priceFaults: pricesAsked(asked).faults,
      currency: (await readShop(read)).currency,
    };
  });
}

/** What is seen of a product in lists: its first view where that stands for it, else its first picture. */
const pictureOf = ({ slug, look, picture }: ProductCard): Picture | null =>
  look ? { src: viewAddress(slug, look.of), alt: look.alt, focus: null } : picture && { focus: null, ...picture };

async function countShown(queries: Queries, narrowing: Narrowing): Promise<number> {
  const [row] = await queries
    .select({ count: count() })
    .from(productCards)
    .where(shownBy(narrowing) ?? LISTED);
  return row?.count ?? 0;
}

/** The cards of one page: what is before it is only counted in the index, not read. */
async function readCardsOf(queries: Queries, narrowing: Narrowing, sort: ShopSort | null, before: number) {
  let onPage = queries
    .select({ id: productCards.productId })
    .from(productCards)
    .where(shownBy(narrowing) ?? LISTED)
    .orderBy(...orderOf(narrowing, sort))
    .limit(ON_A_PAGE)
    .offset(before)
    .$dynamic();
  // What is looked at only to sort by it is looked at only then.
  if (sort === null && narrowing.find !== '')
    onPage = onPage.leftJoin(sql`(${shopHaving(narrowing.find)} limit -1) as found`, sql`found.id = ${ID}`);
  return readCards(
    queries,
    (await onPage).map(({ id }) => id),
  );
}

function orderOf({ find, group }: Narrowing, sort: ShopSort | null): SQL[] {
  const price = priceOf(group);
  switch (sort) {
    case null:
      // What is called exactly so is meant.
      return find === ''
        ? [...BY_TITLE]
        : [sql`${productCards.titleKey} <> ${sortKey(find)}`, sql`found.rank`, ...BY_TITLE];
    case 'title':
      return [...BY_TITLE];
    case 'cheapest':
      return [asc(isNull(price)), asc(price), ...BY_TITLE];
    case 'dearest':
      return [desc(price), ...BY_TITLE];
    case 'newest':
      return [...NEWEST_FIRST];
  }
}
