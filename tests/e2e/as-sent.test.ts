import { request } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
});
afterAll(() => server.close());

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly body: Buffer;
}

/** Asks for a path exactly as it is written; `fetch` would tidy it up and unpack what comes. */
async function ask(path: string, headers: Record<string, string> = {}): Promise<Answer> {
  const cookie = await server.cookie();
  return new Promise((resolve, reject) => {
    const asked = request(server.origin, { path, headers: { Cookie: cookie, ...headers } }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(chunks) }),
      );
    });
    asked.on('error', reject);
    asked.end();
  });
}

describe('a page of the shop as it is sent', () => {
  it('has its price, its choices and its working before any script', async () => {
    const page = (await ask('/shop/bee-suit')).body.toString();
    const words = page.replace(/<script[\s\S]*?<\/script>/g, '').replace(/<[^<>]+>/g, ' ');
    for (const expected of ['€129.00', 'Name to embroider', 'Add to basket', 'Moss']) expect(words).toContain(expected);
    // Nothing waits in a hidden corner for a script to put it in its place.
    expect(page).not.toMatch(/<div hidden="?"? id="S:/);
  });
});

describe('what other programs read', () => {
  it('is what the page says: a group of variants with prices, and where the page stands', async () => {
    const page = (await ask('/shop/bee-suit')).body.toString();
    const [, text = ''] = /<script type="application\/ld\+json"[^>]*>(.*?)<\/script>/.exec(page) ?? [];
    const data = JSON.parse(text) as { hasVariant: { sku: string; offers: { price: string; availability: string } }[] };
    expect(data).toMatchObject({ '@type': 'ProductGroup', name: 'Bee suit', url: `${server.origin}/shop/bee-suit` });
    const offer = (sku: string) => data.hasVariant.find((variant) => variant.sku.startsWith(sku))?.offers;
    expect(offer('SUIT-M-SL')).toMatchObject({ price: '129.00', priceCurrency: 'EUR' });
    expect(offer('SUIT-S-SL')?.availability).toBe('https://schema.org/OutOfStock');
    expect(page).toContain(`<link rel="canonical" href="${server.origin}/shop/bee-suit"/>`);
    expect(page).toContain('<meta property="og:title" content="Bee suit"/>');
    expect(page).toContain('href="/shop/feed"');
  });

  it('is sent once to whoever asks again, as long as it says the same', async () => {
    for (const path of ['/shop/feed', '/sitemap.xml', '/shop/offers.csv', '/shop/offers.xml']) {
      const { headers, body } = await ask(path);
      expect([path, body.length > 500]).toEqual([path, true]);
      const again = await ask(path, { 'If-None-Match': String(headers.etag) });
      expect([path, again.status, again.body.length]).toEqual([path, 304, 0]);
    }
  });

  it('says at addresses for programs that nothing is there, as they read it', async () => {
    for (const path of ['/api/nothing', '/api/manage/nothing', '/api/v1/products/bee-suit/nothing']) {
      const { status, headers, body } = await ask(path);
      expect([path, status, headers['content-type']]).toEqual([path, 404, 'application/problem+json']);
      expect(JSON.parse(body.toString())).toMatchObject({ code: 'notFound', detail: `There is nothing at “${path}”.` });
    }
  });

  it('is told what is nobody’s business', async () => {
    const { headers, body } = await ask('/robots.txt');
    expect(headers['content-type']).toContain('text/plain');
    expect(body.toString()).toContain('Disallow: /manage\n');
    expect(body.toString()).toContain(`Sitemap: ${server.origin}/sitemap.xml\n`);
    expect((await ask('/shop/basket')).body.toString()).toContain('<meta name="robots" content="noindex');
  });
});

describe('the shop’s list as it is sent', () => {
  it('can be searched and narrowed down before any script, and sends little of a large one', async () => {
    const page = (await ask('/shop?find=hive&stock=in&is.timber=pine')).body.toString();
    const fields = [...page.matchAll(/<input[^>]*type="hidden"[^>]*>/g)].map(([field]) => field);
    for (const said of ['name="stock" value="in"', 'name="is.timber" value="pine"', 'name="find" value="hive"'])
      expect(fields.some((field) => field.includes(said))).toBe(true);
    expect(page).toContain('href="/shop?find=hive&amp;is.timber=pine&amp;is.timber=cedar&amp;stock=in"');
    expect((await ask('/shop', { 'Accept-Encoding': 'gzip' })).body.length).toBeLessThan(60_000);
  });

  it('asks nothing of what stands in an address where it means nothing', async () => {
    const { status, body } = await ask('/shop?find=%00%22%27;--&from=1e400&is.__proto__=x&sort=worst&page=-1');
    expect(status).toBe(200);
    expect(body.includes(0)).toBe(false);
    expect(body.toString()).toContain('Enter a price, such as 12.50.');
  });
});

describe('where nothing stands', () => {
  it.each(['/', '/manage'])('the answer itself leads from %s to the products', async (path) => {
    const { status, headers } = await ask(path);
    expect([status, headers.location]).toEqual([307, '/manage/products']);
  });
});

describe('what a page may run', () => {
  it.each(['/shop', '/shop/starter-kit', '/manage/products/1', '/shop/no-such-thing', '/nowhere'])(
    'of %s is what knows the word of this one answer, and nothing is loaded from elsewhere',
    async (path) => {
      const words = new Set<string>();
      for (let times = 0; times < 2; times += 1) {
        const { headers, body } = await ask(path);
        const policy = String(headers['content-security-policy']);
        const word = /'nonce-([^']+)'/.exec(policy)?.[1] ?? '';
        expect(word.length).toBeGreaterThanOrEqual(22);
        words.add(word);
        expect(policy).not.toMatch(/unsafe-(inline|eval)|\*|https?:/);
        expect(policy).toContain("img-src 'self' data: blob:");
        const scripts = body.toString().match(/<script\b[^>]*>/g) ?? [];
        expect(scripts.length).toBeGreaterThan(3);
        expect(scripts.filter((script) => !script.includes(`nonce="${word}"`))).toEqual([]);
      }
      expect(words.size).toBe(2);
    },
  );
});

