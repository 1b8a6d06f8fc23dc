import { eq, inArray, sql } from 'drizzle-orm';
import { inParts } from '../../../core/in-parts';
import { movingAverage } from '../../../core/costing';
import { Exact } from '../../../core/number';
import { formatQuantity, requireUnit } from '../../../core/quantity';
import { FEW } from '../../../core/stock';
import { type WebhookEvent } from '../../../core/webhooks';
import { type Queries, ROWS_AT_ONCE } from '../../../data/database';
import { type MovementKind, stockItems, stockLots, stockMovements } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { emit } from '../../webhooks/emit';
import { type LogEntry } from '../../../core/people';
import { loggedIn } from '../../../data/log';

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
  /** what was paid for one unit of what came in; absent where nobody said */
  readonly unitCost?: Exact;
  /** whether more may be promised than there is, because the customer was told how long that takes */
  readonly beyondStock?: boolean;
}

/**
 * Adds a movement to the ledger and brings the item's figures along, in the caller's transaction.
 *
 * @throws Refusal 409 `notEnoughStock` when more would be promised or taken than the item's policy allows
 */
export const move = (transaction: Queries, at: Date, movement: Movement): Promise<void> =>
  moveAll(transaction, at, [movement]);

type StoredItem = typeof stockItems.$inferSelect;

/**
 * The same with several movements, one after the other, or with none of them: each item is read and written once,
 * however many are of it.
 */
export async function moveAll(transaction: Queries, at: Date, movements: readonly Movement[]): Promise<void> {
  const items = await readItems(transaction, new Set(movements.map(({ stock }) => stock)));
  const before = new Map(items);
  const rows = movements.map((movement) => {
    const item = items.get(movement.stock) ?? notFound(`stock item “${movement.stock}”`);
    const moved = afterMovement(item, movement);
    items.set(item.key, moved);
    return {
      itemId: item.id,
      kind: movement.kind,
      onHandChange: movement.onHand.toString(),
      reservedChange: movement.reserved.toString(),
      onHandAfter: moved.onHand,
      reservedAfter: moved.reserved,
      reason: movement.reason,
      unitCost: movement.unitCost?.toString() ?? null,
      orderId: movement.orderId ?? null,
      lotId: movement.lotId ?? null,
      at,
    };
  });
  const figures = [...items.values()].map(({ id, onHand, reserved, cost }) => ({ id, onHand, reserved, cost }));
  for (const some of inParts(figures, ROWS_AT_ONCE))
    await transaction.run(sql`
      update ${stockItems} set
        on_hand = json_extract(said.value, '$.onHand'),
        reserved = json_extract(said.value, '$.reserved'),
        cost = json_extract(said.value, '$.cost')
      from json_each(${JSON.stringify(some)}) as said
      where ${stockItems.id} = json_extract(said.value, '$.id')`);
  const entry = await loggedIn(transaction, at, () => entryOf(movements, before, items));
  for (const some of inParts(rows, ROWS_AT_ONCE))
    await transaction.insert(stockMovements).values(some.map((row) => ({ ...row, loggedAs: entry })));
  await emit(transaction, at, ...nowLow(before, items));
}

/** What can still be promised of a stock item, without what is promised beyond it. */
const availableOf = ({ onHand, reserved }: StoredItem): Exact => Exact.from(onHand).minus(Exact.from(reserved));

/** The items of which there was plenty, and are few now. */
const nowLow = (
  before: ReadonlyMap<string, StoredItem>,
  after: ReadonlyMap<string, StoredItem>,
): Extract<WebhookEvent, { type: 'stock.low' }>[] =>
  [...after.values()].flatMap((item) => {
    const former = before.get(item.key);
    const available = availableOf(item);
    if (!former || availableOf(former).isLess(FEW) || !available.isLess(FEW)) return [];
    const { key, title, unit } = item;
    return { type: 'stock.low' as const, data: { key, title, unit, available: available.toString() } };
  });

/** So many items stand in the entry of one act. */
const MOST_LOGGED = 12;

/** What the log says of movements. */
function entryOf(
  movements: readonly Movement[],
  before: ReadonlyMap<string, StoredItem>,
  after: ReadonlyMap<string, StoredItem>,
): LogEntry {
  const moved = [...after.values()];
  const [first] = moved;
  const changes = moved
    .slice(0, MOST_LOGGED)
    .map(({ key, title, onHand }) => `${title}: on hand ${before.get(key)?.onHand ?? '0'} → ${onHand}`);
  const reason = movements[0]?.reason ?? '';
  return {
    what: 'moved',
    kind: 'stockItem',
    ...(moved.length === 1 && first && { key: first.key }),
    title: first?.title ?? '',
    count: moved.length,
    changes: [...changes, ...(moved.length > MOST_LOGGED ? [`and ${moved.length - MOST_LOGGED} more`] : []), reason],
  };
}

async function readItems(transaction: Queries, keys: ReadonlySet<string>): Promise<Map<string, StoredItem>> {
  const found: StoredItem[] = [];
  for (const some of inParts([...keys], ROWS_AT_ONCE))
    found.push(...(await transaction.select().from(stockItems).where(inArray(stockItems.key, some))));
  return new Map(found.map((item) => [item.key, item]));
}

