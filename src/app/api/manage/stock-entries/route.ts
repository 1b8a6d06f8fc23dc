import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { enterMany, entriesSchema } from '@/services/stock/entering/many';

/** Enters a delivery or a count of many stock items. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'stock', async (context) =>
    enterMany(context, await readJson(request, entriesSchema, 512 * 1024)),
  );
}
