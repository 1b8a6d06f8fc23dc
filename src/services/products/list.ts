import { and, asc, count, desc, eq, inArray, isNotNull, ne, type SQL, sql } from 'drizzle-orm';
import { z } from 'zod';
import { cardsLookedAt, cardsSoon } from '../catalog/cards';
import { readShared, type SharedCatalog } from '../catalog/catalog-state';
import { asNamed } from '../catalog/surroundings';
import { foundOrAll, productsHaving } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { sellersShare } from '../../core/basket';
import { floorOf, type Shop } from '../../core/catalog';
import { Exact } from '../../core/number';
import { formatQuantity, requireUnit } from '../../core/quantity';
import { type CostOf, isSoldOut, knownCosts, stockNeeded } from '../../core/run';
import { type StockView, stockView } from '../../core/stock';
import { counted } from '../../core/words';
import { type ProductCard } from '../../data/cards';
import { type Queries } from '../../data/database';
import { cardsDue, productCards, products, type ProductState, stockItems } from '../../data/schema';
import { inOrderOf } from '../in-order';
import { ON_A_PAGE } from '../list-asked';
import { pageAmong, type PageOf } from '../page-among';
import { withStock } from '../selling/overdue';
import { readStock, type StockFigures } from '../stock/ledger/figures';
import { EVERYTHING, type ProductsAsked } from './asked';

/** A product as the list shows it. */
export interface ProductRow {
  readonly id: number;
  readonly title: string;
  readonly sku: string;
  readonly slug: string;
  readonly picture: string | null;
  readonly facets: readonly string[];
  readonly price: string | null;
  /** its base price and was-price as the draft says them: decimals, null where it says none */
  readonly base: { readonly price: string | null; readonly wasPrice: string | null };
  /**
   * what one earns as its page begins: in the shop's currency, as a decimal; null while somebody has yet to say what it
   * costs
   */
  readonly earns: { readonly amount: string; readonly percent: string | null; readonly belowFloor: boolean } | null;
  readonly stock: string;
  readonly outOfStock: boolean;
  /** the one stock item that it draws, where it is counted as a sum; null where there is none, or more */
  readonly counted: { readonly key: string; readonly onHand: string; readonly unit: string } | null;
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly state: ProductState;
  /** what keeps it from being published */
  readonly mustFix: number;
  /** why customers can't buy it now, where it is published */
  readonly held: string | null;
  /** of its draft */
  readonly draftVersion: number;
  /** whether what it costs and is made up of is still being worked out: until then it is that of before, or nothing */
  readonly isDue: boolean;
}

/** What is known of a product that is selected, wherever in the list it stands. */
export type MeantProduct = Pick<ProductRow, 'id' | 'title' | 'state' | 'mustFix' | 'draftVersion'>;

/** A page of the products of the catalog. */
export interface ProductsPage extends PageOf<ProductRow> {
  /** those that products are in, in order */
  readonly categories: readonly string[];
}

/**
 * The products of the catalog, as they are asked for: found, sorted and counted by the database, of which no more is
 * read than stands on a page.
 */
export async function listProducts(context: Services, asked: ProductsAsked): Promise<ProductsPage> {
  await cardsSoon(context, 'draft');
  return withStock(context, async ({ database: { read } }) => {
    const shared = await readShared(read);
    const found = await countOf(read, asked);
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const ids = await read
      .select({ id: products.id })
      .from(products)
      .leftJoin(productCards, CARD)
      .innerJoin(...foundBy(asked))
      .where(shownBy(asked))
      .orderBy(...orderOf(asked, shared.shop))
      .limit(ON_A_PAGE)
      .offset(before);
    return {
      rows: await readRows(
        read,
        shared,
        ids.map(({ id }) => id),
        context,
      ),
      found,
      total: await countOf(read, EVERYTHING),
      page,
      pages,
      first: before + 1,
      categories: await readCategories(read),
    };
  });
}

export const meantSchema = z.strictObject({ ids: z.array(z.number().int()).max(100_000) });

