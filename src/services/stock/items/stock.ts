import { desc, eq } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../../context';
import { keySchema, type LotRule, lotRuleSchema } from '../../../core/catalog';
import { canLieInLots, readLotList } from '../../../core/exchange';
import { Exact } from '../../../core/number';
import { requireUnit, unitByCode } from '../../../core/quantity';
import { faultWords } from '../../../core/words';
import { orders, stockItems, stockMovements } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { requireSeenTitles } from '../../seen-titles';
import { withStock } from '../../selling/overdue';
import { readStock, type StockFigures } from '../ledger/figures';
import { move } from '../ledger/ledger';
import { type ExpectedView, listExpected } from './expected';
import { readShop } from '../../catalog/surroundings';
import { requireFloorsKept } from './cost-check';
import { requireItem } from './item';
import { type LotView, readLots, receiveLots, recountLot } from '../ledger/lots';
import { readCost, readFigure } from '../ledger/stock-figure';

export const newStockItemSchema = z.strictObject({
  key: keySchema,
  title: z.string().trim().min(1, 'Give the stock item a name.').max(160),
  unit: z.string(),
  onHand: z.string().max(60).default('0'),
  backorder: z.string().max(60).default('0'),
  /** what one unit costs, as typed; empty for unknown */
  cost: z.string().max(60).default(''),
  cutFrom: lotRuleSchema.nullable().default(null),
  /** of what lies in lots: one a line, as typed */
  lots: z.string().max(20_000).default(''),
});

export const stockEntrySchema = z.strictObject({
  kind: z.enum(['receipt', 'adjustment']),
  /** as typed, in any fitting unit; for an adjustment what was counted */
  quantity: z.string().max(20_000),
  /** of what lies in lots: the lot that was measured; absent for a receipt, whose quantity lists the lots that came */
  lot: z.int().optional(),
  reason: z.string().trim().min(1, 'Enter a reason, so that the ledger can be read later.').max(200),
  /** of a receipt: what was paid for one unit, in the shop's currency; empty where nobody says */
  unitCost: z.string().max(60).optional(),
  /** how many products were seen to fall below their floor by that price */
  accepted: z.int().min(0).optional(),
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
  /** what was paid for one unit of what came in; null where nobody said */
  readonly unitCost: string | null;
  readonly orderId: number | null;
  readonly at: number;
}

/** One stock item with its latest movements, newest first. */
export function readStockItem(
  context: Services,
  key: string,
  most = 200,
): Promise<{
  item: StockFigures;
  lots: LotView[];
  movements: StockMovementView[];
  expected: ExpectedView[];
  currency: string;
}> {
  return withStock(context, async ({ database }) => {
    const [item] = await readStock(database.read, new Set([key]));
    if (!item) return notFound(`stock item “${key}”`);
    const rows = await database.read
      .select({ movement: stockMovements, orderId: orders.id })
      .from(stockMovements)
      .innerJoin(stockItems, eq(stockItems.id, stockMovements.itemId))
      .leftJoin(orders, eq(orders.id, stockMovements.orderId))
      .where(eq(stockItems.key, key))
      .orderBy(desc(stockMovements.id))
      .limit(most);
    const stored = await database.read.query.stockItems.findFirst({ where: eq(stockItems.key, key) });
    return {
      item,
      currency: (await readShop(database.read)).currency,
      expected: await listExpected(context, key),
      lots: (stored && (await readLots(database.read, [stored])).get(stored.id)) ?? [],
      movements: rows.map(({ movement, orderId }) => ({
        id: movement.id,
        kind: movement.kind,
        onHandChange: movement.onHandChange,
        reservedChange: movement.reservedChange,
        onHandAfter: movement.onHandAfter,
        reservedAfter: movement.reservedAfter,
        reason: movement.reason,
        unitCost: movement.unitCost,
        orderId,
        at: movement.at.getTime(),
      })),
    };
  });
}

/**
 * Starts to count something new. What is there already is entered as its first receipt.
 *
 * @throws Refusal 409 when the key is taken, 422 when a figure can't be read
 */
export async function createStockItem({ database, now }: Services, input: NewStockItem): Promise<void> {
  const item = newStockItemSchema.parse(input);
  requireSeenTitles([['The name of the stock item', item.title]]);
  if (!unitByCode(item.unit)) throw new Refusal(422, 'unknownUnit', `“${item.unit}” is not a unit we know.`);
  const rule = item.cutFrom && checkedRule(item.cutFrom, item.unit, item.title);
  const onHand = rule ? Exact.zero : readFigure(item.onHand, item.unit);
  const backorder = rule ? Exact.zero : readFigure(item.backorder, item.unit);
  const cost = item.cost.trim() === '' ? null : readCost(item.cost).toString();
  const received = rule && item.lots.trim() !== '' ? lotsTyped(item.lots, item.unit) : [];
  await database.write(async (transaction) => {
    const taken = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, item.key) });
    if (taken) throw new Refusal(409, 'keyTaken', `“${item.key}” is already the inside name of ${taken.title}.`);
    const [created] = await transaction
      .insert(stockItems)
      .values({
        key: item.key,
        title: item.title,
        unit: item.unit,
        backorder: backorder.toString(),
        cost,
        cutFrom: rule,
      })
      .returning();
    if (onHand.sign() > 0) {
      await move(transaction, now(), {
        stock: item.key,
        kind: 'receipt',
        onHand,
        reserved: Exact.zero,
        reason: 'Opening stock',
      });
    }
    if (created) await receiveLots(transaction, now(), created, received, { reason: 'Opening stock' });
  });
}

