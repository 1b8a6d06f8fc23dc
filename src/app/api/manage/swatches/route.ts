import { answer, readJson } from '@/http/route';
import { createSwatch, listSwatches, swatchInputSchema } from '@/services/swatches/swatches';

export function GET(): Promise<Response> {
  return answer((context) => listSwatches(context));
}

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ key: await createSwatch(context, await readJson(request, swatchInputSchema)) }));
}
