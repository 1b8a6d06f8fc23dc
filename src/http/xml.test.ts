import { JSDOM } from 'jsdom';
import { describe, expect, it } from 'vitest';
import { atomFeed, siteMap, siteMapIndex } from './xml';

const pages = [
  {
    slug: 'oak',
    title: 'Oak & <elm> "x"\u0007',
    summary: 'It’s \uD800 fine',
    price: '€1.00 – €2.00',
    publishedAt: new Date(Date.UTC(2026, 4, 4, 9)),
  },
];
const read = (text: string) => new new JSDOM().window.DOMParser().parseFromString(text, 'application/xml');

describe('what follows the shop without looking', () => {
  it('is a site map that any reader of XML can read, whatever a product is called', () => {
    const map = read(siteMap('https://shop.example', pages));
    expect(map.querySelector('parsererror')).toBeNull();
    expect([...map.querySelectorAll('loc')].map(({ textContent }) => textContent)).toEqual([
      'https://shop.example/shop',
      'https://shop.example/shop/oak',
    ]);
    expect(map.querySelector('lastmod')?.textContent).toBe('2026-05-04');
  });

  it('is a list of site maps where one would be too long, of which the first alone has the list of the shop', () => {
    const index = read(siteMapIndex('https://shop.example', 3));
    expect([...index.querySelectorAll('sitemap > loc')].map(({ textContent }) => textContent)).toEqual([
      'https://shop.example/sitemap.xml?part=1',
      'https://shop.example/sitemap.xml?part=2',
      'https://shop.example/sitemap.xml?part=3',
    ]);
    const second = read(siteMap('https://shop.example', pages, 2));
    expect([...second.querySelectorAll('loc')].map(({ textContent }) => textContent)).toEqual([
      'https://shop.example/shop/oak',
    ]);
  });

  it('is a feed whose parts lead to each other, as RFC 5005 has it', () => {
    const links = (part: number, parts: number) =>
      [
        ...read(atomFeed('https://shop.example', 'Bees', pages, { part, parts })).querySelectorAll('feed > link[rel]'),
      ].map((link) => `${link.getAttribute('rel')} ${new URL(link.getAttribute('href') ?? '').search}`);
    expect(links(1, 1)).toEqual(['self ']);
    expect(links(1, 3)).toEqual(['self ', 'first ', 'next ?part=2', 'last ?part=3']);
    expect(links(2, 3)).toEqual(['self ?part=2', 'first ', 'previous ', 'next ?part=3', 'last ?part=3']);
    expect(links(3, 3)).toEqual(['self ?part=3', 'first ', 'previous ?part=2', 'last ?part=3']);
  });

  it('is a feed with what RFC 4287 asks of a feed and of an entry', () => {
    const feed = read(atomFeed('https://shop.example', 'Bee & Co', pages));
    expect(feed.querySelector('parsererror')).toBeNull();
    for (const needed of [
      'feed > id',
      'feed > title',
      'feed > updated',
      'feed > author > name',
      'entry > id',
      'entry > title',
      'entry > updated',
      'entry > link[href]',
    ])
      expect([needed, feed.querySelector(needed) !== null]).toEqual([needed, true]);
    expect([feed.querySelector('entry > title')?.textContent, feed.querySelector('summary')?.textContent]).toEqual([
      'Oak & <elm> "x"',
      'It’s  fine €1.00 – €2.00',
    ]);
  });
});
