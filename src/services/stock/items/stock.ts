import { desc, eq } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../../context';
import { keySchema, type LotRule, lotRuleSchema } from '../../../core/catalog';
import { canLieInLots } from '../../../core/exchange';
import { Exact } from '../../../core/number';
import { unitByCode } from '../../../core/quantity';
import { faultWords } from '../../../core/words';
import { type Queries } from '../../../data/database';
import { logEntries, orders, stockItems, stockMovements } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { requireSeenTitles } from '../../seen-titles';
import { withStock } from '../../selling/overdue';
import { readStock, type StockFigures } from '../ledger/figures';
import { move } from '../ledger/ledger';
import { type ExpectedView, listExpected } from './expected';
import { readShop } from '../../catalog/surroundings';
import { requireItem } from './item';
import { type LotView, readLots, receiveLots } from '../ledger/lots';
import { readCost, readFigure, readLotLines } from '../ledger/stock-figure';
import { log } from '../../../data/log';
import { logChange } from '../../logged';

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

export type NewStockItem = z.input<typeof newStockItemSchema>;

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
  /** who entered it; null for customers, and for what happens by itself */
  readonly who: string | null;
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
      .select({ movement: stockMovements, orderId: orders.id, who: logEntries.whoName })
      .from(stockMovements)
      .innerJoin(stockItems, eq(stockItems.id, stockMovements.itemId))
      .leftJoin(orders, eq(orders.id, stockMovements.orderId))
      .leftJoin(logEntries, eq(logEntries.id, stockMovements.loggedAs))
      .where(eq(stockItems.key, key))
      .orderBy(desc(stockMovements.id))
      .limit(most);
    const stored = await database.read.query.stockItems.findFirst({ where: eq(stockItems.key, key) });
    return {
      item,
      currency: (await readShop(database.read)).currency,
      expected: await listExpected(context, key),
      lots: (stored && (await readLots(database.read, [stored])).get(stored.id)) ?? [],
      movements: rows.map(({ movement, orderId, who }) => ({
        id: movement.id,
        kind: movement.kind,
        onHandChange: movement.onHandChange,
        reservedChange: movement.reservedChange,
        onHandAfter: movement.onHandAfter,
        reservedAfter: movement.reservedAfter,
        reason: movement.reason,
        unitCost: movement.unitCost,
        orderId,
        who,
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
  const item = readNewItem(input);
  await database.write((transaction) => addStockItem(transaction, now(), item));
}

/** A stock item to be started, as it was read. */
type ReadItem = ReturnType<typeof readNewItem>;

/** Reads what is said of a new stock item. @throws Refusal 422 when a figure can't be read */
export function readNewItem(input: NewStockItem) {
  const { key, title, unit, ...item } = newStockItemSchema.parse(input);
  requireSeenTitles([['The name of the stock item', title]]);
  if (!unitByCode(unit)) throw new Refusal(422, 'unknownUnit', `“${unit}” is not a unit we know.`);
  const cutFrom = item.cutFrom && checkedRule(item.cutFrom, unit, title);
  const backorder = cutFrom ? Exact.zero : readFigure(item.backorder, unit);
  return {
    values: {
      key,
      title,
      unit,
      backorder: backorder.toString(),
      cost: item.cost.trim() === '' ? null : readCost(item.cost).toString(),
      cutFrom,
    },
    onHand: cutFrom ? Exact.zero : readFigure(item.onHand, unit),
    lots: cutFrom && item.lots.trim() !== '' ? readLotLines(item.lots, unit) : [],
  };
}

/** Starts to count what was read, in the caller's transaction. @throws Refusal 409 when the key is taken */
export async function addStockItem(transaction: Queries, at: Date, { values, onHand, lots }: ReadItem): Promise<void> {
  const taken = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, values.key) });
  if (taken) throw new Refusal(409, 'keyTaken', `“${values.key}” is already the inside name of ${taken.title}.`);
  const [created] = await transaction.insert(stockItems).values(values).returning();
  await log(transaction, at, { what: 'made', kind: 'stockItem', key: values.key, title: values.title });
  if (onHand.sign() > 0) {
    await move(transaction, at, {
      stock: values.key,
      kind: 'receipt',
      onHand,
      reserved: Exact.zero,
      reason: 'Opening stock',
    });
  }
  if (created) await receiveLots(transaction, at, created, lots, { reason: 'Opening stock' });
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
    const thing = { kind: 'stockItem', key, title: item.title } as const;
    await logChange(transaction, now(), thing, { cutFrom: item.cutFrom }, { cutFrom });
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