/**
 * All products that match what is asked for, on whatever page, or those that are still there of some numbers: what it
 * takes to do something with them.
 */
export function meantProducts(
  context: Services,
  wanted: ProductsAsked | z.infer<typeof meantSchema>,
): Promise<MeantProduct[]> {
  const asked = 'ids' in wanted ? EVERYTHING : wanted;
  return atOneMoment(context, async ({ database: { read } }) => {
    const rows = await read
      .select({
        id: products.id,
        title: products.title,
        state: products.state,
        draftVersion: products.draftVersion,
        mustFix: sql<number | null>`json_extract(${productCards.card}, '$.mustFix')`,
      })
      .from(products)
      .leftJoin(productCards, CARD)
      .innerJoin(...foundBy(asked))
      .where(
        'ids' in wanted
          ? sql`${products.id} in (select value from json_each(${JSON.stringify(wanted.ids)}))`
          : shownBy(asked),
      )
      .orderBy(asc(products.titleKey), asc(products.id));
    return rows.map(({ mustFix, ...row }) => ({ ...row, mustFix: mustFix ?? 0 }));
  });
}

/** SKUs that products have. */
export async function listSkus({ database }: Services): Promise<string[]> {
  const rows = await database.read.selectDistinct({ sku: products.sku }).from(products).where(ne(products.sku, ''));
  return rows.map(({ sku }) => sku);
}

const CARD = and(eq(productCards.productId, products.id), eq(productCards.of, 'draft'));

async function countOf(queries: Queries, asked: ProductsAsked): Promise<number> {
  const [row] = await queries
    .select({ count: count() })
    .from(products)
    .innerJoin(...foundBy(asked))
    .where(shownBy(asked));
  return row?.count ?? 0;
}

async function readCategories(queries: Queries): Promise<string[]> {
  const rows = await queries
    .selectDistinct({ category: products.category })
    .from(products)
    .where(and(isNotNull(products.category), ne(products.category, '')))
    .orderBy(asc(products.category));
  return rows.flatMap(({ category }) => category ?? []);
}

const SHOWN: Readonly<Record<ProductsAsked['show'], SQL | undefined>> = {
  any: undefined,
  // They stand in the order of what they are sorted by, of which these are most: no index is to part them.
  all: sql`+${products.state} in ('published', 'changed', 'draft')`,
  sold: inArray(products.state, ['published', 'changed']),
  published: eq(products.state, 'published'),
  changed: eq(products.state, 'changed'),
  draft: eq(products.state, 'draft'),
  archived: eq(products.state, 'archived'),
};

/** Which products are shown, of those that are found. */
const shownBy = ({ show, category }: ProductsAsked): SQL | undefined =>
  and(SHOWN[show], category === '' ? undefined : eq(products.category, category));

/** The products that have the words that are looked for, and how well, as a join; all of them where none are. */
const foundBy = ({ find }: ProductsAsked) => foundOrAll(find, productsHaving, products.id);

/** In which order they stand: what is looked for by how well it is found, unless somebody sorts it. */
function orderOf({ find, sort, isDescending }: ProductsAsked, shop: Shop): SQL[] {
  const way = isDescending ? desc : asc;
  const byTitle = [asc(products.titleKey), asc(products.id)];
  if (sort === null) return find.trim() === '' ? byTitle : [sql`found.rank`, ...byTitle];
  const sorts: Readonly<Record<typeof sort, SQL>> = {
    title: sql`${products.titleKey}`,
    sku: sql`${products.sku}`,
    category: sql`coalesce(${products.category}, '')`,
    price: sql`coalesce(${productCards.priceFrom}, -1)`,
    earns: earnsSql(shop),
    stock: STOCK_SQL,
    state: sql`${products.state}`,
  };
  return [way(sorts[sort]), ...byTitle];
}

const key = (name: string) => sql`${stockItems.key} = json_extract(drawn.value, ${`$.${name}`})`;

