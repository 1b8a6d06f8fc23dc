import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { startAgain } from '@/services/products/products';

/** Starts a product with what stands in a window whose own is deleted for good. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    id: await startAgain(context, await readLarge(request, 'product')),
  }));
}
