import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { ordersAskedFrom } from '@/services/selling/order-list';
import { ordersTold } from '@/services/told/orders';

/** A page of orders. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await ordersTold(context, ordersAskedFrom(new URL(request.url).searchParams))),
  );
}
