import { eq, inArray } from 'drizzle-orm';
import { atOneMoment, type Services } from '../context';
import { type AskedKept } from '../../core/basket';
import { customerResolution, type CustomerResolution, type ResolutionJson } from '../../core/exchange';
import { type Queries } from '../../data/database';
import { orderLines, orders, type OrderState, type PaymentOutcome, payments, stockItems } from '../../data/schema';
import { type OrderSums } from '../../data/order-sums';
import { type WorkshopDetail } from '../../data/workshop-details';
import { listFiles } from '../files/uploads';
import { type KeptView, readViews } from '../drawing';
import { notFound } from '../refusal';
import { ordersOf } from './customers';
import { readOrderCuts } from '../stock/ledger/cutting';

export interface OrderRow {
  readonly number: number;
  readonly state: OrderState;
  readonly customerName: string;
  readonly customerEmail: string;
  readonly currency: string;
  readonly total: string;
  readonly placedAt: number;
  /** since when it no longer says whose it was; null while it does */
  readonly anonymousAt: number | null;
  /** what was ordered, in words: `2 × Bee suit, 1 × Stainless mesh` */
  readonly contents: string;
}

export interface OrderLineView {
  readonly id: number;
  readonly title: string;
  readonly sku: string;
  readonly quantity: number;
  readonly unitPrice: string;
  readonly lineTotal: string;
  /** what supplying it cost when it was sold; null where nobody knew, or it was sold before that was kept */
  readonly cost: string | null;
  /** what the workshop alone is told of it */
  readonly forWorkshop: readonly WorkshopDetail[];
  readonly resolution: ResolutionJson;
  /** what it looked like when it was sold, view by view; none of a product without views */
  readonly views: readonly KeptView[];
  /** files that came with it */
  readonly files: readonly { readonly token: string; readonly name: string }[];
}

export interface OrderView extends OrderRow {
  /** what it comes to beside its lines; null where nothing is */
  readonly sums: OrderSums | null;
  /** what was asked at checkout beside name and e-mail address, and answered */
  readonly asked: readonly AskedKept[];
  /** pieces that are cut for it, or were */
  readonly cuts: Awaited<ReturnType<typeof readOrderCuts>>;
  readonly token: string;
  readonly lines: readonly OrderLineView[];
  readonly payments: readonly { outcome: PaymentOutcome; amount: string; reference: string; at: number }[];
}

/** An order as the shop sees it. */
export interface ManagedOrder extends OrderView {
  /** how many orders of the same customer are kept, this among them; 0 where it no longer says whose it was */
  readonly ofCustomer: number;
}

/** @throws Refusal 404 */
export function readOrder(context: Services, number: number): Promise<ManagedOrder> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const order = await read.query.orders.findFirst({ where: eq(orders.id, number) });
    if (!order) return notFound(`order ${number}`);
    const { anonymousAt, customerEmail } = order;
    return {
      ...(await viewOf(read, order)),
      ofCustomer: anonymousAt ? 0 : await read.$count(orders, ordersOf(customerEmail)),
    };
  });
}

/** A line of an order as its customer sees it. */
export type CustomerOrderLine = Pick<OrderLineView, 'id' | 'title' | 'sku' | 'quantity' | 'unitPrice' | 'lineTotal'> & {
  readonly resolution: CustomerResolution;
};

/** An order as its customer sees it: what was bought and what it costs, and nothing of how it is made or paid. */
export type CustomerOrder = Pick<
  OrderView,
  'number' | 'state' | 'customerName' | 'customerEmail' | 'currency' | 'total' | 'placedAt' | 'sums' | 'asked'
> & { readonly lines: readonly CustomerOrderLine[] };

/** The customer's way to their order, by the token in its address. @throws Refusal 404 */
export function readOrderByToken(context: Services, token: string): Promise<CustomerOrder> {
  return atOneMoment(context, async ({ database }) => {
    const order = await database.read.query.orders.findFirst({ where: eq(orders.token, token) });
    return order ? customerOrder(await viewOf(database.read, order)) : notFound('order at this address');
  });
}

function customerOrder({
  number,
  state,
  customerName,
  customerEmail,
  currency,
  total,
  placedAt,
  sums,
  asked,
  lines,
}: OrderView): CustomerOrder {
  return {
    number,
    state,
    customerName,
    customerEmail,
    currency,
    total,
    placedAt,
    sums,
    asked,
    lines: lines.map(({ id, title, sku, quantity, unitPrice, lineTotal, resolution }) => ({
      id,
      title,
      sku: resolution.forCustomers?.sku === false ? '' : sku,
      quantity,
      unitPrice,
      lineTotal,
      resolution: customerResolution(resolution),
    })),
  };
}

type StoredOrder = typeof orders.$inferSelect;

export function rowOf(order: StoredOrder): Omit<OrderRow, 'contents'> {
  const { id, state, customerName, customerEmail, currency, total, placedAt, anonymousAt } = order;
  return {
    number: id,
    state,
    customerName,
    customerEmail,
    currency,
    total,
    placedAt: placedAt.getTime(),
    anonymousAt: anonymousAt?.getTime() ?? null,
  };
}

/** Keys of the stock items that a resolution and its parts take from, as far as anybody may know. */
const drawnBy = ({ draws, parts }: ResolutionJson): readonly string[] => [
  ...draws.map(({ stock }) => stock),
  ...parts.flatMap(({ resolution }) => ('draws' in resolution ? drawnBy(resolution) : [])),
];

/** A resolution with what the shop calls its stock items: customers read of them by another name. */
function withStockTitles(resolution: ResolutionJson, titles: ReadonlyMap<string, string>): ResolutionJson {
  return {
    ...resolution,
    draws: resolution.draws.map((draw) => ({ ...draw, title: titles.get(draw.stock) ?? draw.title })),
    parts: resolution.parts.map((part) =>
      'draws' in part.resolution ? { ...part, resolution: withStockTitles(part.resolution, titles) } : part,
    ),
  };
}

/** All that is kept of an order. */
export async function viewOf(queries: Queries, order: StoredOrder): Promise<OrderView> {
  const lines = await queries.select().from(orderLines).where(eq(orderLines.orderId, order.id)).orderBy(orderLines.id);
  const files = await listFiles(
    queries,
    lines.map(({ answers, parts }) => ({ answers, ...(parts && { parts }) })),
  );
  const named = await queries
    .select({ key: stockItems.key, title: stockItems.title })
    .from(stockItems)
    .where(inArray(stockItems.key, [...new Set(lines.flatMap(({ resolution }) => drawnBy(resolution)))]));
  const titles = new Map(named.map(({ key, title }) => [key, title]));
  const views = await readViews(
    queries,
    lines.map(({ id }) => id),
  );
  const paid = await queries.select().from(payments).where(eq(payments.orderId, order.id)).orderBy(payments.id);
  return {
    ...rowOf(order),
    sums: order.sums,
    asked: order.asked,
    token: order.token,
    contents: lines.map(({ title, quantity }) => `${quantity} × ${title}`).join(', '),
    lines: lines.map(({ id, title, sku, quantity, unitPrice, lineTotal, cost, forWorkshop, resolution }, index) => ({
      id,
      title,
      sku,
      quantity,
      unitPrice,
      lineTotal,
      cost,
      forWorkshop: forWorkshop ?? [],
      resolution: withStockTitles(resolution, titles),
      views: views.filter(({ lineId }) => lineId === id),
      files: files[index] ?? [],
    })),
    cuts: await readOrderCuts(queries, order.id),
    payments: paid.map(({ outcome, amount, reference, at }) => ({ outcome, amount, reference, at: at.getTime() })),
  };
}
