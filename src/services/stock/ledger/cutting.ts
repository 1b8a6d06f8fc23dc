import { and, asc, eq, inArray } from 'drizzle-orm';
import { z } from 'zod';
import { atOneMoment, type Services } from '../../context';
import { Exact } from '../../../core/number';
import { formatQuantity, requireUnit } from '../../../core/quantity';
import { freeAfter, type Pieces, type StockCutPlan, stockView } from '../../../core/stock';
import { type Queries } from '../../../data/database';
import { cuts, orderLines, orders, stockItems, stockLots } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { emit } from '../../webhooks/emit';
import { moveLot } from './ledger';
import { type LotView, piecesOf, readLots, requireRoom } from './lots';
import { readFigure } from './stock-figure';
import { writePlanning } from './thorough-plans';
import { log } from '../../../data/log';

/** Pieces of one order that are still to be cut from one stock item. Lengths are decimals in the item's unit. */
export interface CuttingJob {
  readonly order: number;
  readonly customerName: string;
  readonly placedAt: number;
  readonly stock: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  readonly kerf: string;
  readonly smallestOffcut: string | null;
  /** what they are for, in words */
  readonly contents: readonly string[];
  readonly planned: readonly {
    readonly id: number;
    readonly lot: number | null;
    readonly length: string;
    readonly count: number;
  }[];
  /** all lots that have something left, with what is free of them when this job's own plan is put aside */
  readonly lots: readonly LotView[];
}

/** What was really cut. */
export const cutReportSchema = z.strictObject({
  cuts: z
    .array(
      z.strictObject({
        lot: z.int(),
        pieces: z
          .array(z.strictObject({ length: z.string().max(40), count: z.int().min(1).max(100_000) }))
          .min(1)
          .max(500),
        /** what is left of the lot as it was measured, in any fitting unit; null for what it should be */
        left: z.string().max(40).nullable(),
      }),
    )
    .min(1)
    .max(500),
});

export type CutReport = z.infer<typeof cutReportSchema>;

/** Reserves the pieces of an order on the lots that its plans name, in the caller's transaction. */
export async function reserveCuts(
  transaction: Queries,
  at: Date,
  orderId: number,
  plans: readonly StockCutPlan[],
): Promise<void> {
  for (const { stock, plan } of plans) {
    const item = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, stock) });
    if (!item) return notFound(`stock item “${stock}”`);
    await storePlan(
      transaction,
      { at, orderId, itemId: item.id },
      plan.cuts.map(({ lot, pieces }) => ({ lot: lot.id, pieces })),
      plan.unplaced,
    );
  }
}

async function storePlan(
  transaction: Queries,
  { at, orderId, itemId }: { readonly at: Date; readonly orderId: number; readonly itemId: number },
  planned: readonly { lot: number; pieces: readonly Pieces[] }[],
  unplaced: readonly Pieces[],
): Promise<void> {
  const row =
    (lotId: number | null) =>
    ({ length, count }: Pieces) => ({
      orderId,
      itemId,
      lotId,
      length: length.toString(),
      count,
      state: 'planned' as const,
      at,
    });
  const rows = [...planned.flatMap(({ lot, pieces }) => pieces.map(row(lot))), ...unplaced.map(row(null))];
  if (rows.length > 0) await transaction.insert(cuts).values(rows);
}

/** The stock items that an order's pieces are still to be cut from. */
export async function itemsToCut(queries: Queries, orderId: number): Promise<Set<string>> {
  const rows = await queries
    .select({ key: stockItems.key })
    .from(cuts)
    .innerJoin(stockItems, eq(stockItems.id, cuts.itemId))
    .where(and(eq(cuts.orderId, orderId), eq(cuts.state, 'planned')));
  return new Set(rows.map(({ key }) => key));
}

/** Gives the lots back that an order will not be cut from. */
export async function dropCuts(transaction: Queries, orderId: number): Promise<void> {
  await transaction
    .update(cuts)
    .set({ state: 'dropped' })
    .where(and(eq(cuts.orderId, orderId), eq(cuts.state, 'planned')));
}

