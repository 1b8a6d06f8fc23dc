import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { lackingSchema, readLacking } from '@/services/products/editing';

/** What an editor needs of what its document begins to refer to. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => readLacking(context, await readJson(request, lackingSchema)));
}
