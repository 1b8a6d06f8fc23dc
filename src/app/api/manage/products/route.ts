import { answer, readJson } from '@/http/route';
import { createProduct, newProductSchema } from '@/services/products/products';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ id: await createProduct(context, await readJson(request, newProductSchema)) }));
}
