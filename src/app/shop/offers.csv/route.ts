import { conditional } from '@/http/conditional';
import { offersCsv } from '@/http/offers';
import { originOf } from '@/http/origin';
import { services } from '@/services/process';
import { listOffers } from '@/services/selling/shop-list/offers';

export const dynamic = 'force-dynamic';

/** What the shop offers to everybody, with prices as figures, as a table. */
export async function GET(request: Request): Promise<Response> {
  return conditional(request, offersCsv(originOf(request), await listOffers(await services())), {
    'Content-Type': 'text/csv; charset=utf-8',
  });
}
