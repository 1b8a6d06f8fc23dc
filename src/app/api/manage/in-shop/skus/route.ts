import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { findBySku, skusSchema } from '@/services/catalog/addressed';

/** The products in the shop that have some SKUs. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => findBySku(context, await readJson(request, skusSchema)));
}
