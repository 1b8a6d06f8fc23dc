import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { freeStockKeys, namesSchema } from '@/services/stock/items/find';

/** Free keys for stock items that are to be made. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    freeStockKeys(context, await readJson(request, namesSchema, 1024 * 1024)),
  );
}