/** About how much there is of what a product draws, to sort by it: what is told is exact. */
const STOCK_SQL = sql`coalesce((
  select sum(cast(${stockItems.onHand} as real) - cast(${stockItems.reserved} as real))
  from json_each(${productCards.card}, '$.draws') as drawn join ${stockItems} on ${key('key')}
  where json_extract(drawn.value, '$.along') = 0), -1)`;

/** About how much an exact number is, which is kept as a decimal or as a fraction. */
const about = (exact: SQL) =>
  sql`(case when instr(${exact}, '/') > 0
    then cast(${exact} as real) / cast(substr(${exact}, instr(${exact}, '/') + 1) as real)
    else cast(${exact} as real) end)`;

const inCard = (path: string) => sql`json_extract(${productCards.card}, ${`$.${path}`})`;

/** About what one earns, to sort by it: what is told is exact. What is not known comes first. */
function earnsSql({ tax }: Shop): SQL {
  const share = (taxClass: string | null) => sellersShare(tax, taxClass).toApproximateNumber();
  const shares = (tax?.classes ?? []).map(({ key: name }) => sql`when ${name} then ${share(name)}`);
  const ofPrice =
    shares.length === 0
      ? sql`${share(null)}`
      : sql`case ${inCard('taxClass')} ${sql.join(shares, sql` `)} else ${share(null)} end`;
  const quantity = about(sql`json_extract(drawn.value, '$.quantity')`);
  const cost = sql`(
    select case when sum(${stockItems.cost} is null) > 0 then null else sum(${quantity} * cast(${stockItems.cost} as real)) end
    from json_each(${productCards.card}, '$.one.draws') as drawn left join ${stockItems} on ${key('stock')})`;
  return sql`coalesce(
    case when ${inCard('one.unsaid')} then null else
      ${about(inCard('one.price'))} * ${ofPrice} - ${about(inCard('one.work'))}
      - case when json_array_length(${productCards.card}, '$.one.draws') = 0 then 0 else ${cost} end
    end, -1e12)`;
}

async function readRows(
  queries: Queries,
  { shop }: SharedCatalog,
  ids: readonly number[],
  context: Services,
): Promise<ProductRow[]> {
  const rows = await queries
    .select({
      id: products.id,
      title: products.title,
      sku: products.sku,
      category: products.category,
      supplier: products.supplier,
      state: products.state,
      draftVersion: products.draftVersion,
      slug: sql<string | null>`json_extract(${products.draft}, '$.slug')`,
      basePrice: sql<string | null>`json_extract(${products.draft}, '$.price')`,
      wasPrice: sql<string | null>`json_extract(${products.draft}, '$.wasPrice')`,
      card: productCards.card,
      isDue: sql<number>`exists (select 1 from ${cardsDue} where ${cardsDue.of} = 'draft' and ${cardsDue.productId} = ${products.id})`,
    })
    .from(products)
    .leftJoin(productCards, CARD)
    .where(inArray(products.id, [...ids]));
  cardsLookedAt(context, 'draft', ids);
  const stock = await readStock(queries, new Set(rows.flatMap(({ card }) => (card ? namedBy(card) : []))));
  const [there, items] = [stockView(stock), asNamed(stock)];
  const costs = knownCosts(stock);
  return inOrderOf(ids, rows).map(({ card, slug, basePrice, wasPrice, isDue, ...said }) => {
    const isSold = said.state === 'published' || said.state === 'changed';
    return {
      ...said,
      slug: slug ?? '',
      base: { price: basePrice, wasPrice },
      picture: card?.picture?.src ?? null,
      facets: card?.facets ?? [],
      price: card?.price ?? null,
      tags: card?.tags ?? [],
      mustFix: card?.mustFix ?? 0,
      earns: card && earnsOf(card, costs, shop),
      ...(card ? (card.isKit ? kitStockWords(card, there) : stockWords(ownStock(card), there, items)) : NOT_KNOWN),
      counted: card && !card.isKit ? countedOf(ownStock(card), stock) : null,
      held: card && isSold ? heldWords(card, there) : null,
      isDue: card === null || isDue === 1,
    };
  });
}

