import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { putInFamilies, swatchFamiliesSchema } from '@/services/swatches/swatches';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    putInFamilies(context, (await readJson(request, swatchFamiliesSchema, 512 * 1024)).families),
  );
}
