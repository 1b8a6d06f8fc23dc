import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { productsAskedFrom } from '@/services/products/asked';
import { listProducts } from '@/services/products/list';
import { createProduct, newProductSchema } from '@/services/products/products';

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) =>
    listProducts(context, productsAskedFrom(new URL(request.url).searchParams)),
  );
}

export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    id: await createProduct(context, await readJson(request, newProductSchema)),
  }));
}
