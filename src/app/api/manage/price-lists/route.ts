import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { savePriceLists } from '@/services/prices/price-lists';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    savePriceLists(context, await readLarge(request, 'acceptedPriceLists')),
  );
}
