import { desc, eq } from 'drizzle-orm';
import { z } from 'zod';
import { keySchema } from '../core/catalog';
import { Exact } from '../core/number';
import { readMeasure, requireUnit, unitByCode } from '../core/quantity';
import { orders, stockItems, stockMovements } from '../data/schema';
import { type Services } from './context';
import { move } from './ledger';
import { notFound, Refusal } from './refusal';
import { readStock, type StockFigures } from './surroundings';

export const newStockItemSchema = z.strictObject({
  key: keySchema,
  title: z.string().trim().min(1, 'Give the stock item a name.').max(160),
  unit: z.string(),
  onHand: z.string().max(60).default('0'),
  backorder: z.string().max(60).default('0'),
});

export const stockEntrySchema = z.strictObject({
  kind: z.enum(['receipt', 'adjustment']),
  /** as typed, in any fitting unit; for an adjustment what was counted */
  quantity: z.string().max(60),
  reason: z.string().trim().min(1, 'Say why, so that the ledger can be read later.').max(200),
});

export type NewStockItem = z.input<typeof newStockItemSchema>;
export type StockEntry = z.infer<typeof stockEntrySchema>;

export interface StockMovementView {
  readonly id: number;
  readonly kind: (typeof stockMovements.$inferSelect)['kind'];
  readonly onHandChange: string;
  readonly reservedChange: string;
  readonly onHandAfter: string;
  readonly reservedAfter: string;
  readonly reason: string;
  readonly orderId: number | null;
  readonly at: number;
}

/** Every stock item with its figures. */
export function listStock({ database }: Services): Promise<StockFigures[]> {
  return readStock(database.read);
}

/** One stock item with its latest movements, newest first. */
export async function readStockItem({ database }: Services, key: string, most = 200): Promise<{ item: StockFigures; movements: StockMovementView[] }> {
  const item = (await readStock(database.read)).find((candidate) => candidate.key === key);
  if (!item) return notFound(`stock item “${key}”`);
  const rows = await database.read
    .select({ movement: stockMovements, orderId: orders.id })
    .from(stockMovements)
    .innerJoin(stockItems, eq(stockItems.id, stockMovements.itemId))
    .leftJoin(orders, eq(orders.id, stockMovements.orderId))
    .where(eq(stockItems.key, key))
    .orderBy(desc(stockMovements.id))
    .limit(most);
  return {
    item,
    movements: rows.map(({ movement, orderId }) => ({
      id: movement.id,
      kind: movement.kind,
      onHandChange: movement.onHandChange,
      reservedChange: movement.reservedChange,
      onHandAfter: movement.onHandAfter,
      reservedAfter: movement.reservedAfter,
      reason: movement.reason,
      orderId,
      at: movement.at.getTime(),
    })),
  };
}

/**
 * Starts to count something new. What is there already is entered as its first receipt.
 *
 * @throws Refusal 409 when the key is taken, 422 when a figure can't be read
 */
export async function createStockItem({ database, now }: Services, input: NewStockItem): Promise<void> {
  const item = newStockItemSchema.parse(input);
  if (!unitByCode(item.unit)) throw new Refusal(422, 'unknownUnit', `“${item.unit}” is not a unit we know.`);
  const onHand = readFigure(item.onHand, item.unit);
  const backorder = readFigure(item.backorder, item.unit);
  await database.write(async (transaction) => {
    const taken = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, item.key) });
    if (taken) throw new Refusal(409, 'keyTaken', `“${item.key}” is already the inside name of ${taken.title}.`);
    await transaction.insert(stockItems).values({ key: item.key, title: item.title, unit: item.unit, backorder: backorder.toString() });
    if (onHand.sign() > 0) {
      await move(transaction, now(), { stock: item.key, kind: 'receipt', onHand, reserved: Exact.zero, reason: 'Opening stock' });
    }
  });
}

/**
 * Enters a receipt (adds what came in) or an adjustment (sets on hand to what was counted).
 *
 * @throws Refusal 422 when the quantity can't be read, 409 when less was counted than is reserved
 */
export async function enterStock({ database, now }: Services, key: string, entry: StockEntry): Promise<void> {
  await database.write(async (transaction) => {
    const item = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, key) });
    if (!item) return notFound(`stock item “${key}”`);
    const quantity = readFigure(entry.quantity, item.unit);
    if (entry.kind === 'receipt' && quantity.sign() === 0) throw new Refusal(422, 'nothingReceived', 'A receipt must be more than nothing.');
    const change = entry.kind === 'receipt' ? quantity : quantity.minus(Exact.from(item.onHand));
    await move(transaction, now(), { stock: key, kind: entry.kind, onHand: change, reserved: Exact.zero, reason: entry.reason });
  });
}

/** Reads a quantity of a stock item as it is typed, in any fitting unit. @throws Refusal 422 */
export function readFigure(text: string, unitCode: string): Exact {
  const reading = readMeasure(text, requireUnit(unitCode));
  if (reading.fault || reading.quantity.value.sign() < 0) {
    throw new Refusal(422, 'unreadableQuantity', `“${text}” is not a quantity. Write it like 12.5, without a minus.`);
  }
  const { value } = reading.quantity;
  // The ledger is written in decimals; a third of a yard, say, has none in metres.
  if (value.decimalPlaces() === null) throw new Refusal(422, 'inexactQuantity', `“${text}” has no exact decimal here. Enter it in the item’s own unit.`);
  if (value.isMore(Exact.of(1_000_000_000))) throw new Refusal(422, 'unreadableQuantity', `“${text}” is more than a store room holds.`);
  return value;
}
