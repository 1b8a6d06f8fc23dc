import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { entryLinesSchema, lookAtEntries } from '@/services/stock/entering/many';

/** What the lines of a delivery or a count come to, before they are entered. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    lookAtEntries(context, await readJson(request, entryLinesSchema, 512 * 1024)),
  );
}
