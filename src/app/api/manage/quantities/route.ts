import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { saveQuantityRules } from '@/services/settings/quantity-rules';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    saveQuantityRules(context, await readLarge(request, 'acceptedQuantityRules')),
  );
}
