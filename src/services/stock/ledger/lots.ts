import { and, asc, eq, inArray, isNotNull, ne } from 'drizzle-orm';
import { type LotRule } from '../../../core/catalog';
import { Exact } from '../../../core/number';
import { freeAfter, type LyingInLots, type Pieces } from '../../../core/stock';
import { type Queries } from '../../../data/database';
import { cuts, type stockItems, stockLots } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { move, moveLot } from './ledger';

type StoredItem = Pick<typeof stockItems.$inferSelect, 'id' | 'key' | 'cutFrom'>;

/** A lot with what is left of it and what is promised of it; decimals in the item's unit. */
export interface LotView {
  readonly id: number;
  readonly label: string;
  readonly length: string;
  readonly left: string;
  readonly free: string;
  /** pieces that orders have been promised of it */
  readonly promised: readonly { readonly order: number; readonly length: string; readonly count: number }[];
}

/**
 * The lots of items with something left, and what is free of each once all planned pieces are cut.
 *
 * @param exceptOrder an order whose own pieces don't count, to plan them anew
 */
export async function readLots(
  queries: Queries,
  items: readonly StoredItem[],
  exceptOrder?: number,
): Promise<Map<number, LotView[]>> {
  const cutItems = items.filter(({ cutFrom }) => cutFrom !== null);
  const ids = cutItems.map(({ id }) => id);
  if (ids.length === 0) return new Map();
  const lots = await queries
    .select()
    .from(stockLots)
    .where(and(inArray(stockLots.itemId, ids), ne(stockLots.left, '0')))
    .orderBy(asc(stockLots.id));
  const planned = await queries
    .select()
    .from(cuts)
    .where(and(inArray(cuts.itemId, ids), eq(cuts.state, 'planned'), isNotNull(cuts.lotId)));
  const byItem = new Map<number, LotView[]>();
  for (const { id, label, length, left, itemId } of lots) {
    const kerf = Exact.from(cutItems.find((item) => item.id === itemId)?.cutFrom?.kerf ?? '0');
    const promised = planned.filter((cut) => cut.lotId === id && cut.orderId !== exceptOrder);
    const free = freeAfter(Exact.from(left), promised.map(piecesOf), kerf).toString();
    const view = {
      id,
      label,
      length,
      left,
      free,
      promised: promised.map((cut) => ({ order: cut.orderId, length: cut.length, count: cut.count })),
    };
    byItem.set(itemId, [...(byItem.get(itemId) ?? []), view]);
  }
  return byItem;
}

/** What resolving needs of the lots of items. */
export async function readFreeLots(
  queries: Queries,
  items: readonly StoredItem[],
): Promise<Map<number, LyingInLots['lots']>> {
  const lots = await readLots(queries, items);
  return new Map([...lots].map(([item, views]) => [item, views.map(({ id, label, free }) => ({ id, label, free }))]));
}

/** Pieces as they are stored. */
export function piecesOf({ length, count }: { readonly length: string; readonly count: number }): Pieces {
  return { length: Exact.from(length), count };
}

const KINDS: Readonly<Record<LotRule['kind'], string>> = { roll: 'Roll', board: 'Board', bar: 'Bar', sheet: 'Sheet' };

export const labelTaken = (label: string): Refusal =>
  new Refusal(409, 'labelTaken', `There is already a lot called “${label}”. Give this one another name.`);

/**
 * Receives lots, each with a movement of its own. Those without a label are numbered on.
 *
 * @throws Refusal 409 when a label is taken
 */
export async function receiveLots(
  transaction: Queries,
  at: Date,
  item: StoredItem,
  received: readonly { readonly label: string | null; readonly length: Exact }[],
  { reason, unitCost }: { readonly reason: string; readonly unitCost?: Exact },
): Promise<void> {
  const known = await transaction
    .select({ label: stockLots.label })
    .from(stockLots)
    .where(eq(stockLots.itemId, item.id));
  const taken = new Set(known.map(({ label }) => label));
  let number = known.length;
  for (const { label, length } of received) {
    let name = label ?? '';
    while (name === '' || (label === null && taken.has(name))) {
      number += 1;
      name = `${KINDS[item.cutFrom?.kind ?? 'roll']} ${number}`;
    }
    if (taken.has(name)) throw labelTaken(name);
    taken.add(name);
    const [lot] = await transaction
      .insert(stockLots)
      .values({ itemId: item.id, label: name, length: length.toString(), left: length.toString(), at })
      .returning({ id: stockLots.id });
    if (!lot) throw new Error('the lot was not stored');
    await move(transaction, at, {
      stock: item.key,
      kind: 'receipt',
      onHand: length,
      reserved: Exact.zero,
      reason: `${reason}: ${name}`,
      lotId: lot.id,
      unitCost,
    });
  }
}

/**
 * Enters what was measured of a lot.
 *
 * @throws Refusal 409 when the pieces that orders have been promised of it could no longer be cut
 */
export async function recountLot(
  transaction: Queries,
  at: Date,
  item: StoredItem,
  { lot: lotId, left, reason }: { readonly lot: number; readonly left: Exact; readonly reason: string },
): Promise<void> {
  const lot = (await readLots(transaction, [item])).get(item.id)?.find(({ id }) => id === lotId);
  if (!lot) return notFound('such lot of this stock item');
  requireRoom(item, lot, left);
  await moveLot(transaction, at, { id: lot.id, left: lot.left, stock: item.key }, left, {
    kind: 'adjustment',
    reserved: Exact.zero,
    reason: `${reason}: ${lot.label}`,
  });
}

/** @throws Refusal 409 when a lot would be too short for the pieces that orders have been promised of it */
export function requireRoom(
  { cutFrom }: StoredItem,
  { label, promised }: Pick<LotView, 'label' | 'promised'>,
  left: Exact,
): void {
  const kerf = Exact.from(cutFrom?.kerf ?? '0');
  const count = promised.reduce((sum, piece) => sum + piece.count, 0);
  // One cut fewer than there are pieces is needed at least.
  const needed = promised
    .map(piecesOf)
    .reduce((sum, piece) => sum.plus(piece.length.plus(kerf).times(Exact.of(piece.count))), Exact.zero)
    .minus(count > 0 ? kerf : Exact.zero);
  if (!left.isLess(needed)) return;
  const orders = [...new Set(promised.map(({ order }) => order))].join(', ');
  throw new Refusal(
    409,
    'lotPromised',
    `${needed.toString()} of ${label} are promised to order ${orders}. Plan those pieces on another lot first.`,
  );
}