/** Everything that is paid for and still to be cut, oldest order first. */
export function listCutting(context: Services): Promise<CuttingJob[]> {
  return atOneMoment(context, async ({ database }) => {
    const queries = database.read;
    const rows = await queries
      .select({ cut: cuts, order: orders, item: stockItems })
      .from(cuts)
      .innerJoin(orders, eq(orders.id, cuts.orderId))
      .innerJoin(stockItems, eq(stockItems.id, cuts.itemId))
      .where(and(eq(cuts.state, 'planned'), eq(orders.state, 'paid')))
      .orderBy(asc(orders.id), asc(cuts.id));
    const lines = await queries
      .select()
      .from(orderLines)
      .where(inArray(orderLines.orderId, [...new Set(rows.map(({ order }) => order.id))]));
    const jobs = new Map<string, typeof rows>();
    for (const row of rows)
      jobs.set(`${row.order.id}/${row.item.id}`, [...(jobs.get(`${row.order.id}/${row.item.id}`) ?? []), row]);
    return Promise.all(
      [...jobs.values()].flatMap((own) => {
        const [first] = own;
        if (!first) return [];
        const { order, item } = first;
        const contents = lines
          .filter((line) => line.orderId === order.id && line.resolution.draws.some(({ stock }) => stock === item.key))
          .map((line) => `${line.quantity} × ${line.title} (${line.sku})`);
        return (async (): Promise<CuttingJob> => ({
          order: order.id,
          customerName: order.customerName,
          placedAt: order.placedAt.getTime(),
          stock: item.key,
          title: item.title,
          unit: item.unit,
          kerf: item.cutFrom?.kerf ?? '0',
          smallestOffcut: item.cutFrom?.smallestOffcut ?? null,
          contents,
          planned: own.map(({ cut }) => ({ id: cut.id, lot: cut.lotId, length: cut.length, count: cut.count })),
          lots: (await readLots(queries, [item], order.id)).get(item.id) ?? [],
        }))();
      }),
    );
  });
}

/** The report of a job that is cut just as it is planned. */
export function asPlanned({ planned }: Pick<CuttingJob, 'planned'>): CutReport {
  const lots = new Set(planned.flatMap(({ lot }) => lot ?? []));
  return {
    cuts: [...lots].map((lot) => ({
      lot,
      left: null,
      pieces: planned.filter((cut) => cut.lot === lot).map(({ length, count }) => ({ length, count })),
    })),
  };
}

/** How many orders wait to be cut. */
export async function countCutting({ database }: Services): Promise<number> {
  const rows = await database.read
    .select({ id: cuts.orderId })
    .from(cuts)
    .innerJoin(orders, eq(orders.id, cuts.orderId))
    .where(and(eq(cuts.state, 'planned'), eq(orders.state, 'paid')));
  return new Set(rows.map(({ id }) => id)).size;
}

/**
 * Plans an order's pieces anew on what there is now: after a delivery, or when a lot is not as long as it should be.
 */
export async function planAgain(context: Services, orderId: number, stock: string): Promise<void> {
  const { now } = context;
  await writePlanning(context, async (transaction, planner) => {
    const { item, planned } = await requireJob(transaction, orderId, stock);
    const changes = [`${item.title}: cuts planned anew`];
    await log(transaction, now(), {
      what: 'changed',
      kind: 'order',
      key: String(orderId),
      title: String(orderId),
      changes,
    });
    const rule = item.cutFrom;
    const lots = (await readLots(transaction, [item], orderId)).get(item.id) ?? [];
    const lying = rule && stockView([{ key: stock, available: null, lying: { ...rule, lots } }]).lots(stock);
    if (!lying) return notFound('such lots');
    const plan = planner(lying, planned.map(piecesOf));
    await transaction.delete(cuts).where(
      inArray(
        cuts.id,
        planned.map(({ id }) => id),
      ),
    );
    await storePlan(
      transaction,
      { at: now(), orderId, itemId: item.id },
      plan.cuts.map(({ lot, pieces }) => ({ lot: lot.id, pieces })),
      plan.unplaced,
    );
  });
}

/**
 * Books what was cut for an order: the lots become shorter, what is too short to keep is scrapped, what is left returns
 * to stock, and the order's reservation ends.
 *
 * @throws Refusal 422 when the pieces are not those of the order, or more than a lot has; 409 when a lot would be too
 *   short for what other orders have been promised of it
 */
