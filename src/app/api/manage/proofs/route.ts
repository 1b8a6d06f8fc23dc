import { answer, jsonLines } from '@/http/route';
import { proveAll } from '@/services/products/proofs';

/** Every proof of the shop, resolved again: a line of JSON a product, as each is looked at. */
export function GET(): Promise<Response> {
  return answer(async (context) => jsonLines(await proveAll(context)));
}