const NOT_KNOWN = { stock: '', outOfStock: false };

/** The stock items that what a list says of a product follows from. */
const namedBy = ({ draws, one, soldOutWhile }: ProductCard): string[] => [
  ...draws.map(({ key: stock }) => stock),
  ...(one?.draws ?? []).map(({ stock }) => stock),
  ...stockNeeded(soldOutWhile ?? []),
];

/** What one of a product earns as its page begins; null while it is not known. */
function earnsOf(
  { one, marginFloor = null, taxClass = null, category }: ProductCard,
  costs: CostOf,
  { tax, marginFloors: floors }: Shop,
): ProductRow['earns'] {
  // What nobody has said is unknown, and not nothing.
  if (!one || one.unsaid) return null;
  const price = Exact.from(one.price).times(sellersShare(tax, taxClass));
  let left = price.minus(Exact.from(one.work));
  for (const { stock, quantity } of one.draws) {
    const cost = costs(stock);
    if (!cost) return null;
    left = left.minus(cost.times(Exact.from(quantity)));
  }
  const percent = price.sign() > 0 ? left.times(Exact.of(100)).over(price) : null;
  const floor = floorOf({ marginFloor, category }, floors);
  return {
    amount: left.rounded(2).toFixed(2),
    percent: percent && percent.rounded(0).toString(),
    belowFloor: floor !== null && percent !== null && percent.isLess(Exact.parse(floor) ?? Exact.zero),
  };
}

/** What of a product can't be bought for want of stock, in words. */
function heldWords(card: ProductCard, there: StockView): string | null {
  const out = card.draws.filter(({ key }) => amountOf(key, there).sign() <= 0).length;
  if (out === 0) return null;
  const all = ownStock(card).length;
  return out === all
    ? 'Sold out: customers can’t buy it'
    : `${out} of its ${all} stock items ${out === 1 ? 'is' : 'are'} out`;
}

/** The stock items that a product itself draws from; what is taken along is counted where it belongs. */
const ownStock = ({ draws }: ProductCard) => draws.flatMap(({ key, along }) => (along ? [] : [key]));

/** The stock item that alone is drawn; null where it lies in lots, which are counted one by one. */
function countedOf([key, ...more]: readonly string[], stock: readonly StockFigures[]): ProductRow['counted'] {
  const item = more.length === 0 ? stock.find((known) => known.key === key) : undefined;
  return item && !item.lying ? { key: item.key, onHand: item.onHand, unit: item.unit } : null;
}

function amountOf(key: string, there: StockView): Exact {
  const available = there.available(key) ?? Exact.zero;
  return available === 'plenty' ? Exact.zero : available;
}

/** Of a kit: from how many stock items it takes, and whether it can't be had for want of one that belongs to it. */
function kitStockWords(card: ProductCard, there: StockView): { stock: string; outOfStock: boolean } {
  return { stock: counted(ownStock(card).length, 'stock item'), outOfStock: isSoldOut(card.soldOutWhile ?? [], there) };
}

function stockWords(
  keys: readonly string[],
  there: StockView,
  stock: ReadonlyMap<string, { unit: string }>,
): { stock: string; outOfStock: boolean } {
  if (keys.length === 0) return { stock: 'not tracked', outOfStock: false };
  const units = new Set(keys.map((key) => stock.get(key)?.unit ?? '1'));
  const [unit] = units;
  if (units.size !== 1 || unit === undefined) return { stock: counted(keys.length, 'stock item'), outOfStock: false };
  const sum = keys.reduce((total, key) => total.plus(amountOf(key, there)), Exact.zero);
  const shown = formatQuantity({ value: sum, unit: requireUnit(unit) });
  return { stock: keys.length > 1 ? `${shown} in ${keys.length} items` : shown, outOfStock: sum.sign() <= 0 };
}
