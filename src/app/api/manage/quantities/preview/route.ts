import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { previewQuantityRules, quantityRulesSchema } from '@/services/settings/quantity-rules';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => previewQuantityRules(context, await readJson(request, quantityRulesSchema, LARGEST_DRAFT)));
}
