import { managed } from '@/http/manager';
import { jsonLines, LARGEST_DRAFT, readJson } from '@/http/route';
import { everyPriced, pricedAskedSchema } from '@/services/prices/priced';

/** All products that are asked for with what they have of prices, one a line. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    jsonLines(
      await everyPriced(context, await readJson(request, pricedAskedSchema.omit({ page: true }), LARGEST_DRAFT)),
    ),
  );
}
