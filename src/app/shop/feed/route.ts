import { conditional } from '@/http/conditional';
import { originOf } from '@/http/origin';
import { atomFeed } from '@/http/xml';
import { services } from '@/services/process';
import { listFeed } from '@/services/selling/shop-list/feed';

export const dynamic = 'force-dynamic';

/** What the shop sells, as a feed. @see RFC 4287, the Atom Syndication Format */
export async function GET(request: Request): Promise<Response> {
  const wanted = Number(new URL(request.url).searchParams.get('part'));
  const { shop, entries, ...place } = await listFeed(await services(), 'feed', wanted);
  return conditional(request, atomFeed(originOf(request), shop, entries, place), {
    'Content-Type': 'application/atom+xml; charset=utf-8',
  });
}
