import { and, asc, count, inArray, type SQL, sql } from 'drizzle-orm';
import { LONGEST_WORDS } from '../../core/text';
import { z } from 'zod';
import { readPriceLists, readShared, type SharedCatalog } from '../catalog/catalog-state';
import { asItCounts, type BothStates, type ProductStep, readSomeStates, stepByStep } from '../catalog/product-steps';
import { foundOrAll, productsHaving } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { inPieces } from '../in-pieces';
import { ON_A_PAGE } from '../list-asked';
import { pageAmong } from '../page-among';
import { type ListPrice, type Product, type Shelved } from '../../core/catalog';
import { assemble } from '../../core/compile/assemble';
import { addressesInTable, type PriceCell, type PricedProduct, readPriceTable } from '../../core/exchange';
import { sameThing, thingsOf } from '../../core/price-lists';
import { type Queries } from '../../data/database';
import { among, productsAt } from '../../data/references';
import { products } from '../../data/schema';

/** A product with what lists may name prices for, and where it stands. */
export interface ListedProduct extends PricedProduct {
  readonly id: number;
  /** what decides whether percentages are for it */
  readonly shelf: Shelved;
}

/** A page of the products that lists may name prices for. */
export interface PricedPage {
  readonly rows: readonly ListedProduct[];
  /** how many products match */
  readonly found: number;
  /** from 1 */
  readonly page: number;
  readonly pages: number;
  /** the number of the first product that is shown, from 1 */
  readonly first: number;
}

/** So many products at most are asked for by their addresses. */
const MOST_ADDRESSES = 20_000;

export const pricedAskedSchema = z.strictObject({
  find: z.string().max(LONGEST_WORDS).describe('words, or beginnings of them; empty for all'),
  at: z.array(z.string().max(200)).max(MOST_ADDRESSES).nullable().describe('addresses of products; null for all'),
  page: z.int().min(1).max(1_000_000).describe('from 1; the nearest that there is of another'),
});

type PricedAsked = z.infer<typeof pricedAskedSchema>;

/** A page of the products that are asked for, with everything of them that lists may name prices for. */
export function listPriced(context: Services, asked: PricedAsked): Promise<PricedPage> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const where = await placedAt(read, asked.at);
    const [counted] = await read
      .select({ found: count() })
      .from(products)
      .innerJoin(...foundBy(asked))
      .where(where);
    const found = counted?.found ?? 0;
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const ids = await read
      .select({ id: products.id })
      .from(products)
      .innerJoin(...foundBy(asked))
      .where(where)
      .orderBy(...(asked.find.trim() === '' ? [] : [sql`found.rank`]), asc(products.titleKey), asc(products.id))
      .limit(ON_A_PAGE)
      .offset(before);
    const [shared, states] = [
      await readShared(read),
      await readSomeStates(
        read,
        ids.map(({ id }) => id),
      ),
    ];
    const byId = new Map(states.map((state) => [state.id, state]));
    const rows = ids.flatMap(({ id }) => byId.get(id) ?? []).map((state) => listed(state, shared));
    return { rows, found, page, pages, first: before + 1 };
  });
}

/** The same of all that are asked for, one product after the other. The caller may stop at any step. */
export function everyPriced(
  context: Services,
  asked: Pick<PricedAsked, 'find' | 'at'>,
): Promise<AsyncGenerator<ProductStep<PricedProduct>>> {
  const which = async (queries: Queries) => {
    const rows = await queries
      .select({ id: products.id })
      .from(products)
      .innerJoin(...foundBy(asked))
      .where(await placedAt(queries, asked.at));
    return rows.map(({ id }) => id);
  };
  return stepByStep(context, which, async ({ database: { read } }, states) => {
    const shared = await readShared(read);
    return () => Promise.resolve(states.map((state) => priced(asItCounts(state), shared)));
  });
}

const foundBy = ({ find }: Pick<PricedAsked, 'find'>) => foundOrAll(find, productsHaving, products.id);

/** That a product counts at one of some addresses. */
async function placedAt(queries: Queries, addresses: readonly string[] | null): Promise<SQL | undefined> {
  if (addresses === null) return undefined;
  // The index knows both addresses of a product that is to get another one.
  const ids = await productsAt(queries, new Set(addresses));
  return and(
    inArray(products.id, among(ids)),
    sql`coalesce(${products.publishedSlug}, json_extract(${products.draft}, '$.slug')) in ${among(addresses)}`,
  );
}

const listed = (state: BothStates, shared: SharedCatalog): ListedProduct => {
  const product = asItCounts(state);
  return { id: state.id, shelf: shelfOf(product), ...priced(product, shared) };
};

const priced = (product: Product, { sheets, swatches }: SharedCatalog): PricedProduct => ({
  slug: product.slug,
  title: product.title,
  // Products that join a slot have no price there that a list could name.
  things: thingsOf(assemble(product, { sheets, swatches, products: new Map() }).product),
});

/** Where a product stands, without what is on it. */
const shelfOf = ({ category, supplier, tags, soldBy: { kind }, variants, parts, choices }: Product): Shelved => ({
  category,
  supplier,
  tags,
  soldBy: { kind },
  variants: variants.map(() => null),
  parts: parts.map(() => null),
  choices: choices.map((choice) => ({ kind: choice.kind })),
});

/** What the products at some addresses have of prices; drafts may share an address with what is in the shop. */
export async function readPricedAt(
  queries: Queries,
  addresses: ReadonlySet<string>,
): Promise<ReadonlyMap<string, PricedProduct>> {
  const shared = await readShared(queries);
  const states = await readSomeStates(queries, await productsAt(queries, addresses));
  const found = new Map<string, PricedProduct>();
  const sold = new Set(states.flatMap(({ published }) => published?.slug ?? []));
  await inPieces(states, (state) => {
    const product = asItCounts(state);
    const isHidden = !state.published && sold.has(product.slug);
    if (addresses.has(product.slug) && !isHidden) found.set(product.slug, priced(product, shared));
  });
  return found;
}

/** What each list names a price for that is not there any more, by the key of the list. */
export function listGone(context: Services): Promise<Readonly<Record<string, readonly ListPrice[]>>> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const lists = await readPriceLists(read);
    const known = await readPricedAt(read, namedBy(lists));
    const isGone = ({ product, of }: ListPrice) =>
      !known.get(product)?.things.some(({ thing }) => sameThing(thing, of));
    return Object.fromEntries(lists.map(({ key, prices }) => [key, prices.filter(isGone)]));
  });
}

/** Addresses of the products that lists name prices for. */
export const namedBy = (lists: readonly { readonly prices: readonly ListPrice[] }[]): ReadonlySet<string> =>
  new Set(lists.flatMap(({ prices }) => prices.map(({ product }) => product)));

/** So long a table is read, in characters. */
const LONGEST_TABLE = 1_000_000;

export const tableSchema = z.strictObject({
  text: z.string().max(LONGEST_TABLE),
  lists: z.array(z.strictObject({ key: z.string().max(200), title: z.string().max(80) })).max(200),
});

/** Reads a table of prices that was pasted: each price that it says, or what is wrong with its line. */
export function readPastedPrices(
  context: Services,
  { text, lists }: z.infer<typeof tableSchema>,
): Promise<PriceCell[]> {
  return atOneMoment(context, async ({ database: { read } }) =>
    readPriceTable(text, await readPricedAt(read, new Set(addressesInTable(text))), lists),
  );
}
