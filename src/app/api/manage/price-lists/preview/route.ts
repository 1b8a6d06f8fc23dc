import { managed } from '@/http/manager';
import { jsonLines, readLarge } from '@/http/route';
import { previewPriceLists } from '@/services/prices/lists-ahead';

/** What other lists would change, a step a line. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    jsonLines(await previewPriceLists(context, await readLarge(request, 'priceLists'))),
  );
}
