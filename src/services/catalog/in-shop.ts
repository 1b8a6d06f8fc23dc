import { and, asc, eq, inArray, isNotNull, type SQL, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../context';
import { closest } from '../../core/text';
import { products } from '../../data/schema';
import { LONGEST_WORDS, productsHaving } from './words-to-find';

/** A product in the shop, that can be a part of others or be taken along. */
export interface InShop {
  readonly slug: string;
  readonly title: string;
  readonly sku: string;
}

/** So many are told: who sees none of what is meant types on. */
const MOST_FOUND = 40;

const COLUMNS = { slug: products.publishedSlug, title: products.title, sku: products.sku };

type Row = { readonly slug: string | null } & Omit<InShop, 'slug'>;

const sold = (rows: readonly Row[]): InShop[] =>
  rows.flatMap(({ slug, ...row }) => (slug === null ? [] : { slug, ...row }));

/**
 * Products in the shop that have some words, as well as they have them; without words those of a category first.
 *
 * @param category null for none
 */
export async function findInShop(
  { database: { read } }: Services,
  words: string,
  category: string | null,
): Promise<InShop[]> {
  if (words.trim() !== '')
    return sold(
      await read
        .select(COLUMNS)
        .from(products)
        .innerJoin(
          sql`(${productsHaving(words.slice(0, LONGEST_WORDS))} order by rank) as found`,
          eq(sql`found.id`, products.id),
        )
        .where(isNotNull(products.publishedSlug))
        .orderBy(sql`found.rank`)
        .limit(MOST_FOUND),
    );
  const first = async (which: SQL | undefined) =>
    sold(
      await read
        .select(COLUMNS)
        .from(products)
        .where(and(inArray(products.state, ['published', 'changed']), which))
        .orderBy(asc(products.titleKey))
        .limit(MOST_FOUND),
    );
  const near = category === null ? [] : await first(eq(products.category, category));
  const any = near.length < MOST_FOUND ? await first(undefined) : [];
  return [...new Map([...near, ...any].map((one) => [one.slug, one])).values()].slice(0, MOST_FOUND);
}

export const skusSchema = z.strictObject({ skus: z.array(z.string().max(200)).max(500) });

/** For so many unknown SKUs it is looked which may be meant. */
const MOST_MEANT = 20;

/** The products in the shop that have some SKUs, and those that may be meant by what none has, by what was asked. */
export async function findBySku(
  { database: { read } }: Services,
  { skus }: z.infer<typeof skusSchema>,
): Promise<{ readonly found: readonly InShop[]; readonly meant: Readonly<Record<string, string>> }> {
  const all = await read
    .select({ id: products.id, sku: products.sku })
    .from(products)
    .where(inArray(products.state, ['published', 'changed']));
  const bySku = new Map(all.map(({ id, sku }) => [sku.toLowerCase(), id]));
  const ids = new Set(skus.flatMap((sku) => bySku.get(sku.toLowerCase()) ?? []));
  const unknown = [...new Set(skus.filter((sku) => sku !== '' && !bySku.has(sku.toLowerCase())))];
  const known = all.map(({ sku }) => sku);
  return {
    found: sold(
      await read
        .select(COLUMNS)
        .from(products)
        .where(inArray(products.id, [...ids])),
    ),
    meant: Object.fromEntries(
      unknown.slice(0, MOST_MEANT).flatMap((sku) => {
        const meant = closest(sku, known);
        return meant === null ? [] : [[sku, meant]];
      }),
    ),
  };
}