describe('scripts and styles', () => {
  it('are there wherever a page of the shop or the manager’s names one', async () => {
    const shop = (await ask('/shop')).body.toString();
    const products = [...new Set([...shop.matchAll(/href="(\/shop\/[a-z-]+)"/g)].map(([, path = '']) => path))];
    expect(products).toContain('/shop/starter-kit');
    const named = new Set<string>();
    for (const path of [
      ...products,
      '/shop',
      '/manage/products',
      '/manage/products/1',
      '/manage/stock',
      '/manage/price-lists',
    ])
      for (const [script] of (await ask(path)).body
        .toString()
        .matchAll(/\/_next\/static\/[\w.~/-]+\.(?:js|css|woff2)/g))
        named.add(script);
    expect(named.size).toBeGreaterThan(20);
    const gone = await Promise.all(
      [...named].map(async (script) => ((await ask(script)).status === 200 ? [] : [script])),
    );
    expect(gone.flat()).toEqual([]);
  });

  const firstOf = async (pattern: RegExp) => pattern.exec((await ask('/shop')).body.toString())?.[0] ?? '';

  it.each([
    ['script', /\/_next\/static\/chunks\/[^"]+\.js/, /javascript/],
    ['style', /\/_next\/static\/chunks\/[^"]+\.css/, /css/],
  ])(
    'a %s comes as small as the browser can unpack it, is the same however it comes, and is kept for ever',
    async (_what, pattern, type) => {
      const path = await firstOf(pattern);
      const [plain, zipped, small] = await Promise.all(
        ['identity', 'gzip', 'gzip, deflate, br'].map((encodings) => ask(path, { 'accept-encoding': encodings })),
      );
      expect([
        plain?.headers['content-encoding'],
        zipped?.headers['content-encoding'],
        small?.headers['content-encoding'],
      ]).toEqual([undefined, 'gzip', 'br']);
      expect(gunzipSync(zipped?.body ?? '')).toEqual(plain?.body);
      expect(brotliDecompressSync(small?.body ?? '')).toEqual(plain?.body);
      expect(small?.body.length).toBeLessThan(zipped?.body.length ?? 0);
      expect(small?.headers).toMatchObject({
        'content-type': expect.stringMatching(type),
        'cache-control': expect.stringContaining('immutable'),
        vary: expect.stringMatching(/accept-encoding/i),
        'x-content-type-options': 'nosniff',
      });
    },
  );

  it.each([
    '/_next/static/../../package.json',
    '/_next/static/..%2f..%2fpackage.json',
    '/_next/static/%2e%2e/%2e%2e/package.json',
    '/_next/static/..\\..\\package.json',
    '/_next/static//etc/passwd',
    '/_next/static/%00',
    '/_next/static/%ff',
    '/_next/static/',
    '/_next/static/chunks/',
    '/_next/static/nothing.js',
  ])('%s leads to nothing but scripts and styles', async (path) => {
    const { status, body } = await ask(path);
    expect([308, 400, 404]).toContain(status);
    expect(body.toString()).not.toMatch(/"dependencies"|root:/);
  });

  it('answers on after requests that make no sense', async () => {
    expect((await ask('/shop')).status).toBe(200);
  });
});
