import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { listPriced, pricedAskedSchema } from '@/services/prices/priced';

/** A page of the products that lists may name prices for. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => listPriced(context, await readJson(request, pricedAskedSchema, LARGEST_DRAFT)));
}
