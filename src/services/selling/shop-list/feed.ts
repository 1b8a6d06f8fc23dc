import { and, eq, inArray, sql } from 'drizzle-orm';
import { cardsSoon } from '../../catalog/cards';
import { readShop } from '../../catalog/surroundings';
import { atOneMoment, type Services } from '../../context';
import { inParts } from '../../../core/in-parts';
import { type Queries } from '../../../data/database';
import { among } from '../../../data/references';
import { productCards, revisions } from '../../../data/schema';
import { inOrderOf } from '../../in-order';
import { othersTurn } from '../../in-pieces';
import { pageAmong } from '../../page-among';
import { countByCategory } from './categories';
import { LISTED, NEWEST_FIRST } from './narrowing';

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
    const ids = await read
      .select({ id: productCards.productId })
      .from(productCards)
      .where(LISTED)
      .orderBy(...NEWEST_FIRST)
      .limit(size)
      .offset(before);
    const entries: FeedEntry[] = [];
    for (const some of inParts(ids, AT_ONCE)) {
      entries.push(
        ...(await readEntries(
          read,
          some.map(({ id }) => id),
        )),
      );
      await othersTurn();
    }
    return { shop: (await readShop(read)).name, part: page, parts: pages, entries };
  });
}

/** So many entries are read together: long documents lie beside them, and others wait meanwhile. */
const AT_ONCE = 100;

async function readEntries(queries: Queries, ids: readonly number[]): Promise<FeedEntry[]> {
  const said = (name: 'slug' | 'title' | 'summary' | 'price') =>
    sql<string | null>`json_extract(${productCards.card}, ${`$.${name}`})`;
  const rows = await queries
    .select({
      id: productCards.productId,
      slug: said('slug'),
      title: said('title'),
      summary: said('summary'),
      price: said('price'),
      publishedAt: revisions.publishedAt,
    })
    .from(productCards)
    .innerJoin(revisions, eq(revisions.id, productCards.madeFrom))
    .where(and(LISTED, inArray(productCards.productId, among(ids))));
  return inOrderOf(ids, rows).map(({ slug, title, summary, price, publishedAt }) => ({
    slug: slug ?? '',
    title: title ?? '',
    summary: summary ?? '',
    price: price ?? '',
    publishedAt,
  }));
}
