import { and, eq, isNull, lt } from 'drizzle-orm';
import { type Services } from '../context';
import { othersTurn } from '../in-pieces';
import { Exact } from '../../core/number';
import { LARGEST_QUANTITY } from '../../core/ordering';
import { type Queries } from '../../data/database';
import {
  basketCodes,
  basketLines,
  bookings,
  discountUses,
  orderLines,
  orders,
  type OrderState,
  payments,
} from '../../data/schema';
import { dropCuts, itemsToCut } from '../stock/ledger/cutting';
import { move } from '../stock/ledger/ledger';
import { emit } from '../webhooks/emit';
import { type PaymentAnswer, type PaymentService, simulatedPayments } from './payment';

/**
 * How long an order may wait for its payment before the service is asked for the last time, in milliseconds: twenty
 * times as long as its answer is waited for, so that nobody is at it any more.
 */
export const RESERVATION_MILLISECONDS = 30_000;

type StoredOrder = typeof orders.$inferSelect;

/**
 * Books the outcome of a payment. An order that has its outcome already keeps it. @returns the order's state afterwards
 */
export async function settle(
  transaction: Queries,
  at: Date,
  number: number,
  { outcome, reference }: PaymentAnswer,
): Promise<OrderState> {
  const order = await transaction.query.orders.findFirst({ where: eq(orders.id, number) });
  if (!order) throw new Error(`order ${number} has vanished`);
  if (order.state !== 'awaitingPayment') {
    // The reservation ran out before the answer came: there is nothing left to sell under this order.
    if (outcome === 'approved' && order.state !== 'paid')
      await transaction
        .insert(payments)
        .values({ orderId: number, outcome, amount: order.total, reference: `${reference} (too late, not taken)`, at });
    return order.state;
  }
  await transaction.insert(payments).values({ orderId: number, outcome, amount: order.total, reference, at });
  return end(
    transaction,
    at,
    order,
    outcome === 'approved' ? 'paid' : outcome === 'declined' ? 'declined' : 'timedOut',
  );
}

/** An order of nothing needs no payment: it is paid as soon as it is made. */
export async function settleForNothing(transaction: Queries, at: Date, number: number): Promise<OrderState> {
  const order = await transaction.query.orders.findFirst({ where: eq(orders.id, number) });
  if (!order) throw new Error(`order ${number} has vanished`);
  return end(transaction, at, order, 'paid');
}

/**
 * Ends an order's waiting: a sale takes what was reserved, unless it is still to be cut; anything else gives it back.
 */
async function end(transaction: Queries, at: Date, order: StoredOrder, state: OrderState): Promise<OrderState> {
  await endReservation(transaction, at, order.id, state);
  if (state === 'paid') await transaction.delete(basketLines).where(eq(basketLines.orderId, order.id));
  else await returnLines(transaction, order);
  await emit(transaction, at, { type: 'order.changed', data: { number: order.id, state, change: 'state' } });
  return state;
}

/**
 * Puts what an order was made of back into its basket, its codes with it; what has been put in anew meanwhile is added
 * to it.
 */
async function returnLines(transaction: Queries, { id, basket, placedAt }: StoredOrder): Promise<void> {
  const used = await transaction.select().from(discountUses).where(eq(discountUses.orderId, id));
  for (const { codeId } of used)
    await transaction.insert(basketCodes).values({ basket, codeId, at: placedAt }).onConflictDoNothing();
  await transaction.delete(discountUses).where(eq(discountUses.orderId, id));
  const claimed = await transaction.select().from(basketLines).where(eq(basketLines.orderId, id));
  for (const line of claimed) {
    const again = await transaction.query.basketLines.findFirst({
      where: and(eq(basketLines.basket, basket), eq(basketLines.itemKey, line.itemKey), isNull(basketLines.orderId)),
    });
    if (!again) {
      await transaction.update(basketLines).set({ orderId: null }).where(eq(basketLines.id, line.id));
      continue;
    }
    await transaction
      .update(basketLines)
      .set({ quantity: Math.min(again.quantity + line.quantity, LARGEST_QUANTITY) })
      .where(eq(basketLines.id, again.id));
    await transaction.delete(basketLines).where(eq(basketLines.id, line.id));
  }
}

async function endReservation(transaction: Queries, at: Date, number: number, state: OrderState): Promise<void> {
  const lines = await transaction.select().from(orderLines).where(eq(orderLines.orderId, number));
  // What is to be cut stays reserved until somebody has cut it.
  const toCut = state === 'paid' ? await itemsToCut(transaction, number) : new Set<string>();
  if (state !== 'paid') {
    await dropCuts(transaction, number);
    await transaction.delete(bookings).where(eq(bookings.orderId, number));
  }
  for (const { resolution } of lines) {
    for (const { stock, total } of resolution.draws) {
      if (toCut.has(stock)) continue;
      const drawn = Exact.from(total.value);
      await move(transaction, at, {
        stock,
        kind: state === 'paid' ? 'sale' : 'release',
        onHand: state === 'paid' ? drawn.negated() : Exact.zero,
        reserved: drawn.negated(),
        reason: state === 'paid' ? `Order ${number}` : `Order ${number}: ${RELEASE_REASONS[state] ?? 'not paid'}`,
        orderId: number,
      });
    }
  }
  await transaction.update(orders).set({ state }).where(eq(orders.id, number));
}

const RELEASE_REASONS: Partial<Record<OrderState, string>> = {
  declined: 'payment declined',
  timedOut: 'payment service did not answer',
  abandoned: 'never paid',
};

/**
 * Ends the waiting of orders that have had no outcome for too long, after a crash or a closed window. The payment
 * service is asked first: what was paid is sold, and only what nobody can pay any more gives back what it held.
 *
 * @returns how many orders have ended
 */
export async function releaseAbandoned(
  context: Services,
  payment: PaymentService = simulatedPayments(context),
): Promise<number> {
  const { database, now } = context;
  const before = new Date(now().getTime() - RESERVATION_MILLISECONDS);
  const waiting = await database.read
    .select()
    .from(orders)
    .where(and(eq(orders.state, 'awaitingPayment'), lt(orders.placedAt, before)));
  for (const order of waiting) {
    const answer = await payment.close({ key: order.token, amount: order.total });
    await database.write(async (transaction) => {
      if (answer.outcome !== 'timedOut') return settle(transaction, now(), order.id, answer);
      const current = await transaction.query.orders.findFirst({ where: eq(orders.id, order.id) });
      return current?.state === 'awaitingPayment' ? end(transaction, now(), current, 'abandoned') : undefined;
    });
    await othersTurn();
  }
  return waiting.length;
}
