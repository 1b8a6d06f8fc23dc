import { eq, sql } from 'drizzle-orm';
import { cardsSoon, readCards } from '../catalog/cards';
import { readShared } from '../catalog/catalog-state';
import { type Services } from '../context';
import { sellersShare } from '../../core/basket';
import { floorOf, type Shop } from '../../core/catalog';
import { Exact } from '../../core/number';
import { formatQuantity, requireUnit } from '../../core/quantity';
import { type CostOf, isSoldOut, knownCosts } from '../../core/run';
import { type StockView, stockView } from '../../core/stock';
import { counted } from '../../core/words';
import { type ProductCard } from '../../data/cards';
import { products, revisions } from '../../data/schema';
import { withStock } from '../selling/overdue';
import { readStock } from '../stock/ledger/figures';

/** A product as the list shows it. */
export interface ProductRow {
  readonly id: number;
  readonly title: string;
  readonly sku: string;
  readonly slug: string;
  readonly picture: string | null;
  readonly facets: readonly string[];
  readonly price: string | null;
  /** for sorting only */
  readonly priceFrom: number | null;
  /**
   * what one earns as its page begins: in the shop's currency, as a decimal; null while somebody has yet to say what it
   * costs
   */
  readonly earns: { readonly amount: string; readonly percent: string | null; readonly belowFloor: boolean } | null;
  readonly stock: string;
  readonly outOfStock: boolean;
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly state: 'published' | 'changed' | 'draft' | 'archived';
  /** what keeps it from being published */
  readonly mustFix: number;
  /** why customers can't buy it now, where it is published */
  readonly held: string | null;
  readonly updatedAt: number;
  /** of its draft */
  readonly draftVersion: number;
}

/** Every product of the catalog, in the order of the titles. */
export async function listProducts(context: Services): Promise<ProductRow[]> {
  await cardsSoon(context, 'draft');
  return withStock(context, async ({ database }) => {
    const rows = await database.read
      .select({
        id: products.id,
        draftVersion: products.draftVersion,
        publishedRevision: products.publishedRevision,
        updatedAt: products.updatedAt,
        archivedAt: products.archivedAt,
        isAsPublished: sql<
          number | null
        >`${revisions.draftVersion} = ${products.draftVersion} or ${products.draft} = ${revisions.definition}`,
      })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision));
    const byId = new Map(rows.map((row) => [row.id, row]));
    const stock = await readStock(database.read);
    const there = stockView(stock);
    const { stock: items, shop } = await readShared(database.read);
    const costs = knownCosts(stock);
    return (await readCards(database.read, 'draft')).flatMap(({ id, card }): ProductRow[] => {
      const row = byId.get(id);
      if (!row) return [];
      const { title, sku, slug, picture, facets, price, priceFrom, category, supplier, tags, mustFix } = card;
      return [
        {
          id,
          title,
          sku,
          slug,
          facets,
          price,
          priceFrom,
          category,
          supplier,
          tags,
          mustFix,
          picture: picture?.src ?? null,
          earns: earnsOf(card, costs, shop),
          ...(card.isKit ? kitStockWords(card, there) : stockWords(ownStock(card), there, items)),
          state:
            row.archivedAt !== null
              ? 'archived'
              : row.publishedRevision === null
                ? 'draft'
                : row.isAsPublished === 1
                  ? 'published'
                  : 'changed',
          held: row.publishedRevision === null ? null : heldWords(card, there),
          updatedAt: row.updatedAt.getTime(),
          draftVersion: row.draftVersion,
        },
      ];
    });
  });
}

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
