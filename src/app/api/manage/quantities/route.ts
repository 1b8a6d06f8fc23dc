import { answer, readLarge } from '@/http/route';
import { saveQuantityRules } from '@/services/settings/quantity-rules';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => saveQuantityRules(context, await readLarge(request, 'acceptedQuantityRules')));
}