/** @throws Refusal 422 when a rule can't be followed */
function checkedRule({ kind, kerf, smallestOffcut }: LotRule, unit: string, title: string): LotRule {
  if (!canLieInLots(unit))
    throw new Refusal(422, 'lotsNotMeasured', faultWords({ code: 'lotsNotMeasured', item: title }));
  return {
    kind,
    kerf: readFigure(kerf, unit).toString(),
    smallestOffcut: smallestOffcut === null ? null : readFigure(smallestOffcut, unit).toString(),
  };
}

/** @throws Refusal 422 with the line that can't be read */
function lotsTyped(text: string, unit: string) {
  const { lots, fault } = readLotList(text, requireUnit(unit));
  if (fault !== undefined) throw new Refusal(422, 'unreadableLots', fault);
  return lots;
}

/**
 * Says how a stock item is cut from its lots. What was counted as a sum so far becomes one lot, to be measured.
 *
 * @throws Refusal 409 while orders hold something of what is counted as a sum
 */
export async function setLotRule({ database, now }: Services, key: string, rule: LotRule): Promise<void> {
  await database.write(async (transaction) => {
    const item = await requireItem(transaction, key);
    const cutFrom = checkedRule(rule, item.unit, item.title);
    const backorder = item.cutFrom ? item.backorder : '0';
    if (!item.cutFrom && Exact.from(item.reserved).sign() !== 0)
      throw new Refusal(
        409,
        'stillReserved',
        `Orders still hold some of ${item.title}. Settle them before it is counted in lots.`,
      );
    await transaction.update(stockItems).set({ cutFrom, backorder }).where(eq(stockItems.id, item.id));
    const onHand = Exact.from(item.onHand);
    if (item.cutFrom || onHand.sign() <= 0) return;
    const reason = 'Counted in lots from now on';
    await move(transaction, now(), {
      stock: key,
      kind: 'adjustment',
      onHand: onHand.negated(),
      reserved: Exact.zero,
      reason,
    });
    await receiveLots(transaction, now(), { ...item, cutFrom }, [{ label: null, length: onHand }], { reason });
  });
}

/** How much a receipt says that came. @throws Refusal 404, 422 */
async function quantityTyped({ database }: Services, key: string, { quantity }: StockEntry): Promise<Exact> {
  const item = await requireItem(database.read, key);
  return item.cutFrom
    ? lotsTyped(quantity, item.unit).reduce((sum, { length }) => sum.plus(length), Exact.zero)
    : readFigure(quantity, item.unit);
}

/**
 * Enters a receipt (adds what came in) or an adjustment (sets on hand to what was counted).
 *
 * @throws Refusal 422 when the quantity can't be read, 409 when less was counted than is reserved, or a price would
 *   bring more products below their floor than was accepted
 */
export async function enterStock(context: Services, key: string, entry: StockEntry): Promise<void> {
  const { database, now } = context;
  const paid =
    entry.kind === 'receipt' && (entry.unitCost ?? '').trim() !== '' ? readCost(entry.unitCost ?? '') : undefined;
  if (paid)
    await requireFloorsKept(
      context,
      key,
      { kind: 'received', quantity: await quantityTyped(context, key, entry), paid },
      entry.accepted ?? 0,
    );
  await database.write(async (transaction) => {
    const item = await requireItem(transaction, key);
    const unitCost = paid;
    if (item.cutFrom) {
      if (entry.kind === 'receipt')
        return receiveLots(transaction, now(), item, lotsTyped(entry.quantity, item.unit), {
          reason: entry.reason,
          unitCost,
        });
      if (entry.lot === undefined) throw new Refusal(422, 'lotMissing', 'Choose the lot that was measured.');
      return recountLot(transaction, now(), item, {
        lot: entry.lot,
        left: readFigure(entry.quantity, item.unit),
        reason: entry.reason,
      });
    }
    const quantity = readFigure(entry.quantity, item.unit);
    if (entry.kind === 'receipt' && quantity.sign() === 0)
      throw new Refusal(422, 'nothingReceived', 'A receipt must be more than nothing.');
    const change = entry.kind === 'receipt' ? quantity : quantity.minus(Exact.from(item.onHand));
    await move(transaction, now(), {
      stock: key,
      kind: entry.kind,
      onHand: change,
      reserved: Exact.zero,
      reason: entry.reason,
      unitCost,
    });
  });
}