/** An item with its figures as they are after a movement. @throws Refusal 409 `notEnoughStock` */
function afterMovement(item: StoredItem, movement: Movement): StoredItem {
  const onHand = Exact.from(item.onHand).plus(movement.onHand);
  const reserved = Exact.from(item.reserved).plus(movement.reserved);
  const takesMore =
    movement.beyondStock !== true &&
    (movement.reserved.sign() > 0 || (movement.onHand.sign() < 0 && movement.kind === 'adjustment'));
  if (takesMore) requireEnough(item, onHand, reserved);
  const averaged = movement.unitCost && item.costing === 'average' && movement.onHand.sign() > 0;
  const cost = averaged
    ? movingAverage(
        { onHand: Exact.from(item.onHand), cost: item.cost === null ? null : Exact.from(item.cost) },
        { quantity: movement.onHand, cost: movement.unitCost },
      ).toString()
    : item.cost;
  return { ...item, onHand: onHand.toString(), reserved: reserved.toString(), cost };
}

/** @throws Refusal 409 `notEnoughStock` where more would be promised than is there with the item's policy */
export function requireEnough(item: StoredItem, onHand: Exact, reserved: Exact): void {
  const backorder = Exact.from(item.backorder);
  if (!onHand.plus(backorder).isLess(reserved)) return;
  const left = Exact.from(item.onHand).plus(backorder).minus(Exact.from(item.reserved));
  const shown = formatQuantity({ value: left, unit: requireUnit(item.unit) });
  throw new Refusal(409, 'notEnoughStock', `Only ${shown} of ${item.title} can still be promised.`, {
    stock: item.key,
    available: left.toString(),
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
  await move(transaction, at, {
    ...movement,
    stock: lot.stock,
    lotId: lot.id,
    onHand: left.minus(Exact.from(lot.left)),
  });
}

interface Figure {
  /** as it is kept, and as its movements sum it up */
  readonly kept: string;
  readonly summed: string;
}

/** Something whose figures are not the sums of its movements. */
export type LedgerDifference =
  | { readonly kind: 'item'; readonly stock: string; readonly onHand: Figure; readonly reserved: Figure }
  | {
      readonly kind: 'lot';
      readonly stock: string;
      readonly lot: number;
      readonly label: string;
      readonly left: Figure;
    }
  | { readonly kind: 'item and lots'; readonly stock: string; readonly onHand: string; readonly lots: string };

/**
 * Sums every movement again and compares: each item with its movements, each lot with those of the lot, and what an
 * item has on hand with what its lots come to. The figures are kept in the same transactions as the movements, so a
 * difference means that something other than Oak Knot wrote to the database.
 *
 * @param queries of one moment, where others may write meanwhile
 */
export async function auditLedger(queries: Queries): Promise<LedgerDifference[]> {
  const items = await queries.select().from(stockItems).orderBy(stockItems.key);
  const lots = await queries.select().from(stockLots);
  const movements = await queries
    .select({
      itemId: stockMovements.itemId,
      lotId: stockMovements.lotId,
      onHandChange: stockMovements.onHandChange,
      reservedChange: stockMovements.reservedChange,
    })
    .from(stockMovements);
  const onHand = new Map<number, Exact>();
  const reserved = new Map<number, Exact>();
  const ofLot = new Map<number, Exact>();
  const add = (sums: Map<number, Exact>, id: number, change: string) =>
    sums.set(id, (sums.get(id) ?? Exact.zero).plus(Exact.from(change)));
  for (const { itemId, lotId, onHandChange, reservedChange } of movements) {
    add(onHand, itemId, onHandChange);
    add(reserved, itemId, reservedChange);
    if (lotId !== null) add(ofLot, lotId, onHandChange);
  }
  const figure = (kept: string, summed: Exact = Exact.zero): Figure & { same: boolean } => ({
    kept,
    summed: summed.toString(),
    same: summed.equals(Exact.from(kept)),
  });
  return items.flatMap((item): LedgerDifference[] => {
    const found: LedgerDifference[] = [];
    const [own, held] = [figure(item.onHand, onHand.get(item.id)), figure(item.reserved, reserved.get(item.id))];
    if (!own.same || !held.same)
      found.push({
        kind: 'item',
        stock: item.key,
        onHand: { kept: own.kept, summed: own.summed },
        reserved: { kept: held.kept, summed: held.summed },
      });
    const lying = lots.filter(({ itemId }) => itemId === item.id);
    for (const { id, label, left } of lying) {
      const { same, kept, summed } = figure(left, ofLot.get(id));
      if (!same) found.push({ kind: 'lot', stock: item.key, lot: id, label, left: { kept, summed } });
    }
    const together = lying.reduce((sum, { left }) => sum.plus(Exact.from(left)), Exact.zero);
    if (item.cutFrom && !together.equals(Exact.from(item.onHand)))
      found.push({ kind: 'item and lots', stock: item.key, onHand: item.onHand, lots: together.toString() });
    return found;
  });
}

/**
 * Puts the sums of the movements in the place of the kept figures. @returns what was different; what is of no movement
 * stays
 */
export async function rebuildLedger(transaction: Queries): Promise<LedgerDifference[]> {
  const differences = await auditLedger(transaction);
  for (const difference of differences) {
    if (difference.kind === 'item')
      await transaction
        .update(stockItems)
        .set({ onHand: difference.onHand.summed, reserved: difference.reserved.summed })
        .where(eq(stockItems.key, difference.stock));
    if (difference.kind === 'lot')
      await transaction.update(stockLots).set({ left: difference.left.summed }).where(eq(stockLots.id, difference.lot));
  }
  return differences;
}
