import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { stockAskedFrom } from '@/services/stock/items/list';
import { stockTold } from '@/services/told/stock';

/** A page of stock items. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await stockTold(context, stockAskedFrom(new URL(request.url).searchParams))),
  );
}
