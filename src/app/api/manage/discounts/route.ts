import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { saveDiscount, savedDiscountSchema } from '@/services/prices/discounts';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    saveDiscount(context, await readJson(request, savedDiscountSchema)),
  );
}
