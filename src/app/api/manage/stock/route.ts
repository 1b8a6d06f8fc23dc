import { answer, readJson } from '@/http/route';
import { createStockItem, listStock, newStockItemSchema } from '@/services/stock/items/stock';

export function GET(): Promise<Response> {
  return answer(listStock);
}

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => createStockItem(context, await readJson(request, newStockItemSchema)));
}
