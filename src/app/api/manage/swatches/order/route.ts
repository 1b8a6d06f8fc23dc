import { answer, readJson } from '@/http/route';
import { orderSwatches, swatchOrderSchema } from '@/services/swatches/swatches';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) =>
    orderSwatches(context, (await readJson(request, swatchOrderSchema, 512 * 1024)).keys),
  );
}
