import { and, eq, lt } from 'drizzle-orm';
import { z } from 'zod';
import { formatMoney, moneyDigits } from '../core/money';
import { Exact } from '../core/number';
import { resolutionJson } from '../core/exchange';
import { THOROUGH } from '../core/stock';
import { type Queries } from '../data/database';
import { basketLines, orderLines, orders, type OrderState, type PaymentOutcome, payments } from '../data/schema';
import { resolveBasket, type ResolvedBasket } from './basket';
import { newToken, type Services } from './context';
import { dropCuts, itemsToCut, reserveCuts } from './cutting';
import { move } from './ledger';
import { type PaymentWish, paymentWishes, simulatedPayment } from './payment';
import { Refusal } from './refusal';
import { keepFiles } from './uploads';

export const checkoutSchema = z.strictObject({
  idempotencyKey: z.string().min(8).max(100),
  name: z.string().trim().min(1, 'Tell us your name.').max(120),
  email: z.email('This is not an e-mail address. Write it like ada@example.org.').max(200),
  payment: z.enum(paymentWishes),
  /** the total the customer saw, to catch a price that changed in between */
  seenTotal: z.string().max(40),
});

export type Checkout = z.infer<typeof checkoutSchema>;

export interface PlacedOrder {
  readonly number: number;
  readonly token: string;
  readonly state: OrderState;
}

/** How long an order may wait for its payment before its reservations are released, in milliseconds. */
export const RESERVATION_MILLISECONDS = 15 * 60_000;

/**
 * Turns a basket into an order: resolves every line again, reserves what it draws, asks for the payment, and then
 * either books the sale or releases the reservation. The same key always means the same order.
 *
 * @param pay the payment service
 * @throws Refusal 409 `noLongerAvailable` or `priceChanged`, 422 `emptyBasket`; nothing is reserved then
 */
export async function checkOut(
  context: Services,
  basketToken: string | undefined,
  checkout: Checkout,
  pay: (wish: PaymentWish, token: string) => Promise<{ outcome: PaymentOutcome; reference: string }> = simulatedPayment,
): Promise<PlacedOrder> {
  await releaseAbandoned(context);
  const { order, isNew } = await context.database.write((transaction) => reserve(transaction, context.now(), basketToken, checkout));
  if (!isNew) return settled(context, order);
  const { outcome, reference } = await pay(checkout.payment, order.token);
  return context.database.write((transaction) => settle(transaction, context.now(), order.number, outcome, reference));
}

async function reserve(
  transaction: Queries,
  at: Date,
  basketToken: string | undefined,
  checkout: Checkout,
): Promise<{ order: PlacedOrder; isNew: boolean }> {
  const known = await transaction.query.orders.findFirst({ where: eq(orders.idempotencyKey, checkout.idempotencyKey) });
  if (known) return { order: { number: known.id, token: known.token, state: known.state }, isNew: false };
  if (!basketToken) throw emptyBasket();
  const basket = await resolveBasket(transaction, at, basketToken, THOROUGH);
  const total = checkedTotal(basket, checkout.seenTotal);

  const token = newToken();
  const [row] = await transaction
    .insert(orders)
    .values({
      token,
      idempotencyKey: checkout.idempotencyKey,
      basket: basketToken,
      state: 'awaitingPayment',
      customerName: checkout.name,
      customerEmail: checkout.email,
      currency: basket.currency,
      total: moneyDigits(total, basket.currency),
      placedAt: at,
    })
    .returning({ id: orders.id });
  if (!row) throw new Error('the order was not stored');
  for (const line of basket.lines) {
    const { published, resolution } = line;
    if (!published || !resolution) throw new Error('a line that was checked has no resolution');
    const json = resolutionJson(resolution);
    await transaction.insert(orderLines).values({
      orderId: row.id,
      productId: published.productId,
      revisionId: published.revisionId,
      title: resolution.item.title,
      sku: resolution.item.sku,
      quantity: resolution.quantity,
      unitPrice: json.unitPrice ?? '0',
      lineTotal: json.lineTotal ?? '0',
      answers: { ...line.answers },
      resolution: json,
      picture: resolution.pictures[0]?.layers.at(-1)?.src ?? null,
    });
    await keepFiles(transaction, line.answers);
    await reserveCuts(transaction, at, row.id, resolution.availability.cutPlans);
    for (const { stock, total: drawn, leadDays } of resolution.draws) {
      await move(transaction, at, { beyondStock: leadDays !== null, stock, kind: 'reservation', onHand: Exact.zero, reserved: drawn.value, reason: `Order ${row.id}`, orderId: row.id });
    }
  }
  return { order: { number: row.id, token, state: 'awaitingPayment' }, isNew: true };
}

