import { asc, count, desc, eq, type SQL, sql } from 'drizzle-orm';
import { type Queries } from '../../../data/database';
import { stockItems, stockLots } from '../../../data/schema';
import { foundOrAll, stockHaving } from '../../catalog/words-to-find';
import { readShop } from '../../catalog/surroundings';
import { type Services } from '../../context';
import { type ListAsked, listAskedFrom, ON_A_PAGE, saidIn } from '../../list-asked';
import { pageAmong, type PageOf } from '../../page-among';
import { withStock } from '../../selling/overdue';
import { readStock, type StockFigures } from '../ledger/figures';

const sorts = ['title', 'lots', 'onHand', 'reserved', 'available', 'cost'] as const;

/** What of the stock items is asked for. */
export interface StockAsked extends ListAsked<(typeof sorts)[number]> {
  /** whether those put away are shown, too */
  readonly withArchived: boolean;
}

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export const stockAskedFrom = (params: URLSearchParams): StockAsked => ({
  ...listAskedFrom(params, sorts),
  withArchived: saidIn(params, 'show') === 'all',
});

/** A page of what is counted. */
export interface StockPage extends PageOf<StockFigures> {
  /** how many of all are put away */
  readonly archived: number;
  readonly currency: string;
}

/** Stock items as they are asked for: found, sorted and counted by the database. */
export function listStock(context: Services, asked: StockAsked): Promise<StockPage> {
  return withStock(context, async ({ database: { read } }) => {
    const shown = shownBy(asked);
    const found = await countOf(read, asked, shown);
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const keys = await read
      .select({ key: stockItems.key })
      .from(stockItems)
      .innerJoin(...foundBy(asked))
      .where(shown)
      .orderBy(...orderOf(asked))
      .limit(ON_A_PAGE)
      .offset(before);
    const known = new Map(
      (await readStock(read, new Set(keys.map(({ key }) => key)))).map((item) => [item.key, item] as const),
    );
    const everything = { ...asked, find: '' };
    return {
      rows: keys.flatMap(({ key }) => known.get(key) ?? []),
      found,
      total: await countOf(read, everything, undefined),
      archived: await countOf(read, everything, eq(stockItems.archived, true)),
      page,
      pages,
      first: before + 1,
      currency: (await readShop(read)).currency,
    };
  });
}

function shownBy({ withArchived, find }: StockAsked): SQL | undefined {
  if (withArchived) return undefined;
  // Those that have the words are few: no index is to look at all others first.
  return find.trim() === '' ? eq(stockItems.archived, false) : sql`+${stockItems.archived} = 0`;
}

async function countOf(queries: Queries, asked: StockAsked, shown: SQL | undefined): Promise<number> {
  const [row] = await queries
    .select({ count: count() })
    .from(stockItems)
    .innerJoin(...foundBy(asked))
    .where(shown);
  return row?.count ?? 0;
}

/** The stock items that have the words that are looked for, and how well, as a join; all of them where none are. */
const foundBy = ({ find }: StockAsked) => foundOrAll(find, stockHaving, stockItems.id);

const BY_TITLE = [sql`${stockItems.title} collate nocase`, asc(stockItems.id)];
const onHand = sql`cast(${stockItems.onHand} as real)`;
const reserved = sql`cast(${stockItems.reserved} as real)`;

/** By about what they are: what is told is exact. */
const SORTS: Readonly<Record<(typeof sorts)[number], SQL>> = {
  title: sql`${stockItems.title} collate nocase`,
  lots: sql`(select count(*) from ${stockLots} where ${stockLots.itemId} = ${stockItems.id} and ${stockLots.left} <> '0')`,
  onHand,
  reserved,
  available: sql`${onHand} - ${reserved} + cast(${stockItems.backorder} as real)`,
  cost: sql`coalesce(cast(${stockItems.cost} as real), -1)`,
};

/** In which order they stand: what is looked for by how well it is found, unless somebody sorts it. */
function orderOf({ find, sort, isDescending }: StockAsked): SQL[] {
  if (sort === null) return find.trim() === '' ? BY_TITLE : [sql`found.rank`, ...BY_TITLE];
  return [(isDescending ? desc : asc)(SORTS[sort]), ...BY_TITLE];
}
