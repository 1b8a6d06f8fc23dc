import { answer, readJson } from '@/http/route';
import { listStock, stockAskedFrom } from '@/services/stock/items/list';
import { createStockItem, newStockItemSchema } from '@/services/stock/items/stock';

export function GET(request: Request): Promise<Response> {
  return answer((context) => listStock(context, stockAskedFrom(new URL(request.url).searchParams)));
}

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => createStockItem(context, await readJson(request, newStockItemSchema)));
}
