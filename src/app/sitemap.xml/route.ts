import { conditional } from '@/http/conditional';
import { originOf } from '@/http/origin';
import { siteMap, siteMapIndex } from '@/http/xml';
import { services } from '@/services/process';
import { listFeed } from '@/services/selling/shop-list/feed';

export const dynamic = 'force-dynamic';

/**
 * The pages of the shop that its lists lead to; of very many, where the parts of the list are.
 *
 * @see https://www.sitemaps.org/protocol.html
 */
export async function GET(request: Request): Promise<Response> {
  const wanted = new URL(request.url).searchParams.get('part');
  const { entries, part, parts } = await listFeed(await services(), 'siteMap', Number(wanted));
  const origin = originOf(request);
  const map = parts > 1 && wanted === null ? siteMapIndex(origin, parts) : siteMap(origin, entries, part);
  return conditional(request, map, { 'Content-Type': 'application/xml; charset=utf-8' });
}
