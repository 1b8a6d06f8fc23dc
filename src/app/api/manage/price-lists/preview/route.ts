import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { previewPriceLists, priceListsSchema } from '@/services/prices/price-lists';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => previewPriceLists(context, await readJson(request, priceListsSchema, LARGEST_DRAFT)));
}
