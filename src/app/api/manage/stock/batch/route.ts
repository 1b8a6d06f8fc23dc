import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { bookStock, stockBatchSchema } from '@/services/products/variants';

export function POST(request: Request): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) =>
    bookStock(context, await readJson(request, stockBatchSchema, 1024 * 1024)),
  );
}
