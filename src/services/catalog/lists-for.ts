import { and, asc, eq, lt } from 'drizzle-orm';
import { dayAt, dayText, parseDay } from '../../core/calendar';
import { type KnownPriceList, type ListPrice, type PriceList, type Product } from '../../core/catalog';
import { assemble } from '../../core/compile/assemble';
import { minorUnits } from '../../core/money';
import { DAYS_LOOKED_BACK, lowestBefore, type PastPrices, namingOnly } from '../../core/price-lists';
import { type Queries } from '../../data/database';
import { priceListRevisions, products, revisions } from '../../data/schema';
import { inPieces } from '../in-pieces';
import { type SharedCatalog } from './catalog-state';

/**
 * The price lists with what they say of some products, and of those that show it the lowest prices of the days before.
 */
export async function readListsFor(
  queries: Queries,
  shared: SharedCatalog,
  slugs: ReadonlySet<string>,
): Promise<KnownPriceList[]> {
  const lists: KnownPriceList[] = [];
  for (const list of shared.priceLists) {
    const here = namingOnly(list, slugs);
    lists.push(
      list.showsLowest && list.from !== null
        ? { ...here, lowest: await lowestOfAll(queries, shared, list, slugs) }
        : here,
    );
  }
  return lists;
}

async function lowestOfAll(
  queries: Queries,
  shared: SharedCatalog,
  list: PriceList,
  slugs: ReadonlySet<string>,
): Promise<ListPrice[]> {
  const found = await inPieces(slugs, (slug) => lowestOf(queries, shared, list, slug));
  return found.flat();
}

/** The lowest prices of one product before a list began; found out once for each state of the catalog. */
async function lowestOf(
  queries: Queries,
  shared: SharedCatalog,
  list: PriceList,
  slug: string,
): Promise<readonly ListPrice[]> {
  const ofList = lowestKept(shared, list);
  const known = ofList.get(slug);
  if (known) return known;
  const found = lowestBefore(
    list,
    await readPast(queries, shared, slug, list.from ?? ''),
    minorUnits(shared.shop.currency) ?? 2,
  );
  ofList.set(slug, found);
  return found;
}

/**
 * What has been found out for a list, by the product's address: little for each, and for all together one thing that is
 * kept.
 */
function lowestKept({ kept }: SharedCatalog, { key }: PriceList): Map<string, readonly ListPrice[]> {
  const name = `lowest ${key}`;
  const known =
    (kept.get(name) as Map<string, readonly ListPrice[]> | undefined) ?? new Map<string, readonly ListPrice[]>();
  kept.set(name, known);
  return known;
}

/** What a product and the lists were in the days before one of them. Sheets and swatches are taken as they are now. */
async function readPast(
  queries: Queries,
  { shop, kept, ...shared }: SharedCatalog,
  slug: string,
  day: string,
): Promise<PastPrices[]> {
  const end = parseDay(day) ?? 0;
  const before = new Date((end + 1) * DAY_MS);
  const published = await queries
    .select({ definition: revisions.definition, at: revisions.publishedAt })
    .from(revisions)
    .innerJoin(products, and(eq(products.id, revisions.productId), eq(products.publishedSlug, slug)))
    .where(lt(revisions.publishedAt, before))
    .orderBy(asc(revisions.publishedAt), asc(revisions.id));
  const listed = await listsBefore(queries, kept, before);
  const events = [
    ...published.map(({ definition, at }) => ({ at, change: { product: definition } })),
    ...listed.map(({ key, rank, definition, at }) => ({ at, change: { key, rank, definition } })),
  ].sort((a, b) => a.at.getTime() - b.at.getTime());
  const lists = new Map<string, { readonly rank: number; readonly list: PriceList }>();
  let product: Product | null = null;
  const past: PastPrices[] = [];
  for (const { at, change } of events) {
    if ('product' in change) product = assemble(change.product, { ...shared, products: new Map() }).product;
    else if (change.definition) lists.set(change.key, { rank: change.rank, list: change.definition });
    else lists.delete(change.key);
    past.push({
      from: dayAt(at, shop.timeZone),
      product,
      lists: [...lists.values()].sort((a, b) => a.rank - b.rank).map(({ list }) => list),
    });
  }
  // Of what is too old only the last counts, which still held on the first of the days.
  const first = dayText(end - DAYS_LOOKED_BACK);
  return past.slice(
    Math.max(
      0,
      past.findLastIndex(({ from }) => from < first),
    ),
  );
}

/** What lists were before a moment, in the order of time; read once for each state of the catalog. */
async function listsBefore(
  queries: Queries,
  kept: SharedCatalog['kept'],
  before: Date,
): Promise<readonly (typeof priceListRevisions.$inferSelect)[]> {
  const name = `lists before ${before.getTime()}`;
  const known = kept.get(name) as readonly (typeof priceListRevisions.$inferSelect)[] | undefined;
  if (known) return known;
  const found = await queries
    .select()
    .from(priceListRevisions)
    .where(lt(priceListRevisions.at, before))
    .orderBy(asc(priceListRevisions.at), asc(priceListRevisions.id));
  kept.set(name, found);
  return found;
}

const DAY_MS = 86_400_000;
