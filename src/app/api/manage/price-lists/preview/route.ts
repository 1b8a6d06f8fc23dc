import { answer, readLarge } from '@/http/route';
import { previewPriceLists } from '@/services/prices/price-lists';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => previewPriceLists(context, await readLarge(request, 'priceLists')));
}
