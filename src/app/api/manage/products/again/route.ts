import { answer, readLarge } from '@/http/route';
import { startAgain } from '@/services/products/products';

/** Starts a product with what stands in a window whose own is deleted for good. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ id: await startAgain(context, await readLarge(request, 'product')) }));
}
