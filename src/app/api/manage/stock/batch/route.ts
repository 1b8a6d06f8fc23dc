import { answer, readJson } from '@/http/route';
import { bookStock, stockBatchSchema } from '@/services/products/variants';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => bookStock(context, await readJson(request, stockBatchSchema, 1024 * 1024)));
}
