import Papa from 'papaparse';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as csv } from '@/app/shop/offers.csv/route';
import { GET as xml } from '@/app/shop/offers.xml/route';
import { shopAskedFrom } from '@/core/browsing';
import { xmlText } from '@/core/text';
import { publishProduct } from '@/services/products/publishing';
import { resolvePublished } from '@/services/selling/published';
import { listShop } from '@/services/selling/shop-list/list';
import { change, counted } from '../support/published';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const ask = (route: (request: Request) => Promise<Response>, headers: HeadersInit = {}) =>
  route(new Request('https://shop.example/shop/offers', { headers: { host: 'shop.example', ...headers } }));

type Row = Record<string, string>;
const rows = async (): Promise<Row[]> =>
  Papa.parse<Row>((await (await ask(csv)).text()).replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true }).data;
const rowOf = async (address: string) => (await rows()).find((row) => row.address === address);

describe('what the shop offers, for other programs', () => {
  it('is all that stands in its lists, in their order, as they say it', async () => {
    const { entries, found } = await listShop(context, { ...shopAskedFrom(new URLSearchParams()), sort: 'title' });
    expect(found).toBe(entries.length);
    expect(
      (await rows()).map(({ address, title, price, availability }) => [address, title, price, availability]),
    ).toEqual(
      entries.map(({ slug, title, price, soldOut }) => [slug, title, price, soldOut ? 'OutOfStock' : 'InStock']),
    );
  });

  it('has prices as figures, of the cheapest that can be bought', async () => {
    expect(await rowOf('bee-suit')).toMatchObject({
      link: expect.stringMatching(/\/shop\/bee-suit$/),
      picture: expect.stringMatching(/^https?:\/\//),
      priceFrom: '129.00',
      currency: 'EUR',
      taxIncluded: 'true',
    });
    for (const { address = '', priceFrom } of await rows())
      expect([address, priceFrom]).toEqual([address, expect.stringMatching(/^\d+\.\d\d$/)]);
    const smoker = await resolvePublished(context, 'smoker', { answers: {} });
    expect((await rowOf('smoker'))?.priceFrom).toBe(`${smoker.unitPrice?.toString()}.00`);
  });

  it('says that nothing is left as soon as nothing is', async () => {
    expect((await rowOf('handbook'))?.availability).toBe('InStock');
    await counted(context, 'handbook', '0');
    expect((await rowOf('handbook'))?.availability).toBe('OutOfStock');
  });

  it('keeps a title from becoming a formula, and from ending an element', async () => {
    const { id, version } = await change(context, 'handbook', (draft) => {
      draft.title = '=1+1 & <b>more</b>';
    });
    await publishProduct(context, id, version);
    expect((await rowOf('handbook'))?.title).toBe("'=1+1 & <b>more</b>");
    const response = await ask(xml);
    expect(response.headers.get('content-type')).toBe('application/xml; charset=utf-8');
    const written = await response.text();
    expect(written).toContain(`<title>${xmlText('=1+1 & <b>more</b>')}</title>`);
    expect(written.match(/<offer>/g)).toHaveLength((await rows()).length);
    expect(written).toContain('<priceFrom>129.00</priceFrom><currency>EUR</currency>');
  });

  it('is sent once to whoever asks again', async () => {
    for (const route of [csv, xml]) {
      const tag = (await ask(route)).headers.get('etag') ?? '';
      expect((await ask(route, { 'If-None-Match': tag })).status).toBe(304);
    }
  });
});
