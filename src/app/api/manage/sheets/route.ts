import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { createSheet, newSheetSchema } from '@/services/sheets/sheets';

export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    id: await createSheet(context, await readJson(request, newSheetSchema)),
  }));
}
