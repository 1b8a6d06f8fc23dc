import { originOf } from '@/http/origin';
import { siteMap } from '@/http/xml';
import { services } from '@/services/process';
import { listFeed } from '@/services/selling/shop';

export const dynamic = 'force-dynamic';

/** The pages of the shop that its lists lead to. @see https://www.sitemaps.org/protocol.html */
export async function GET(request: Request): Promise<Response> {
  const { entries } = await listFeed(await services());
  return new Response(siteMap(originOf(request), entries), {
    headers: { 'Content-Type': 'application/xml; charset=utf-8' },
  });
}
