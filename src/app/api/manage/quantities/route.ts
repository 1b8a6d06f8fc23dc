import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { acceptedQuantityRulesSchema, saveQuantityRules } from '@/services/settings/quantity-rules';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => saveQuantityRules(context, await readJson(request, acceptedQuantityRulesSchema, LARGEST_DRAFT)));
}
