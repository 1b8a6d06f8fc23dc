import { z } from 'zod';
import { Exact } from '../../../core/number';
import { entryKinds } from '../../../core/exchange';
import { isBlank } from '../../../core/text';
import { REASON_MISSING } from '../../../core/words';
import { type Queries } from '../../../data/database';
import { type stockItems } from '../../../data/schema';
import { type Services } from '../../context';
import { Refusal } from '../../refusal';
import { type CostChange, requireFloorsKept } from '../items/cost-check';
import { requireItem } from '../items/item';
import { move, type Movement } from '../ledger/ledger';
import { receiveLots, recountLot } from '../ledger/lots';
import { readCost, readFigure, readLotLines } from '../ledger/stock-figure';

export const entryKindSchema = z.enum(entryKinds);

export const reasonSchema = z
  .string()
  .trim()
  .max(200)
  .refine((reason) => !isBlank(reason), REASON_MISSING);

export const stockEntrySchema = z.strictObject({
  kind: entryKindSchema,
  /** as typed, in any fitting unit; for an adjustment what was counted */
  quantity: z.string().max(20_000),
  /** of what lies in lots: the lot that was measured; absent for a receipt, whose quantity lists the lots that came */
  lot: z.int().optional(),
  reason: reasonSchema,
  /** of a receipt: what was paid for one unit, in the shop's currency; empty where nobody says */
  unitCost: z.string().max(60).optional(),
  /** how many products were seen to fall below their floor by that price */
  accepted: z.int().min(0).optional(),
});

export type StockEntry = z.infer<typeof stockEntrySchema>;
type StoredItem = typeof stockItems.$inferSelect;

/** An entry for one stock item, as it was typed. */
export type TypedEntry = Pick<StockEntry, 'kind' | 'quantity' | 'lot' | 'unitCost'>;

/** An entry that has been read: what it does to the ledger. */
export type ReadEntry =
  | { readonly kind: 'lots'; readonly lots: ReturnType<typeof readLotLines>; readonly paid: Exact | null }
  | { readonly kind: 'lot'; readonly lot: number; readonly left: Exact }
  | { readonly kind: 'received'; readonly quantity: Exact; readonly paid: Exact | null }
  | { readonly kind: 'counted'; readonly quantity: Exact };

/** Reads an entry for an item. @throws Refusal 422 with what can't be read, or is not said */
export function readEntry(
  { cutFrom, unit }: Pick<StoredItem, 'cutFrom' | 'unit'>,
  { kind, quantity, lot, unitCost = '' }: TypedEntry,
): ReadEntry {
  if (quantity.trim() === '') throw new Refusal(422, 'nothingEntered', 'Enter the quantity.');
  if (kind === 'adjustment') {
    if (unitCost.trim() !== '') throw new Refusal(422, 'countWithCost', 'A count has no unit cost. Leave it empty.');
    if (!cutFrom) return { kind: 'counted', quantity: readFigure(quantity, unit) };
    if (lot === undefined) throw new Refusal(422, 'lotMissing', 'Choose the lot that was measured.');
    return { kind: 'lot', lot, left: readFigure(quantity, unit) };
  }
  const paid = unitCost.trim() === '' ? null : readCost(unitCost);
  if (cutFrom) return { kind: 'lots', lots: readLotLines(quantity, unit), paid };
  const received = readFigure(quantity, unit);
  if (received.sign() === 0) throw new Refusal(422, 'nothingReceived', 'A receipt must be more than nothing.');
  return { kind: 'received', quantity: received, paid };
}

/** How much an entry says that came; nothing for a count. */
export function receivedBy(entry: ReadEntry): Exact {
  if (entry.kind === 'received') return entry.quantity;
  return entry.kind === 'lots' ? entry.lots.reduce((sum, { length }) => sum.plus(length), Exact.zero) : Exact.zero;
}

/** What an entry does to what one unit of an item costs; none for a count. */
export const costChangesOf = (stock: string, entry: ReadEntry): readonly CostChange[] =>
  entry.kind === 'received' || entry.kind === 'lots'
    ? [{ stock, change: { kind: 'received', quantity: receivedBy(entry), paid: entry.paid } }]
    : [];

/**
 * What an entry of what is counted as a sum moves; null for what lies in lots. A count that finds what is there is
 * kept, too, as a movement of nothing.
 */
export function movementOf(item: StoredItem, entry: ReadEntry, reason: string): Movement | null {
  const common = { stock: item.key, reserved: Exact.zero, reason };
  switch (entry.kind) {
    case 'received':
      return { ...common, kind: 'receipt', onHand: entry.quantity, unitCost: entry.paid ?? undefined };
    case 'counted':
      return { ...common, kind: 'adjustment', onHand: entry.quantity.minus(Exact.from(item.onHand)) };
    case 'lots':
    case 'lot':
      return null;
  }
}

/**
 * Enters into the ledger what has been read, in the caller's transaction.
 *
 * @throws Refusal 404 for a lot that is not there, 409 when less was counted than is promised, or a lot's name is taken
 */
export async function enterRead(
  transaction: Queries,
  at: Date,
  item: StoredItem,
  entry: ReadEntry,
  reason: string,
): Promise<void> {
  const movement = movementOf(item, entry, reason);
  if (movement) return move(transaction, at, movement);
  if (entry.kind === 'lots')
    return receiveLots(transaction, at, item, entry.lots, { reason, unitCost: entry.paid ?? undefined });
  if (entry.kind === 'lot') return recountLot(transaction, at, item, { lot: entry.lot, left: entry.left, reason });
}

/**
 * Enters a receipt (adds what came in) or an adjustment (sets on hand to what was counted).
 *
 * @throws Refusal 422 when the quantity can't be read, 409 when less was counted than is reserved, or a price would
 *   bring more products below their floor than was accepted
 */
export async function enterStock(context: Services, key: string, typed: StockEntry): Promise<void> {
  const { database, now } = context;
  const looked = costChangesOf(key, readEntry(await requireItem(database.read, key), typed));
  await requireFloorsKept(context, looked, typed.accepted ?? 0);
  await database.write(async (transaction) => {
    const item = await requireItem(transaction, key);
    await enterRead(transaction, now(), item, readEntry(item, typed), typed.reason);
  });
}
