import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { acceptedPriceListsSchema, savePriceLists } from '@/services/prices/price-lists';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => savePriceLists(context, await readJson(request, acceptedPriceListsSchema, LARGEST_DRAFT)));
}
