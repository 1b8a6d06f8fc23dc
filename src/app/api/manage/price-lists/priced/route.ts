import { managed } from '@/http/manager';
import { LARGEST_DRAFT, readJson } from '@/http/route';
import { listPriced, pricedAskedSchema } from '@/services/prices/priced';

/** A page of the products that lists may name prices for. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    listPriced(context, await readJson(request, pricedAskedSchema, LARGEST_DRAFT)),
  );
}
