import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { readPastedPrices, tableSchema } from '@/services/prices/priced';

/** What a pasted table of prices says. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => readPastedPrices(context, await readJson(request, tableSchema, LARGEST_DRAFT)));
}
