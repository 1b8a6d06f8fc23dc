import { dayAt } from '../../core/calendar';
import {
  type CatalogSurroundings,
  type LotRule,
  placementsOf,
  type Product,
  referencesOf,
  type Referring,
  type Sheet,
  type Shop,
} from '../../core/catalog';
import { type StockView, stockView } from '../../core/stock';
import { inArray } from 'drizzle-orm';
import { type Queries } from '../../data/database';
import { stockItems } from '../../data/schema';
import { inPieces } from '../in-pieces';
import { readStock, type StockFigures } from '../stock/ledger/figures';
import { readShared, type SharedCatalog } from './catalog-state';
import { readListsFor } from './lists-for';
import { readJoining, readPublishedBySlug } from './published-products';

/** The shop's settings as anyone may see them. */
export async function readShop(queries: Queries): Promise<Shop> {
  return (await readShared(queries)).shop;
}

/** The published products that definitions take along, and those that these take along in turn. */
async function readTakenAlong(queries: Queries, definitions: readonly Referring[]): Promise<Map<string, Product>> {
  const found = new Map<string, Product>();
  let from = definitions;
  for (;;) {
    const references = await inPieces(from, referencesOf);
    const joining = await readJoining(
      queries,
      references.flatMap((one) => one.joins),
    );
    const wanted = new Set(
      [...references.flatMap(({ products }) => [...products]), ...joining].filter((slug) => !found.has(slug)),
    );
    const fresh: Product[] = [];
    for (const slug of wanted) {
      const published = await readPublishedBySlug(queries, slug);
      if (published) fresh.push(published.definition);
    }
    if (fresh.length === 0) return found;
    for (const product of fresh) found.set(product.slug, product);
    from = fresh;
  }
}

export interface SurroundingsNow {
  readonly surroundings: CatalogSurroundings;
  /** what there is of the stock items in {@link stock} */
  readonly there: StockView;
  readonly stock: readonly StockFigures[];
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** what is worked out from this state of the catalog, by a name of its own */
  readonly kept: SharedCatalog['kept'];
}

/**
 * What compiling and resolving some definitions need of the database, read at one moment; of stock the items that they
 * can draw.
 *
 * @param drafts sheets that may be placed on them as they are edited
 * @param alsoStock keys of stock items that are asked for beside
 */
export async function readSurroundings(
  queries: Queries,
  at: Date,
  definitions: readonly Product[],
  drafts: readonly Sheet[] = [],
  alsoStock: readonly string[] = [],
): Promise<SurroundingsNow> {
  const shared = await readShared(queries);
  const placed = new Set(
    definitions.flatMap((definition) => placementsOf(definition, shared.sheets.values()).map(({ key }) => key)),
  );
  const sheets = [...shared.sheets.values()].filter(({ key }) => placed.has(key));
  return surroundingsOf(queries, at, shared, [...definitions, ...sheets, ...drafts], alsoStock);
}

async function surroundingsOf(
  queries: Queries,
  at: Date,
  shared: SharedCatalog,
  definitions: readonly Referring[],
  alsoStock: readonly string[],
): Promise<SurroundingsNow> {
  let along = await readTakenAlong(queries, definitions);
  // What is taken along may have sheets on it by a condition, which take something along in turn.
  for (;;) {
    const placed = [...along.values()].flatMap((product) =>
      placementsOf(product, shared.sheets.values()).flatMap(({ key }) => shared.sheets.get(key) ?? []),
    );
    const further = await readTakenAlong(queries, [...definitions, ...along.values(), ...placed]);
    const done = further.size === along.size;
    along = further;
    if (done) {
      const all = [...definitions, ...along.values(), ...placed];
      const wanted = new Set([...alsoStock, ...all.flatMap((definition) => [...referencesOf(definition).stock])]);
      const stock = await readStock(queries, wanted);
      const priceLists = await readListsFor(
        queries,
        shared,
        new Set([
          ...definitions.flatMap((definition) =>
            'slug' in definition && typeof definition.slug === 'string' ? [definition.slug] : [],
          ),
          ...along.keys(),
        ]),
      );
      const surroundings = {
        shop: shared.shop,
        stock: asNamed(stock),
        swatches: shared.swatches,
        sheets: shared.sheets,
        products: along,
        priceLists,
      };
      const today = dayAt(at, shared.shop.timeZone);
      return { surroundings, there: stockView(stock), stock, today, kept: shared.kept };
    }
  }
}

/** Stock items as definitions name them, without what there is of them. */
export const asNamed = (
  stock: readonly (Pick<StockFigures, 'key' | 'title' | 'unit'> & { readonly lying: LotRule | null })[],
): CatalogSurroundings['stock'] =>
  new Map(stock.map(({ key, title, unit, lying }) => [key, { title, unit, cutFrom: lying && ruleOf(lying) }]));

/** The same, read of some keys without what there is of them. */
export async function readNamed(queries: Queries, keys: Iterable<string>): Promise<CatalogSurroundings['stock']> {
  return asNamed(
    await queries
      .select({ key: stockItems.key, title: stockItems.title, unit: stockItems.unit, lying: stockItems.cutFrom })
      .from(stockItems)
      .where(inArray(stockItems.key, [...keys])),
  );
}

const ruleOf = ({ kind, kerf, smallestOffcut }: LotRule): LotRule => ({ kind, kerf, smallestOffcut });
