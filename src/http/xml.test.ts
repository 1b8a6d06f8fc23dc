import { JSDOM } from 'jsdom';
import { describe, expect, it } from 'vitest';
import { atomFeed, siteMap } from './xml';

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
