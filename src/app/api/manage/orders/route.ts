import { managed } from '@/http/manager';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';

/** A page of the orders, as they are asked for. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listOrders(context, ordersAskedFrom(new URL(request.url).searchParams)));
}
