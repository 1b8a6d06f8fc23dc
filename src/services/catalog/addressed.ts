import { and, asc, eq, inArray, isNotNull, type SQL, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../context';
import { closest, LONGEST_WORDS } from '../../core/text';
import { type Queries } from '../../data/database';
import { products } from '../../data/schema';
import { bestOf, productsHaving } from './words-to-find';

/** A product as it is found by its address. */
export interface Addressed {
  readonly slug: string;
  readonly title: string;
  readonly sku: string;
  readonly inShop: boolean;
}

/** So many are told: who sees none of what is meant types on. */
const MOST_FOUND = 40;

const columnsOf = (slug: SQL<string | null>) => ({
  slug,
  title: products.title,
  sku: products.sku,
  inShop: isNotNull(products.publishedSlug).mapWith(Boolean),
});
const IN_SHOP = columnsOf(sql`${products.publishedSlug}`);
/** As products count: as they are in the shop, or else as they are edited. */
const COUNTING = columnsOf(sql`coalesce(${products.publishedSlug}, json_extract(${products.draft}, '$.slug'))`);

type Row = { readonly slug: string | null } & Omit<Addressed, 'slug'>;

const addressed = (rows: readonly Row[]): Addressed[] =>
  rows.flatMap(({ slug, ...row }) => (slug === null ? [] : { slug, ...row }));

/**
 * Products that have some words, as well as they have them; without words those of a category first.
 *
 * @param category null for none
 * @param withDrafts whether those that are not in the shop are found, too; archived ones never are without words
 */
export async function findAddressed(
  { database: { read } }: Services,
  { words, category, withDrafts }: { words: string; category: string | null; withDrafts: boolean },
): Promise<Addressed[]> {
  const columns = withDrafts ? COUNTING : IN_SHOP;
  if (words.trim() !== '')
    return addressed(
      await read
        .select(columns)
        .from(products)
        .innerJoin(...bestOf(productsHaving(words.slice(0, LONGEST_WORDS)), products.id))
        .where(withDrafts ? undefined : isNotNull(products.publishedSlug))
        .orderBy(sql`found.rank`)
        .limit(MOST_FOUND),
    );
  const shown = inArray(products.state, ['published', 'changed', ...(withDrafts ? (['draft'] as const) : [])]);
  const first = async (which: SQL | undefined) =>
    addressed(
      await read
        .select(columns)
        .from(products)
        .where(and(shown, which))
        .orderBy(asc(products.titleKey))
        .limit(MOST_FOUND),
    );
  const near = category === null ? [] : await first(eq(products.category, category));
  const any = near.length < MOST_FOUND ? await first(undefined) : [];
  return [...new Map([...near, ...any].map((one) => [one.slug, one])).values()].slice(0, MOST_FOUND);
}

/** The products at some addresses, as they count. */
export async function readAddressed(queries: Queries, slugs: ReadonlySet<string>): Promise<Addressed[]> {
  const wanted = sql`(select value from json_each(${JSON.stringify([...slugs])}))`;
  const [sold, edited] = [
    sql`${products.publishedSlug} in ${wanted}`,
    sql`${products.publishedSlug} is null and json_extract(${products.draft}, '$.slug') in ${wanted}`,
  ];
  return [
    ...addressed(await queries.select(COUNTING).from(products).where(sold)),
    ...addressed(await queries.select(COUNTING).from(products).where(edited)),
  ];
}

export const skusSchema = z.strictObject({ skus: z.array(z.string().max(200)).max(500) });

/** For so many unknown SKUs it is looked which may be meant. */
const MOST_MEANT = 20;

/**
 * The products that have some SKUs, in the shop or not yet, and those that may be meant by what none has, by what was
 * asked.
 */
export async function findBySku(
  { database: { read } }: Services,
  { skus }: z.infer<typeof skusSchema>,
): Promise<{ readonly found: readonly Addressed[]; readonly meant: Readonly<Record<string, string>> }> {
  const all = await read
    .select({ id: products.id, sku: products.sku })
    .from(products)
    // Along the index of the SKUs, which has the states beside: a draft lies before either in a row.
    .where(sql`+${products.state} <> 'archived'`)
    // Of the state alone: what is beside the index is not read.
    .orderBy(sql`+${products.state} = 'draft'`, products.id);
  // Of two with one SKU the one in the shop is meant.
  const bySku = new Map(all.toReversed().map(({ id, sku }) => [sku.toLowerCase(), id]));
  const ids = new Set(skus.flatMap((sku) => bySku.get(sku.toLowerCase()) ?? []));
  const unknown = [...new Set(skus.filter((sku) => sku !== '' && !bySku.has(sku.toLowerCase())))];
  const known = all.map(({ sku }) => sku);
  return {
    found: addressed(
      await read
        .select(COUNTING)
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
