import { managed } from '@/http/manager';
import { jsonLines } from '@/http/route';
import { proveAll } from '@/services/products/proofs';

/** Every proof of the shop, resolved again: a line of JSON a product, as each is looked at. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => jsonLines(await proveAll(context)));
}
