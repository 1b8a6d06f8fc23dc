import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { createSwatch, listSwatches, swatchInputSchema } from '@/services/swatches/swatches';

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listSwatches(context));
}

export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    key: await createSwatch(context, await readJson(request, swatchInputSchema)),
  }));
}
