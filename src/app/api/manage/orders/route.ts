import { answer } from '@/http/route';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';

/** A page of the orders, as they are asked for. */
export function GET(request: Request): Promise<Response> {
  return answer((context) => listOrders(context, ordersAskedFrom(new URL(request.url).searchParams)));
}
