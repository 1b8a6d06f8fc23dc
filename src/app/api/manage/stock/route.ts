import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { listStock, stockAskedFrom } from '@/services/stock/items/list';
import { createStockItem, newStockItemSchema } from '@/services/stock/items/stock';

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listStock(context, stockAskedFrom(new URL(request.url).searchParams)));
}

export function POST(request: Request): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) =>
    createStockItem(context, await readJson(request, newStockItemSchema)),
  );
}
