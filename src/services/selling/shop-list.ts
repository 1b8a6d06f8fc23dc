import { and, asc, count, desc, eq, type SQL } from 'drizzle-orm';
import { cardsLookedAt, cardsSoon } from '../catalog/cards';
import { readShop } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type Picture } from '../../core/catalog';
import { isSoldOut } from '../../core/run';
import { stockView } from '../../core/stock';
import { type Queries } from '../../data/database';
import { productCards, products, revisions } from '../../data/schema';
import { pageAmong } from '../page-among';
import { readStock } from '../stock/ledger/figures';
import { groupOf } from './basket';
import { withStock } from './overdue';

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

/** A page of what the shop sells. */
export interface ShopPageView {
  readonly entries: readonly ShopEntry[];
  /** of everything that is sold, in their order */
  readonly categories: readonly string[];
  /** the one that is shown; null for all */
  readonly category: string | null;
  /** from 1 */
  readonly page: number;
  readonly pages: number;
}

/** What has no place in the lists is found by its address, or in what it is put into. */
const LISTED = and(eq(productCards.of, 'published'), eq(productCards.soldWhere, 'shop'));

/**
 * What the shop sells, in the order of the titles, a page at a time.
 *
 * @param wanted whose basket, which may know a group with prices of its own; which category, all of them where it is
 *   not there; and which page, from 1, or the nearest that is there
 */
export async function listShop(
  context: Services,
  wanted: { readonly category?: string | null; readonly page?: number; readonly token?: string } = {},
): Promise<ShopPageView> {
  await cardsSoon(context, 'published');
  return withStock(context, async ({ database: { read } }) => {
    const group = await groupOf(read, wanted.token);
    const shelves = await countByCategory(read);
    const categories = shelves.map(({ name }) => name);
    const category = categories.find((known) => known === wanted.category) ?? null;
    const found = shelves.reduce(
      (sum, shelf) => sum + (category === null || shelf.name === category ? shelf.count : 0),
      0,
    );
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, wanted.page ?? 1);
    const shown = await readCardsOf(
      read,
      category === null ? LISTED : and(LISTED, eq(productCards.category, category)),
      before,
    );
    cardsLookedAt(
      context,
      'published',
      shown.map(({ id }) => id),
    );
    const needed = new Set(
      shown.flatMap(({ card }) =>
        (card.soldOutWhile ?? []).flat().flatMap(({ needs }) => needs.map(({ stock }) => stock)),
      ),
    );
    const there = stockView(await readStock(read, needed));
    const entries = shown.map(({ card }): ShopEntry => {
      const { slug, title, summary, picture, category, price, groupPrices, soldOutWhile } = card;
      return {
        slug,
        title,
        summary,
        picture,
        category: category ?? '',
        price: (group === null ? undefined : groupPrices?.[group]) ?? price ?? '',
        soldOut: isSoldOut(soldOutWhile ?? [], there, group),
      };
    });
    return { entries, categories, category, page, pages };
  });
}

/** How many things stand in each category of the shop's lists, in their order. */
function countByCategory(queries: Queries): Promise<{ name: string; count: number }[]> {
  return queries
    .select({ name: productCards.category, count: count() })
    .from(productCards)
    .where(LISTED)
    .groupBy(productCards.category)
    .orderBy(asc(productCards.category));
}

/** The cards of one page: what is before it is only counted in the index, not read. */
function readCardsOf(queries: Queries, which: SQL | undefined, before: number) {
  const onPage = queries
    .select({ id: productCards.productId })
    .from(productCards)
    .where(which)
    .orderBy(asc(productCards.titleKey), asc(productCards.productId))
    .limit(ON_A_PAGE)
    .offset(before)
    .as('on_page');
  return queries
    .select({ id: productCards.productId, card: productCards.card })
    .from(onPage)
    .innerJoin(productCards, and(eq(productCards.productId, onPage.id), eq(productCards.of, 'published')))
    .orderBy(asc(productCards.titleKey), asc(productCards.productId));
}

/** What the shop sells, for who follows it without looking. */
export interface FeedEntry {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly price: string;
  readonly publishedAt: Date;
}

/** A part of what stands in the shop's lists, as it was last published. */
export interface FeedPart {
  readonly shop: string;
  readonly entries: readonly FeedEntry[];
  /** which part it is, from 1, and how many there are */
  readonly part: number;
  readonly parts: number;
}

/** How many entries a feed has in one part, and a site map (which may have up to 50 000). */
const IN_A_PART = { feed: 1_000, siteMap: 10_000 } as const;

/**
 * What stands in the shop's lists, in parts: newest first.
 *
 * @param part which, from 1, or the nearest that is there
 */
export async function listFeed(context: Services, what: keyof typeof IN_A_PART, part = 1): Promise<FeedPart> {
  await cardsSoon(context, 'published');
  return atOneMoment(context, async ({ database: { read } }) => {
    const size = IN_A_PART[what];
    const found = (await countByCategory(read)).reduce((sum, shelf) => sum + shelf.count, 0);
    const { page, pages, before } = pageAmong(found, size, part);
    const rows = await read
      .select({ card: productCards.card, publishedAt: revisions.publishedAt })
      .from(productCards)
      .innerJoin(products, eq(products.id, productCards.productId))
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(LISTED)
      .orderBy(desc(revisions.publishedAt), asc(productCards.titleKey), asc(products.id))
      .limit(size)
      .offset(before);
    return {
      shop: (await readShop(read)).name,
      part: page,
      parts: pages,
      entries: rows.map(({ card: { slug, title, summary, price }, publishedAt }) => ({
        slug,
        title,
        summary,
        price: price ?? '',
        publishedAt,
      })),
    };
  });
}
