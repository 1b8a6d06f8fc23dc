import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { createProducts, newProductsSchema } from '@/services/products/products';

export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    started: await createProducts(context, await readJson(request, newProductsSchema, 512 * 1024)),
  }));
}
