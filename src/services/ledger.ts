import { eq } from 'drizzle-orm';
import { Exact } from '../core/number';
import { formatQuantity, requireUnit } from '../core/quantity';
import { type Queries } from '../data/database';
import { type MovementKind, stockItems, stockLots, stockMovements } from '../data/schema';
import { notFound, Refusal } from './refusal';

/** One change of a stock item's figures, in the item's unit. */
export interface Movement {
  /** key of the stock item */
  readonly stock: string;
  readonly kind: MovementKind;
  readonly onHand: Exact;
  readonly reserved: Exact;
  readonly reason: string;
  readonly orderId?: number;
  /** the lot that the change of on hand belongs to, of an item that lies in lots */
  readonly lotId?: number;
  /** whether more may be promised than there is, because the customer was told how long that takes */
  readonly beyondStock?: boolean;
}

/**
 * Adds a movement to the ledger and brings the item's figures along, in the caller's transaction.
 *
 * @throws Refusal 409 `notEnoughStock` when more would be promised or taken than the item's policy allows
 */
export async function move(transaction: Queries, at: Date, movement: Movement): Promise<void> {
  const item = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, movement.stock) });
  if (!item) return notFound(`stock item “${movement.stock}”`);
  const onHand = Exact.from(item.onHand).plus(movement.onHand);
  const reserved = Exact.from(item.reserved).plus(movement.reserved);
  const backorder = Exact.from(item.backorder);
  const takesMore = movement.beyondStock !== true && (movement.reserved.sign() > 0 || (movement.onHand.sign() < 0 && movement.kind === 'adjustment'));
  if (takesMore && onHand.plus(backorder).isLess(reserved)) {
    const left = Exact.from(item.onHand).plus(backorder).minus(Exact.from(item.reserved));
    const shown = formatQuantity({ value: left, unit: requireUnit(item.unit) });
    throw new Refusal(409, 'notEnoughStock', `Only ${shown} of ${item.title} can still be promised.`, { stock: item.key, available: left.toString() });
  }
  await transaction.update(stockItems).set({ onHand: onHand.toString(), reserved: reserved.toString() }).where(eq(stockItems.id, item.id));
  await transaction.insert(stockMovements).values({
    itemId: item.id,
    kind: movement.kind,
    onHandChange: movement.onHand.toString(),
    reservedChange: movement.reserved.toString(),
    onHandAfter: onHand.toString(),
    reservedAfter: reserved.toString(),
    reason: movement.reason,
    orderId: movement.orderId ?? null,
    lotId: movement.lotId ?? null,
    at,
  });
}

/**
 * Makes a lot longer or shorter, with the movement that says why, in the caller's transaction.
 *
 * @param left what is left of it afterwards, in the item's unit
 */
export async function moveLot(
  transaction: Queries,
  at: Date,
  lot: { readonly id: number; readonly left: string; readonly stock: string },
  left: Exact,
  movement: Pick<Movement, 'kind' | 'reserved' | 'reason' | 'orderId'>,
): Promise<void> {
  await transaction.update(stockLots).set({ left: left.toString() }).where(eq(stockLots.id, lot.id));
  await move(transaction, at, { ...movement, stock: lot.stock, lotId: lot.id, onHand: left.minus(Exact.from(lot.left)) });
}

/** A stock item whose figures are not the sums of its movements. */
export interface LedgerDifference {
  readonly stock: string;
  readonly onHand: { readonly kept: string; readonly summed: string };
  readonly reserved: { readonly kept: string; readonly summed: string };
}

/**
 * Sums every movement again and compares. The figures are kept in the same transactions as the movements, so a
 * difference means that something other than Oak Knot wrote to the database.
 */
export async function auditLedger(queries: Queries): Promise<LedgerDifference[]> {
  // One statement, so that figures and movements are of one moment even while others write.
  const rows = await queries
    .select({ item: stockItems, onHandChange: stockMovements.onHandChange, reservedChange: stockMovements.reservedChange })
    .from(stockItems)
    .leftJoin(stockMovements, eq(stockMovements.itemId, stockItems.id));
  const sums = new Map<number, { item: typeof stockItems.$inferSelect; onHand: Exact; reserved: Exact }>();
  for (const { item, onHandChange, reservedChange } of rows) {
    const sum = sums.get(item.id) ?? { item, onHand: Exact.zero, reserved: Exact.zero };
    sum.onHand = sum.onHand.plus(Exact.from(onHandChange ?? '0'));
    sum.reserved = sum.reserved.plus(Exact.from(reservedChange ?? '0'));
    sums.set(item.id, sum);
  }
  return [...sums.values()].flatMap(({ item, ...sum }) => {
    if (sum.onHand.equals(Exact.from(item.onHand)) && sum.reserved.equals(Exact.from(item.reserved))) return [];
    return {
      stock: item.key,
      onHand: { kept: item.onHand, summed: sum.onHand.toString() },
      reserved: { kept: item.reserved, summed: sum.reserved.toString() },
    };
  });
}

/** Puts the sums of the movements in the place of the kept figures. */
export async function rebuildLedger(transaction: Queries): Promise<LedgerDifference[]> {
  const differences = await auditLedger(transaction);
  for (const { stock, onHand, reserved } of differences) {
    await transaction.update(stockItems).set({ onHand: onHand.summed, reserved: reserved.summed }).where(eq(stockItems.key, stock));
  }
  return differences;
}
