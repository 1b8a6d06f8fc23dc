import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { orderSwatches, swatchOrderSchema } from '@/services/swatches/swatches';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    orderSwatches(context, (await readJson(request, swatchOrderSchema, 512 * 1024)).keys),
  );
}
