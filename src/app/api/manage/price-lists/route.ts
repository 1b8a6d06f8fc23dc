import { answer, readLarge } from '@/http/route';
import { savePriceLists } from '@/services/prices/price-lists';

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => savePriceLists(context, await readLarge(request, 'acceptedPriceLists')));
}
