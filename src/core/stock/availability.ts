import { Exact } from '../number';
import { type Quantity } from '../quantity';

/** What one order line takes of one stock item. */
export interface Draw {
  readonly stock: string;
  readonly title: string;
  readonly perItem: Quantity;
  readonly total: Quantity;
  /** days it takes when there is not enough; null where nothing may be promised beyond stock */
  readonly leadDays: number | null;
}

/** What is left to promise of a stock item, in its own unit; undefined for an item that is not known. */
export type StockLevels = (stock: string) => Exact | undefined;

/** The levels of a list of stock items; what is available comes as decimal text. */
export function levelsOf(items: readonly { readonly key: string; readonly available: string }[]): StockLevels {
  const available = new Map(items.map((item) => [item.key, Exact.from(item.available)]));
  return (stock) => available.get(stock);
}

/** What can be supplied of a selection. */
export interface Availability {
  /** how many items could be supplied now; null when stock has not been asked */
  readonly canSupply: number | null;
  /** the stock item that allows no more, or null when nothing limits */
  readonly limitedBy: { readonly stock: string; readonly title: string; readonly available: Quantity } | null;
  /** days until it can be sent, where something of it is ordered beyond stock; null where all is there */
  readonly leadDays: number | null;
}

const MOST = 1_000_000_000;

/**
 * How many items can be made from what is there, and what limits that.
 *
 * @param draws what one item takes, each stock item once
 */
export function availabilityOf(draws: readonly Draw[], levels: StockLevels | null): Availability {
  if (!levels) return { canSupply: null, limitedBy: null, leadDays: null };
  let canSupply = MOST;
  let limitedBy: Availability['limitedBy'] = null;
  let lead: number | null = null;
  for (const { stock, title, perItem, total, leadDays } of draws) {
    if (perItem.value.sign() <= 0) continue;
    const available = levels(stock) ?? Exact.zero;
    if (leadDays !== null) {
      if (available.isLess(total.value)) lead = Math.max(lead ?? 0, leadDays);
      continue;
    }
    const possible = available.sign() <= 0 ? 0 : Math.min(MOST, Number(available.over(perItem.value).floor()));
    if (possible < canSupply) {
      canSupply = possible;
      limitedBy = { stock, title, available: { value: available, unit: perItem.unit } };
    }
  }
  return { canSupply, limitedBy, leadDays: lead };
}

/** What may still be promised: on hand and the agreed backorder, less what is reserved. */
export function availableToPromise(figures: { onHand: Exact; reserved: Exact; backorder: Exact }): Exact {
  return figures.onHand.plus(figures.backorder).minus(figures.reserved);
}
