import { eq, inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { z } from 'zod';
import { newToken, type Services } from '../context';
import { type AskedKept, judgeAsked } from '../../core/basket';
import { LONGEST_ASKED, MOST_ASKED } from '../../core/catalog';
import { type Program } from '../../core/compile';
import { problemJson, type ResolutionJson, resolutionJson, withoutWorkshop } from '../../core/exchange';
import { type Resolution } from '../../core/run';
import { type PublishedProduct } from '../catalog/published-products';
import { formatMoney, moneyDigits } from '../../core/money';
import { Exact } from '../../core/number';
import { type CutPlanner } from '../../core/stock';
import { printable } from '../../core/text';
import { askedFaultWords, problemText } from '../../core/words';
import { type WebhookEvent } from '../../core/webhooks';
import { type Queries } from '../../data/database';
import { basketLines, orderLines, orders, type OrderState } from '../../data/schema';
import { keepFiles } from '../files/uploads';
import { type DrawViews, keepViews, typefacesIn, viewDrawer, type ViewsOfLine, viewsOfLine } from '../drawing';
import { Refusal } from '../refusal';
import { reserveCuts } from '../stock/ledger/cutting';
import { move } from '../stock/ledger/ledger';
import { writePlanning } from '../stock/ledger/thorough-plans';
import { makeBasketReady, resolveBasket, type ResolvedBasket, waitingOrder } from './basket';
import { book } from './bookings';
import { wholeLine } from './whole-line';
import { emit } from '../webhooks/emit';
import { type PaymentService, paymentWishes, simulatedPayments } from './payment';
import { releaseAbandoned, settle, settleForNothing } from './settlement';
import { sumsOf, spendCodes } from './terms';

export const checkoutSchema = z.strictObject({
  idempotencyKey: z.string().min(8).max(100),
  name: z
    .string()
    .max(120)
    .transform((name, context) => {
      const { text } = printable(name);
      if (text) return text;
      context.addIssue(
        text === '' ? 'Enter your name.' : 'There is a sign in the name that can’t be printed. Type it again.',
      );
      return z.NEVER;
    }),
  email: z.email('This is not an e-mail address. Write it like ada@example.org.').max(200),
  /** what is answered to what the shop asks beside, by its title */
  asked: z
    .array(z.strictObject({ title: z.string().max(80), value: z.string().max(2 * LONGEST_ASKED) }))
    .max(MOST_ASKED)
    .optional(),
  /** what the simulated service is to do; an order of nothing needs none */
  payment: z.enum(paymentWishes).default('approve'),
  /** the total the customer saw, to catch a price that changed in between */
  seenTotal: z.string().max(40),
});

export type Checkout = z.infer<typeof checkoutSchema>;

export interface PlacedOrder {
  readonly number: number;
  readonly token: string;
  readonly state: OrderState;
  /** decimal, in the order's currency */
  readonly total: string;
}

/**
 * Turns a basket into an order: resolves every line again, reserves what it draws, asks for the payment, and then
 * either books the sale or releases the reservation. The same key always means the same order: whoever sends it again
 * after a crash finishes what was begun. An order of nothing needs no payment.
 *
 * @param payment the payment service
 * @throws Refusal 409 `noLongerAvailable`, `priceChanged`, `beingOrdered`, or `keyUsed` where the key belongs to
 *   another basket or another order; 422 `emptyBasket`; nothing is reserved then
 */
export async function checkOut(
  context: Services,
  basketToken: string | undefined,
  checkout: Checkout,
  payment: PaymentService = simulatedPayments(context),
): Promise<PlacedOrder> {
  await releaseAbandoned(context, payment);
  const seen = (await makeBasketReady(context, basketToken)).filter(({ views }) => views.length > 0);
  // Typefaces are loaded once, and only where somebody buys what is seen in views.
  const draw = seen.length > 0 ? await viewDrawer(seen, typefacesIn(context.database.read)) : () => [];
  const order = await writePlanning(context, (transaction, planner) =>
    reserve(transaction, context.now(), { basketToken, draw, planner }, checkout),
  );
  if (order.state !== 'awaitingPayment') return order;
  const asked = { key: order.token, amount: order.total };
  const answer = await payment.request({ ...asked, wish: checkout.payment });
  // No answer is no refusal: before anything is given back, nothing may be taken any more.
  const outcome = answer.outcome === 'timedOut' ? await payment.close(asked) : answer;
  return {
    ...order,
    state: await context.database.write((transaction) => settle(transaction, context.now(), order.number, outcome)),
  };
}

/** What a key is bound to: the basket, and everything that was sent with it. */
function hashOf(basketToken: string, { name, email, asked = [], payment, seenTotal }: Checkout): string {
  const answers = asked.map(({ title, value }) => [title, value]);
  return createHash('sha256')
    .update(JSON.stringify([basketToken, name, email, payment, seenTotal, ...(answers.length > 0 ? [answers] : [])]))
    .digest('hex');
}

/** What is ordered, and how it is drawn and cut. */
interface Reserving {
  readonly basketToken: string | undefined;
  readonly draw: DrawViews;
  readonly planner: CutPlanner;
}

async function reserve(
  transaction: Queries,
  at: Date,
  { basketToken, draw, planner }: Reserving,
  checkout: Checkout,
): Promise<PlacedOrder> {
  const known = await transaction.query.orders.findFirst({ where: eq(orders.idempotencyKey, checkout.idempotencyKey) });
  if (known) {
    const same =
      known.basket === basketToken &&
      (known.requestHash === '' || known.requestHash === hashOf(known.basket, checkout));
    if (!same)
      throw new Refusal(
        409,
        'keyUsed',
        'This key has been used for something else. Look at the basket again, then order with a new key.',
      );
    return { number: known.id, token: known.token, state: known.state, total: known.total };
  }
  if (!basketToken) throw emptyBasket();
  const basket = await resolveBasket(transaction, at, basketToken, planner, checkout.email);
  const total = checkedTotal(basket, checkout.seenTotal, await waitingOrder(transaction, basketToken));
  const asked = checkedAnswers(basket, checkout.asked);

  const token = newToken();
  const [row] = await transaction
    .insert(orders)
    .values({
      token,
      idempotencyKey: checkout.idempotencyKey,
      basket: basketToken,
      requestHash: hashOf(basketToken, checkout),
      state: 'awaitingPayment',
      customerName: checkout.name,
      customerEmail: checkout.email,
      asked,
      currency: basket.currency,
      total: moneyDigits(total, basket.currency),
      sums: sumsOf(basket, basket, basket.currency),
      placedAt: at,
    })
    .returning({ id: orders.id });
  if (!row) throw new Error('the order was not stored');
  let booked = basket.booked;
  for (const [place, line] of basket.lines.entries()) {
    const { published, resolution } = line;
    const whole = line.whole();
    if (!published || !resolution || !whole) throw new Error('a line that was checked has no resolution');
    await storeLine(transaction, row.id, { line, published, resolution, whole, basket }, (priced) =>
      viewsOfLine(draw, whole, priced, `${token} ${place}`),
    );
    booked = await book(transaction, row.id, resolution.bookings, booked);
    await keepFiles(transaction, line.selection);
    await reserveCuts(transaction, at, row.id, resolution.availability.cutPlans);
    for (const { stock, total: drawn, leadDays } of resolution.draws) {
      await move(transaction, at, {
        beyondStock: leadDays !== null,
        stock,
        kind: 'reservation',
        onHand: Exact.zero,
        reserved: drawn.value,
        reason: `Order ${row.id}`,
        orderId: row.id,
      });
    }
  }
  await spendCodes(transaction, basketToken, { orderId: row.id, email: checkout.email }, basket.entered, basket.codes);
  // From here on these lines are in no other order; what is put in meanwhile stays where it is.
  await transaction
    .update(basketLines)
    .set({ orderId: row.id })
    .where(
      inArray(
        basketLines.id,
        basket.lines.map(({ id }) => id),
      ),
    );
  await emit(transaction, at, placed(row.id, basket, total));
  const state = total.sign() === 0 ? await settleForNothing(transaction, at, row.id) : 'awaitingPayment';
  return { number: row.id, token, state, total: moneyDigits(total, basket.currency) };
}

/** An order that has been placed, as other programs are told. */
const placed = (number: number, { lines, currency }: ResolvedBasket, total: Exact): WebhookEvent => ({
  type: 'order.placed',
  data: {
    number,
    state: 'awaitingPayment',
    currency,
    total: moneyDigits(total, currency),
    lines: lines.flatMap(({ resolution }) =>
      resolution
        ? {
            sku: resolution.item.sku,
            title: resolution.item.title,
            quantity: resolution.quantity,
            lineTotal: moneyDigits(resolution.lineTotal ?? Exact.zero, currency),
          }
        : [],
    ),
  },
});

/** Writes one line of an order, with its whole resolution and what it looks like. */
async function storeLine(
  transaction: Queries,
  orderId: number,
  { line, published, resolution, whole, basket }: SoldLine,
  lookOf: (priced: ResolutionJson) => ViewsOfLine,
): Promise<void> {
  const priced = withoutWorkshop(resolutionJson(resolution));
  const looks = lookOf(priced);
  const json = looks.pictures ? { ...priced, pictures: looks.pictures } : priced;
  const { cost, forWorkshop } = wholeLine(whole, line.selection, {
    today: basket.today,
    group: basket.group,
    costs: basket.costs,
  });
  const [stored] = await transaction
    .insert(orderLines)
    .values({
      orderId,
      productId: published.productId,
      revisionId: published.revisionId,
      title: resolution.item.title,
      sku: resolution.item.sku,
      quantity: resolution.quantity,
      unitPrice: json.unitPrice ?? '0',
      lineTotal: json.lineTotal ?? '0',
      cost: cost?.rounded(6).toString() ?? null,
      forWorkshop: forWorkshop.length > 0 ? forWorkshop : null,
      answers: { ...line.selection.answers },
      parts: line.selection.parts,
      resolution: json,
      picture: json.pictures[0]?.layers[0]?.src ?? null,
    })
    .returning({ id: orderLines.id });
  if (stored) await keepViews(transaction, stored.id, looks);
}

/** A line that is being sold, made sure of. */
interface SoldLine {
  readonly line: ResolvedBasket['lines'][number];
  readonly published: PublishedProduct;
  readonly resolution: Resolution;
  readonly whole: Program;
  readonly basket: ResolvedBasket;
}

function emptyBasket(): Refusal {
  return new Refusal(422, 'emptyBasket', 'The basket is empty. Put something in it first.');
}

/** @throws Refusal 422 `answerFaulty` for what is missing or can't be answered, naming what was asked */
function checkedAnswers({ pages, today }: ResolvedBasket, given: Checkout['asked'] = []): readonly AskedKept[] {
  const { kept, faults } = judgeAsked(pages.asked, given, today);
  const [first] = faults;
  if (!first) return kept;
  throw new Refusal(422, 'answerFaulty', askedFaultWords(first), {
    asked: faults.map((fault) => ({ title: fault.title, message: askedFaultWords(fault) })),
  });
}

function checkedTotal(basket: ResolvedBasket, seenTotal: string, waiting: { number: number } | null): Exact {
  if (basket.lines.length === 0) {
    throw waiting === null
      ? emptyBasket()
      : new Refusal(
          409,
          'beingOrdered',
          `What was in the basket is being ordered already: order ${waiting.number} waits for its payment.`,
          { order: waiting.number },
        );
  }
  const stopped = basket.lines.find(({ resolution }) => resolution?.state !== 'sellable');
  if (stopped) {
    const title = stopped.resolution?.item.title ?? 'Something in the basket';
    const [first] = stopped.problems;
    const said = first ? problemText(first.data) : '';
    const unavailable = stopped.resolution === null || stopped.resolution.state === 'unavailable';
    throw unavailable
      ? new Refusal(409, 'noLongerAvailable', `${title} is no longer available as you chose it. ${said}`, {
          line: stopped.id,
          problems: stopped.problems.map(problemJson),
        })
      : new Refusal(422, 'notSellable', `${title} can’t be ordered as it stands. ${said}`, {
          line: stopped.id,
          problems: stopped.problems.map(problemJson),
        });
  }
  const [together] = basket.problems;
  if (together)
    throw new Refusal(422, 'notSellable', problemText(together.data), { problems: basket.problems.map(problemJson) });
  if (!basket.total) throw emptyBasket();
  if (basket.total.sign() < 0)
    throw new Refusal(
      422,
      'notSellable',
      `The basket comes to less than nothing: ${formatMoney(basket.total, basket.currency)}. Tell the shop.`,
    );
  const seen = Exact.parse(seenTotal);
  if (!seen?.equals(basket.total)) {
    throw new Refusal(
      409,
      'priceChanged',
      `A price has changed: the total is now ${formatMoney(basket.total, basket.currency)}. Look at the basket again before you order.`,
    );
  }
  return basket.total;
}
