import { type AskedKept } from '../../core/basket';
import { type ResolutionJson } from '../../core/exchange';
import { type OrderState, orderStates, type PaymentOutcome, paymentOutcomes } from '../../data/schema';
import { type OrderSums } from '../../data/order-sums';
import { type Services } from '../context';
import { listOrders, type OrdersAsked } from '../selling/order-list';
import { type OrderLineView, type OrderRow, readOrder } from '../selling/orders';
import { asTold, type PageTold } from './page';

export { orderStates, paymentOutcomes };

/** An order as other programs are told it in a list. Amounts are decimals. */
export interface OrderTold {
  readonly number: number;
  readonly state: OrderState;
  /** RFC 3339 */
  readonly placedAt: string;
  /** null where it no longer says whose it was */
  readonly customer: { readonly name: string; readonly email: string } | null;
  /** ISO 4217 code */
  readonly currency: string;
  readonly total: string;
}

/** One line of it. */
export interface OrderLineTold {
  readonly title: string;
  readonly sku: string;
  readonly quantity: number;
  readonly unitPrice: string;
  readonly lineTotal: string;
  /** what supplying it cost when it was sold; null where nobody knew */
  readonly cost: string | null;
  /** what was chosen */
  readonly answers: readonly { readonly choice: string; readonly title: string; readonly shown: string }[];
  /** what the workshop alone is told */
  readonly forWorkshop: readonly { readonly label: string; readonly value: string }[];
}

/** All of an order. */
export interface WholeOrderTold extends OrderTold {
  readonly lines: readonly OrderLineTold[];
  /** what was asked at checkout beside name and e-mail address, and answered */
  readonly asked: readonly AskedKept[];
  /** what it comes to beside its lines; null where nothing is */
  readonly sums: OrderSums | null;
  readonly payments: readonly {
    readonly outcome: PaymentOutcome;
    readonly amount: string;
    readonly reference: string;
    readonly at: string;
  }[];
}

const instant = (milliseconds: number): string => new Date(milliseconds).toISOString();

const told = ({
  number,
  state,
  placedAt,
  anonymousAt,
  customerName,
  customerEmail,
  currency,
  total,
}: Omit<OrderRow, 'contents'>): OrderTold => ({
  number,
  state,
  placedAt: instant(placedAt),
  customer: anonymousAt === null ? { name: customerName, email: customerEmail } : null,
  currency,
  total,
});

const answerTold = ({ choice, title, shown }: ResolutionJson['counted'][number]) => ({ choice, title, shown });

const lineTold = ({
  title,
  sku,
  quantity,
  unitPrice,
  lineTotal,
  cost,
  resolution,
  forWorkshop,
}: OrderLineView): OrderLineTold => ({
  title,
  sku,
  quantity,
  unitPrice,
  lineTotal,
  cost,
  answers: resolution.counted.map(answerTold),
  forWorkshop: forWorkshop.map(({ label, value }) => ({ label, value })),
});

/** A page of orders, the newest first unless they are sorted. */
export async function ordersTold(context: Services, asked: OrdersAsked): Promise<PageTold<OrderTold>> {
  return asTold(await listOrders(context, asked), told);
}

/** @throws Refusal 404 */
export async function orderTold(context: Services, number: number): Promise<WholeOrderTold> {
  const order = await readOrder(context, number);
  return {
    ...told(order),
    lines: order.lines.map(lineTold),
    asked: order.asked.map(({ title, kind, value }) => ({ title, kind, value })),
    sums: order.sums,
    payments: order.payments.map(({ outcome, amount, reference, at }) => ({
      outcome,
      amount,
      reference,
      at: instant(at),
    })),
  };
}
