import { asc, desc, eq } from 'drizzle-orm';
import { cardsSoon } from '../../catalog/cards';
import { readShop } from '../../catalog/surroundings';
import { atOneMoment, type Services } from '../../context';
import { productCards, products, revisions } from '../../../data/schema';
import { pageAmong } from '../../page-among';
import { countByCategory } from './categories';
import { LISTED } from './narrowing';

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
