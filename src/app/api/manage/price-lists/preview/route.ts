import { answer, jsonLines, readLarge } from '@/http/route';
import { previewPriceLists } from '@/services/prices/lists-ahead';

/** What other lists would change, a step a line. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => jsonLines(await previewPriceLists(context, await readLarge(request, 'priceLists'))));
}
