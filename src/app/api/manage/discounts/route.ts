import { answer, readJson } from '@/http/route';
import { saveDiscount, savedDiscountSchema } from '@/services/prices/discounts';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => saveDiscount(context, await readJson(request, savedDiscountSchema)));
}