export async function confirmCuts(
  { database, now }: Services,
  orderId: number,
  stock: string,
  report: CutReport,
): Promise<void> {
  await database.write(async (transaction) => {
    const at = now();
    const { item, planned, state } = await requireJob(transaction, orderId, stock);
    await log(transaction, at, {
      what: 'cut',
      kind: 'order',
      key: String(orderId),
      title: String(orderId),
      changes: [item.title],
    });
    requireSamePieces(planned, report, item.unit);
    if (new Set(report.cuts.map(({ lot }) => lot)).size < report.cuts.length)
      throw new Refusal(422, 'lotTwice', 'Each lot can stand in the report once only.');
    const kerf = Exact.from(item.cutFrom?.kerf ?? '0');
    const smallest = item.cutFrom?.smallestOffcut ?? null;
    const write = (value: Exact) => formatQuantity({ value, unit: requireUnit(item.unit) });
    await transaction.delete(cuts).where(
      inArray(
        cuts.id,
        planned.map(({ id }) => id),
      ),
    );
    for (const { lot: lotId, pieces, left: measured } of report.cuts) {
      const lot = (await readLots(transaction, [item])).get(item.id)?.find(({ id }) => id === lotId);
      if (!lot) return notFound('such lot with anything left');
      const cut = pieces.map(piecesOf);
      const total = cut.reduce((sum, { length, count }) => sum.plus(length.times(Exact.of(count))), Exact.zero);
      const count = cut.reduce((sum, piece) => sum + piece.count, 0);
      const length = Exact.from(lot.left);
      if (total.plus(kerf.times(Exact.of(count - 1))).isMore(length))
        throw new Refusal(
          422,
          'lotTooShort',
          `${lot.label} has ${write(length)}: that is too short for ${write(total)} in ${count === 1 ? 'one piece' : `${count} pieces`}.`,
        );
      const left =
        measured === null || measured.trim() === '' ? freeAfter(length, cut, kerf) : readFigure(measured, item.unit);
      if (left.isMore(length.minus(total)))
        throw new Refusal(
          422,
          'leftTooLong',
          `${lot.label} can’t have ${write(left)} left: it had ${write(length)}, and ${write(total)} were cut.`,
        );
      requireRoom(item, lot, left);
      const scrapped =
        left.sign() > 0 && lot.promised.length === 0 && (smallest === null || left.isLess(Exact.from(smallest)));
      const words = pieces.map((piece) => `${piece.count} × ${write(Exact.from(piece.length))}`).join(', ');
      await moveLot(transaction, at, { id: lot.id, left: lot.left, stock }, scrapped ? Exact.zero : left, {
        kind: 'cut',
        reserved: total.negated(),
        orderId,
        reason: `Order ${orderId}: ${words} from ${lot.label}${scrapped ? `, ${write(left)} too short to keep` : ''}`,
      });
      await transaction.insert(cuts).values(
        pieces.map((piece) => ({
          orderId,
          itemId: item.id,
          lotId,
          length: piece.length,
          count: piece.count,
          state: 'cut' as const,
          at,
        })),
      );
    }
    await emit(transaction, at, { type: 'order.changed', data: { number: orderId, state, change: 'cut' } });
  });
}

async function requireJob(transaction: Queries, orderId: number, stock: string) {
  const item = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, stock) });
  const order = await transaction.query.orders.findFirst({ where: eq(orders.id, orderId) });
  if (!item || !order) return notFound(`order ${orderId} with “${stock}”`);
  if (order.state !== 'paid')
    throw new Refusal(409, 'notPaid', `Order ${orderId} is not paid, so nothing is cut for it.`);
  const planned = await transaction
    .select()
    .from(cuts)
    .where(and(eq(cuts.orderId, orderId), eq(cuts.itemId, item.id), eq(cuts.state, 'planned')));
  if (planned.length === 0)
    throw new Refusal(409, 'alreadyCut', `Everything of ${item.title} for order ${orderId} has been cut.`);
  return { item, planned, state: order.state };
}

/** @throws Refusal 422 unless a report has exactly the pieces that the order was promised */
function requireSamePieces(
  planned: readonly { length: string; count: number }[],
  report: CutReport,
  unit: string,
): void {
  const balance = new Map<string, number>();
  const count = (length: string, by: number) => balance.set(length, (balance.get(length) ?? 0) + by);
  for (const { length, count: pieces } of planned) count(Exact.from(length).toString(), pieces);
  for (const { pieces } of report.cuts) {
    for (const piece of pieces) {
      const length = Exact.parse(piece.length);
      if (!length) throw new Refusal(422, 'unreadableLength', `“${piece.length}” is not a length.`);
      count(length.toString(), -piece.count);
    }
  }
  for (const [length, difference] of balance) {
    if (difference === 0) continue;
    const words = formatQuantity({ value: Exact.from(length), unit: requireUnit(unit) });
    throw new Refusal(
      422,
      'otherPieces',
      difference > 0
        ? `${difference} of ${words} ${difference === 1 ? 'is' : 'are'} still to be put on a lot.`
        : `The order has ${-difference} fewer of ${words}.`,
    );
  }
}

/** What has been cut for an order, and what is planned, for its page. */
export async function readOrderCuts(
  queries: Queries,
  orderId: number,
): Promise<
  { stock: string; title: string; unit: string; label: string | null; length: string; count: number; cut: boolean }[]
> {
  const rows = await queries
    .select({ cut: cuts, item: stockItems, lot: stockLots })
    .from(cuts)
    .innerJoin(stockItems, eq(stockItems.id, cuts.itemId))
    .leftJoin(stockLots, eq(stockLots.id, cuts.lotId))
    .where(and(eq(cuts.orderId, orderId), inArray(cuts.state, ['planned', 'cut'])))
    .orderBy(asc(cuts.id));
  return rows.map(({ cut, item, lot }) => ({
    stock: item.key,
    title: item.title,
    unit: item.unit,
    label: lot?.label ?? null,
    length: cut.length,
    count: cut.count,
    cut: cut.state === 'cut',
  }));
}
