import { changedJson, conditionalJson, tagSeen } from '@/http/conditional';
import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { priceListsTold, putPriceLists } from '@/services/told/price-lists';

/** All price lists. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { told, tag } = await priceListsTold(context);
    return conditionalJson(request, told, tag);
  });
}

/** Puts other price lists in the place of those that were seen. */
export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const seen = tagSeen(request, 'price lists');
    const { told, tag } = await putPriceLists(context, seen, await readLarge(request, 'toldPriceLists'));
    return changedJson(told, tag);
  });
}
