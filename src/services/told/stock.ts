import { type Services } from '../context';
import { notFound } from '../refusal';
import { withStock } from '../selling/overdue';
import { enterStock, type StockEntry } from '../stock/entering/entry';
import { listStock, type StockAsked } from '../stock/items/list';
import { readStock, type StockFigures } from '../stock/ledger/figures';
import { asTold, type PageTold } from './page';

/** A stock item as other programs are told it. Quantities are decimals in its unit. */
export interface StockTold {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  readonly onHand: string;
  readonly reserved: string;
  readonly backorder: string;
  /** what can be promised */
  readonly available: string;
  /** how long more than what is there takes; null where nobody says */
  readonly leadDays: number | null;
  /** of one unit, in the shop's currency; null while nobody knows */
  readonly cost: string | null;
  readonly costing: 'standard' | 'average';
  /** what of it lies where, and how much of that is free; null where any quantity can be taken */
  readonly lots: readonly { readonly id: number; readonly label: string; readonly free: string }[] | null;
  readonly archived: boolean;
}

// By name: what is known of an item beside this is promised to nobody.
const told = (item: StockFigures): StockTold => ({
  key: item.key,
  title: item.title,
  unit: item.unit,
  onHand: item.onHand,
  reserved: item.reserved,
  backorder: item.backorder,
  available: item.available,
  leadDays: item.late?.days ?? null,
  cost: item.cost,
  costing: item.costing,
  lots: item.lying && item.lying.lots.map(({ id, label, free }) => ({ id, label, free })),
  archived: item.archived,
});

/** A page of stock items. */
export async function stockTold(context: Services, asked: StockAsked): Promise<PageTold<StockTold>> {
  return asTold(await listStock(context, asked), told);
}

/** @throws Refusal 404 */
export function stockItemTold(context: Services, key: string): Promise<StockTold> {
  return withStock(context, async ({ database: { read } }) => {
    const [item] = await readStock(read, new Set([key]));
    return item ? told(item) : notFound(`stock item “${key}”`);
  });
}

/** Enters a receipt or a count. @returns how it stands then @throws Refusal as `enterStock` */
export async function enterTold(context: Services, key: string, entry: StockEntry): Promise<StockTold> {
  await enterStock(context, key, entry);
  return stockItemTold(context, key);
}
