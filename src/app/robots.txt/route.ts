import { originOf } from '@/http/origin';

export const dynamic = 'force-dynamic';

/** What programs that go through pages may read: the shop, without baskets and orders. @see RFC 9309 */
export function GET(request: Request): Response {
  const lines = [
    'User-agent: *',
    'Disallow: /manage',
    'Disallow: /api/',
    'Disallow: /draft/',
    'Disallow: /shop/basket',
    'Disallow: /shop/orders/',
    '',
    `Sitemap: ${originOf(request)}/sitemap.xml`,
  ];
  return new Response(`${lines.join('\n')}\n`, { headers: { 'Content-Type': 'text/plain; charset=utf-8' } });
}
