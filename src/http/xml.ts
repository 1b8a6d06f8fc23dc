import { productAddress } from '../core/linked-data';
import { xmlText } from '../core/text';
import { type FeedEntry } from '../services/selling/shop-list/feed';

/**
 * A site map of the shop, or a part of it, from 1: the first begins with the list.
 *
 * @see https://www.sitemaps.org/protocol.html
 */
export function siteMap(origin: string, pages: readonly FeedEntry[], part = 1): string {
  const entry = (address: string, at: Date | null) =>
    `<url><loc>${xmlText(address)}</loc>${at ? `<lastmod>${at.toISOString().slice(0, 10)}</lastmod>` : ''}</url>`;
  const urls = [
    ...(part === 1 ? [entry(`${origin}/shop`, null)] : []),
    ...pages.map(({ slug, publishedAt }) => entry(productAddress(origin, slug), publishedAt)),
  ];
  return `<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">\n${urls.join('\n')}\n</urlset>\n`;
}

/** The parts of a site map that is too long for one. @see https://www.sitemaps.org/protocol.html#index */
export function siteMapIndex(origin: string, parts: number): string {
  const maps = Array.from({ length: parts }, (_, before) => {
    const address = xmlText(`${origin}/sitemap.xml?part=${before + 1}`);
    return `<sitemap><loc>${address}</loc></sitemap>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<sitemapindex xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">\n${maps.join('\n')}\n</sitemapindex>\n`;
}

/**
 * A feed of what the shop sells, newest first, or a part of it.
 *
 * @see RFC 4287, the Atom Syndication Format; RFC 5005, paged feeds
 */
export function atomFeed(
  origin: string,
  title: string,
  pages: readonly FeedEntry[],
  { part, parts }: { readonly part: number; readonly parts: number } = { part: 1, parts: 1 },
): string {
  const updated = pages[0]?.publishedAt ?? new Date(0);
  const entries = pages.map(({ slug, title: name, summary, price, publishedAt }) => {
    const address = xmlText(productAddress(origin, slug));
    return `<entry><title>${xmlText(name)}</title><link href="${address}"/><id>${address}</id><updated>${publishedAt.toISOString()}</updated><summary>${xmlText([summary, price].filter((words) => words !== '').join(' '))}</summary></entry>`;
  });
  const self = xmlText(`${origin}/shop/feed`);
  const beside = (rel: string, to: number) =>
    to < 1 || to > parts ? '' : `<link rel="${rel}" href="${self}${to === 1 ? '' : `?part=${to}`}"/>`;
  const links =
    parts === 1
      ? ''
      : [beside('first', 1), beside('previous', part - 1), beside('next', part + 1), beside('last', parts)].join('');
  return `<?xml version="1.0" encoding="UTF-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom"><title>${xmlText(title)}</title><link rel="self" href="${self}${part === 1 ? '' : `?part=${part}`}"/><link href="${xmlText(`${origin}/shop`)}"/>${links}<id>${self}</id><author><name>${xmlText(title)}</name></author><updated>${updated.toISOString()}</updated>\n${entries.join('\n')}\n</feed>\n`;
}
