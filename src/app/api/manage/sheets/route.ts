import { answer, readJson } from '@/http/route';
import { createSheet, newSheetSchema } from '@/services/sheets/sheets';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ id: await createSheet(context, await readJson(request, newSheetSchema)) }));
}
