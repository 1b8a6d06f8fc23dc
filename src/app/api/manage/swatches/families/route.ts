import { answer, readJson } from '@/http/route';
import { putInFamilies, swatchFamiliesSchema } from '@/services/swatches/swatches';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) =>
    putInFamilies(context, (await readJson(request, swatchFamiliesSchema, 512 * 1024)).families),
  );
}
