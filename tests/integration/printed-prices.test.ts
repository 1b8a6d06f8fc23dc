import { eq } from 'drizzle-orm';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET } from '@/app/api/manage/printed-prices/route';
import { productSchema } from '@/core/catalog';
import { products } from '@/data/schema';
import { stopThreads } from '@/services/background/pool';
import { saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());
afterAll(() => stopThreads());

const asked = (query: string) => GET(new Request(`http://x/${query}`, { headers: context.letsIn }));

/** The lines of a price list, page by page, read by another library than the one that writes it. */
async function printed(query: string): Promise<string[][]> {
  const response = await asked(query);
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  const document = await getDocument({
    data: new Uint8Array(await response.arrayBuffer()),
    useSystemFonts: false,
    verbosity: 0,
  }).promise;
  const pages: string[][] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const { items } = await (await document.getPage(number)).getTextContent();
    const lines = new Map<number, string>();
    for (const item of items) {
      if (!('str' in item) || item.str.trim() === '') continue;
      const height = Math.round(Number(item.transform[5]));
      lines.set(height, [lines.get(height), item.str.trim()].filter(Boolean).join(' '));
    }
    pages.push([...lines].sort(([one], [other]) => other - one).map(([, line]) => line));
  }
  return pages;
}

const idOf = async (slug: string): Promise<number> =>
  (await context.database.read.select().from(products).where(eq(products.publishedSlug, slug)))[0]?.id ?? 0;

async function published(definition: object): Promise<number> {
  const parsed = productSchema.parse({ category: 'Aaa', notCounted: 'service', ...definition });
  const id = await createProduct(context, { title: parsed.title });
  await publishProduct(context, id, await saveDraft(context, id, { definition: parsed, baseVersion: 1, editor: 'a' }));
  return id;
}

describe('a printed price list', () => {
  it('has what the shop lists, by category, with SKUs, options and quantity breaks', async () => {
    const pages = await printed('');
    const [first = []] = pages;
    expect(first.slice(0, 2)).toEqual([
      'Price list',
      expect.stringMatching(/^Pollard Lane Bee Works · .* 2026 · prices in EUR including VAT$/) as string,
    ]);
    const lines = pages.flat();
    expect(lines).toContain('Hexagon jars, loose €0.92');
    expect(lines).toContain('Quantities: from 48 €0.78, from 144 €0.70, from 288 €0.61');
    expect(lines).toContain('JAR-48-SEAL 48 jars, Tamper seals €35.99');
    expect(lines.filter((line) => line === 'Hive parts')).toHaveLength(1);
    expect(pages.map((page) => page.at(-1))).toEqual(pages.map((_, place) => `Pollard Lane Bee Works ${place + 1}`));
    expect(lines.join('\n')).not.toMatch(/supplier|cost/i);
  });

  it('has the prices of a group, and of some products alone', async () => {
    const id = await idOf('hexagon-jars');
    expect((await printed(`?ids=${id}`)).flat()).toContain('Hexagon jars, loose €0.92');
    const trade = (await printed(`?ids=${id}&group=trade`)).flat();
    expect(trade[0]).toBe('Price list: Trade customers');
    expect(trade).toContain('Hexagon jars, loose €0.86');
    expect(trade.filter((line) => line.includes('€') && !line.startsWith('Quantities'))).toHaveLength(1);
  });

  it('writes whatever signs a title has, and goes on over the page', async () => {
    const long = 'Long words for a long list of things. '.repeat(7).trim();
    const options = Array.from({ length: 20 }, (_, place) => ({
      key: `o${place}`,
      title: `Option ${place}`,
      sku: `O${place}`,
      amount: { kind: 'fixed', value: String(place) },
    }));
    const ids = [
      await published({ slug: 'a', title: 'Žluťoučký κηρός воск “ß” ½ ✂ 🐝', sku: 'A', price: '0.05' }),
      await published({ slug: 'b', title: 'B', sku: 'B', price: '1', summary: long.slice(0, 200) }),
      ...(await Promise.all(
        ['c', 'd', 'e', 'f'].map((slug) =>
          published({
            slug,
            title: `List ${slug}`,
            sku: slug.toUpperCase(),
            price: '10',
            choices: [{ kind: 'list', key: 'size', title: 'Size', required: true, options }],
          }),
        ),
      )),
    ];
    const pages = await printed(`?ids=${ids.join()}`);
    expect(pages.length).toBeGreaterThan(1);
    const lines = pages.flat();
    const closed = lines.map((line) => line.replace(/\s/g, ''));
    expect(closed.filter((line) => /^Žluťoučkýκηρόςвоск“ß”½.*€0\.05$/.test(line))).toHaveLength(1);
    for (const slug of ['C', 'D', 'E', 'F'])
      expect(lines.filter((line) => line.startsWith(`${slug}-O`) || line.startsWith(`${slug} Option`)).length).toBe(20);
    expect(lines).toContain('F-O19 Option 19 €29.00');
    expect(lines.filter((line) => line === 'Aaa')).toHaveLength(1);
  });

  it('says why there is nothing to print', async () => {
    const status = async (query: string) => {
      const response = await asked(query);
      return [response.status, ((await response.json()) as { code: string }).code];
    };
    expect(await status('?ids=999999')).toEqual([422, 'nothingToPrint']);
    expect(await status('?ids=')).toEqual([404, 'notFound']);
    expect(await status('?ids=1,x')).toEqual([404, 'notFound']);
    expect(await status('?group=nobody')).toEqual([404, 'notFound']);
  });
});
