import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { previewQuantityRules } from '@/services/settings/quantity-rules';

export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    previewQuantityRules(context, await readLarge(request, 'quantityRules')),
  );
}
