import { inArray } from 'drizzle-orm';
import { Exact } from '../../../core/number';
import { availableToPromise, type LyingInLots } from '../../../core/stock';
import { type Queries } from '../../../data/database';
import { stockItems } from '../../../data/schema';
import { readFreeLots } from './lots';

/** A stock item with the figures that follow from the ledger; decimals as text. */
export interface StockFigures {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  readonly onHand: string;
  readonly reserved: string;
  readonly backorder: string;
  /** how much is there and not reserved, and how many days more takes; null where nobody says */
  readonly late: { readonly ready: string; readonly days: number } | null;
  readonly available: string;
  /**
   * what one unit costs, and whether that is said or the average of receipts; null while nobody knows. For the manager
   * alone
   */
  readonly cost: string | null;
  readonly costing: 'standard' | 'average';
  /** how it lies in lots, with what is free of each; null where any quantity can be taken */
  readonly lying: LyingInLots | null;
  /** put away: offered nowhere any more */
  readonly archived: boolean;
}

/** Stock items by their keys, with what can be promised of them, in the order of the titles. */
export async function readStock(queries: Queries, keys: ReadonlySet<string>): Promise<StockFigures[]> {
  if (keys.size === 0) return [];
  const rows = await queries
    .select()
    .from(stockItems)
    .where(inArray(stockItems.key, [...keys]))
    .orderBy(stockItems.title);
  const lots = await readFreeLots(queries, rows);
  return rows.map(
    ({ id, key, title, unit, onHand, reserved, backorder, leadDays, cutFrom, archived, cost, costing }) => ({
      lying: cutFrom && { ...cutFrom, lots: lots.get(id) ?? [] },
      key,
      title,
      unit,
      onHand,
      reserved,
      backorder,
      late:
        leadDays === null ? null : { ready: Exact.from(onHand).minus(Exact.from(reserved)).toString(), days: leadDays },
      archived,
      cost,
      costing,
      available: availableToPromise({
        onHand: Exact.from(onHand),
        reserved: Exact.from(reserved),
        backorder: Exact.from(backorder),
      }).toString(),
    }),
  );
}

/** What some stock items cost, by key, of those of which somebody has said so; decimals. */
export const costsIn = (stock: readonly Pick<StockFigures, 'key' | 'cost'>[]): Record<string, string> =>
  Object.fromEntries(stock.flatMap(({ key, cost }) => (cost === null ? [] : [[key, cost]])));
