import { conditional } from '@/http/conditional';
import { offersXml } from '@/http/offers';
import { originOf } from '@/http/origin';
import { services } from '@/services/process';
import { listOffers } from '@/services/selling/shop-list/offers';

export const dynamic = 'force-dynamic';

/** What the shop offers to everybody, with prices as figures, as XML. */
export async function GET(request: Request): Promise<Response> {
  return conditional(request, offersXml(originOf(request), await listOffers(await services())), {
    'Content-Type': 'application/xml; charset=utf-8',
  });
}
