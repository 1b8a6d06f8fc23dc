import { answer } from '@/http/route';
import { productsAskedFrom } from '@/services/products/asked';
import { meantProducts } from '@/services/products/list';

export function GET(request: Request): Promise<Response> {
  return answer(async (context) => ({
    products: await meantProducts(context, productsAskedFrom(new URL(request.url).searchParams)),
  }));
}
