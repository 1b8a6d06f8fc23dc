import { answer, readLarge } from '@/http/route';
import { previewQuantityRules } from '@/services/settings/quantity-rules';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => previewQuantityRules(context, await readLarge(request, 'quantityRules')));
}
