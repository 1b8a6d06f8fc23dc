import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { keySchema } from '../../../core/catalog';
import { Exact } from '../../../core/number';
import { unitByCode } from '../../../core/quantity';
import { usersOf } from '../../../data/references';
import { type Queries } from '../../../data/database';
import { expectedReceipts, stockItems, stockLots, stockMovements } from '../../../data/schema';
import { putInBin } from '../../bin/bin';
import { whereUsed } from '../../catalog/where-used';
import { type Services } from '../../context';
import { Refusal } from '../../refusal';
import { requireSeenTitles } from '../../seen-titles';
import { readCost, readFigure } from '../ledger/stock-figure';
import { requireFloorsKept } from './cost-check';
import { requireItem } from './item';
import { logChange } from '../../logged';

/** What of a stock item can be said otherwise; what is absent stays. */
export const stockItemChangeSchema = z.strictObject({
  title: z.string().trim().min(1, 'Give the stock item a name.').max(160).optional(),
  unit: z.string().max(20).optional(),
  backorder: z.string().max(60).optional(),
  /** days it takes to get what is promised beyond what is on hand; null where nobody says */
  leadDays: z.int().min(1, 'Enter the lead time in days, at least 1.').max(730).nullable().optional(),
  archived: z.boolean().optional(),
  /** what one unit costs, as typed; empty for unknown */
  cost: z.string().max(60).optional(),
  costing: z.enum(['standard', 'average']).optional(),
  /** how many products were seen to fall below their floor by that cost */
  accepted: z.int().min(0).optional(),
});

export type StockItemChange = z.infer<typeof stockItemChangeSchema>;

/**
 * Says something of a stock item otherwise. Its unit can be mended while nothing has moved; afterwards every figure in
 * the ledger is in that unit.
 *
 * @throws Refusal 404, 409 when the unit is settled or the item lies in lots, 422 when a figure or unit can't be read
 */
export async function changeStockItem(context: Services, key: string, said: StockItemChange): Promise<void> {
  const { database } = context;
  const change = stockItemChangeSchema.parse(said);
  requireSeenTitles([['The name of the stock item', change.title ?? '']]);
  const newCost = change.cost === undefined || change.cost.trim() === '' ? null : readCost(change.cost);
  if (newCost)
    await requireFloorsKept(context, [{ stock: key, change: { kind: 'said', cost: newCost } }], change.accepted ?? 0);
  await database.write(async (transaction) => {
    const item = await requireItem(transaction, key);
    const unit = change.unit ?? item.unit;
    if (!unitByCode(unit)) throw new Refusal(422, 'unknownUnit', `“${unit}” is not a unit we know.`);
    if (unit !== item.unit) {
      const moved = await transaction
        .select({ id: stockMovements.id })
        .from(stockMovements)
        .where(eq(stockMovements.itemId, item.id))
        .limit(1);
      if (moved.length > 0)
        throw new Refusal(
          409,
          'unitSettled',
          `${item.title} has been moved in its unit, and its ledger is written in it. Count what it should be as a new stock item.`,
        );
      if (item.cutFrom)
        throw new Refusal(409, 'unitOfLots', `${item.title} lies in lots, which are measured in its unit.`);
    }
    const backorder =
      change.backorder === undefined ? item.backorder : readFigure(change.backorder.trim() || '0', unit).toString();
    if (item.cutFrom && Exact.from(backorder).sign() > 0)
      throw new Refusal(
        409,
        'lotsPromised',
        `${item.title} lies in lots: nothing can be promised beyond what is there.`,
      );
    const cost = change.cost === undefined ? item.cost : (newCost?.toString() ?? null);
    const after = {
      title: change.title ?? item.title,
      unit,
      backorder,
      leadDays: change.leadDays === undefined ? item.leadDays : change.leadDays,
      archived: change.archived ?? item.archived,
      costing: change.costing ?? item.costing,
      cost,
    };
    await transaction.update(stockItems).set(after).where(eq(stockItems.id, item.id));
    const thing = { kind: 'stockItem', key, title: after.title } as const;
    await logChange(transaction, context.now(), thing, item, { ...item, ...after });
  });
}

/**
 * Deletes a stock item that nothing refers to: no product, no sheet, no order. What was entered of it goes with it.
 *
 * @throws Refusal 404, 409 with what still refers to it
 */
export async function deleteStockItem(context: Services, key: string): Promise<{ readonly binned: number }> {
  keySchema.parse(key);
  return context.database.write(async (transaction) => {
    const users = await whereUsed(context, 'stock', key);
    return binStockItem(
      transaction,
      key,
      context.now(),
      users.map(({ title }) => title),
    );
  });
}

/**
 * The part of deleting a stock item that runs inside a transaction.
 *
 * @param alsoUsedBy titles of what is known to use it
 * @throws Refusal 404, 409 with what still refers to it
 */
export async function binStockItem(
  transaction: Queries,
  key: string,
  at: Date,
  alsoUsedBy: readonly string[] = [],
): Promise<{ readonly binned: number }> {
  const item = await requireItem(transaction, key);
  const named = (await usersOf(transaction, 'stock', [key])).get(key);
  const users = new Set([...alsoUsedBy, ...(named?.titles ?? [])]);
  const [first] = users;
  const more = Math.max(users.size, named?.number ?? 0) - 1;
  if (first !== undefined)
    throw new Refusal(
      409,
      'stillUsed',
      `${first}${more > 0 ? ` and ${more} more` : ''} still ${more > 0 ? 'take' : 'takes'} ${item.title}. Take it out there first, or archive it.`,
    );
  const movements = await transaction.select().from(stockMovements).where(eq(stockMovements.itemId, item.id));
  if (movements.some(({ orderId }) => orderId !== null))
    throw new Refusal(409, 'sold', `Orders have taken ${item.title}, and their ledger stays. Archive it instead.`);
  const binned = await putInBin(transaction, { kind: 'stock item', title: item.title, at }, [
    { table: stockItems, rows: [item] },
    { table: stockLots, rows: await transaction.select().from(stockLots).where(eq(stockLots.itemId, item.id)) },
    {
      table: expectedReceipts,
      rows: await transaction.select().from(expectedReceipts).where(eq(expectedReceipts.itemId, item.id)),
    },
    { table: stockMovements, rows: movements },
  ]);
  for (const table of [stockMovements, expectedReceipts, stockLots])
    await transaction.delete(table).where(eq(table.itemId, item.id));
  await transaction.delete(stockItems).where(eq(stockItems.id, item.id));
  return { binned };
}
