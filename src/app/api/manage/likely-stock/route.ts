import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { findStock, stockAskedSchema } from '@/services/stock/items/find';

/** Stock items to pick from, by words or the likely ones first. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => findStock(context, await readJson(request, stockAskedSchema)));
}
