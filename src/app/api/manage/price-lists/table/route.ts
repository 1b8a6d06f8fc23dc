import { managed } from '@/http/manager';
import { LARGEST_DRAFT, readJson } from '@/http/route';
import { readPastedPrices, tableSchema } from '@/services/prices/priced';

/** What a pasted table of prices says. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    readPastedPrices(context, await readJson(request, tableSchema, LARGEST_DRAFT)),
  );
}