function emptyBasket(): Refusal {
  return new Refusal(422, 'emptyBasket', 'The basket is empty. Put something in it first.');
}

function checkedTotal(basket: ResolvedBasket, seenTotal: string): Exact {
  if (basket.lines.length === 0) throw emptyBasket();
  const stopped = basket.lines.find(({ resolution }) => resolution?.state !== 'sellable');
  if (stopped) {
    const title = stopped.resolution?.item.title ?? 'Something in the basket';
    const [first] = stopped.problems;
    const said = `${first?.message ?? ''} ${first?.remedy ?? ''}`.trim();
    const unavailable = stopped.resolution === null || stopped.resolution.state === 'unavailable';
    throw unavailable
      ? new Refusal(409, 'noLongerAvailable', `${title} is no longer available as you chose it. ${said}`, { line: stopped.id, problems: stopped.problems })
      : new Refusal(422, 'notSellable', `${title} can’t be ordered as it stands. ${said}`, { line: stopped.id, problems: stopped.problems });
  }
  if (!basket.total) throw emptyBasket();
  const seen = Exact.parse(seenTotal);
  if (!seen?.equals(basket.total)) {
    throw new Refusal(409, 'priceChanged', `A price has changed: the total is now ${formatMoney(basket.total, basket.currency)}. Look at the basket again before you order.`);
  }
  return basket.total;
}

/** Books the outcome of a payment: a sale takes what was reserved, unless it is still to be cut; anything else gives it back. */
async function settle(transaction: Queries, at: Date, number: number, outcome: PaymentOutcome, reference: string): Promise<PlacedOrder> {
  const order = await transaction.query.orders.findFirst({ where: eq(orders.id, number) });
  if (!order) throw new Error(`order ${number} has vanished`);
  if (order.state !== 'awaitingPayment') {
    // The reservation ran out before the answer came: there is nothing left to sell under this order.
    await transaction.insert(payments).values({ orderId: number, outcome, amount: order.total, reference: `${reference} (too late, not taken)`, at });
    return { number, token: order.token, state: order.state };
  }
  const state: OrderState = outcome === 'approved' ? 'paid' : outcome === 'declined' ? 'declined' : 'timedOut';
  await transaction.insert(payments).values({ orderId: number, outcome, amount: order.total, reference, at });
  await endReservation(transaction, at, number, state);
  if (state === 'paid') await transaction.delete(basketLines).where(eq(basketLines.basket, order.basket));
  return { number, token: order.token, state };
}

async function endReservation(transaction: Queries, at: Date, number: number, state: OrderState): Promise<void> {
  const lines = await transaction.select().from(orderLines).where(eq(orderLines.orderId, number));
  // What is to be cut stays reserved until somebody has cut it.
  const toCut = state === 'paid' ? await itemsToCut(transaction, number) : new Set<string>();
  if (state !== 'paid') await dropCuts(transaction, number);
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

/** Gives back what orders hold that were never paid, after a crash or a closed window. */
export async function releaseAbandoned({ database, now }: Services): Promise<number> {
  const at = now();
  return database.write(async (transaction) => {
    const waiting = await transaction
      .select({ id: orders.id })
      .from(orders)
      .where(and(eq(orders.state, 'awaitingPayment'), lt(orders.placedAt, new Date(at.getTime() - RESERVATION_MILLISECONDS))));
    for (const { id } of waiting) await endReservation(transaction, at, id, 'abandoned');
    return waiting.length;
  });
}

const POLL_MILLISECONDS = 200;
const LONGEST_WAIT = 10_000;

/** Waits until an order that the same button press started elsewhere has its outcome. */
async function settled({ database }: Services, order: PlacedOrder): Promise<PlacedOrder> {
  let current = order;
  for (let waited = 0; current.state === 'awaitingPayment' && waited < LONGEST_WAIT; waited += POLL_MILLISECONDS) {
    await new Promise((resolve) => setTimeout(resolve, POLL_MILLISECONDS));
    const row = await database.read.query.orders.findFirst({ where: eq(orders.id, order.number) });
    if (row) current = { ...current, state: row.state };
  }
  return current;
}
