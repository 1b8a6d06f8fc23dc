import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { productsAskedFrom } from '@/services/products/asked';
import { meantProducts, meantSchema } from '@/services/products/list';

/** Room for as many numbers as may be said. */
const LARGEST = 1024 * 1024;

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({
    products: await meantProducts(context, productsAskedFrom(new URL(request.url).searchParams)),
  }));
}

export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({
    products: await meantProducts(context, await readJson(request, meantSchema, LARGEST)),
  }));
}
