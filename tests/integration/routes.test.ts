import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import * as drafts from '@/app/api/manage/products/[id]/draft/route';
import * as history from '@/app/api/manage/products/[id]/history/route';
import * as presence from '@/app/api/manage/products/[id]/presence/route';
import * as publication from '@/app/api/manage/products/[id]/publication/route';
import * as product from '@/app/api/manage/products/[id]/route';
import * as setAside from '@/app/api/manage/products/[id]/set-aside/route';
import * as productList from '@/app/api/manage/products/route';
import * as pictureUpload from '@/app/api/manage/pictures/route';
import * as entries from '@/app/api/manage/stock/[key]/entries/route';
import * as stock from '@/app/api/manage/stock/route';
import * as pictures from '@/app/pictures/[hash]/route';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const at = <T>(params: T) => ({ params: Promise.resolve(params) });
const request = (body: unknown, method = 'POST') =>
  new Request('http://oak.example/', {
    method,
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json', ...context.letsIn },
  });

/** An answer's status and its body. */
async function answered(response: Response | Promise<Response>) {
  const { status, headers } = await response;
  return {
    status,
    type: headers.get('content-type'),
    body: (await (await response).json()) as Record<string, unknown>,
  };
}

const opened = async (id: string) =>
  (await answered(product.GET(request({}), at({ id })))).body as {
    draft: Record<string, unknown>;
    draftVersion: number;
  };

describe('the routes of the manager’s side', () => {
  it('start a product, open it and delete it', async () => {
    const { status, body } = await answered(productList.POST(request({ title: 'Hive stand' })));
    expect(status).toBe(200);
    const id = String(body.id);
    expect((await opened(id)).draft).toMatchObject({ title: 'Hive stand', slug: 'hive-stand', choices: [] });
    expect((await product.DELETE(request({}), at({ id }))).status).toBe(200);
    expect(await answered(product.GET(request({}), at({ id })))).toMatchObject({
      status: 404,
      type: 'application/problem+json',
    });
  });

  it('say which field is wrong, by a JSON pointer', async () => {
    expect(await answered(productList.POST(request({ title: '  ' })))).toMatchObject({
      status: 400,
      type: 'application/problem+json',
      body: { code: 'malformed', errors: [{ pointer: '/title', detail: 'Give the product a name.' }] },
    });
  });

  it('save a draft, and answer a conflict with the draft that is there', async () => {
    const { draft, draftVersion } = await opened('2');
    const save = (title: string, editor: string) =>
      answered(
        drafts.PUT(
          request({ definition: { ...draft, title }, baseVersion: draftVersion, editor }, 'PUT'),
          at({ id: '2' }),
        ),
      );
    expect(await save('One', 'a')).toMatchObject({ status: 200, body: { version: draftVersion + 1 } });
    expect(await save('Two', 'b')).toMatchObject({
      status: 409,
      type: 'application/problem+json',
      body: {
        code: 'draftConflict',
        status: 409,
        current: { version: draftVersion + 1, definition: { title: 'One' }, savedBy: 'a' },
      },
    });
  });

  it('refuse a draft of another shape, and keep the one there is', async () => {
    const { draft, draftVersion } = await opened('2');
    const broken = { definition: { ...draft, price: 12.5, surprise: true }, baseVersion: draftVersion, editor: 'a' };
    expect((await answered(drafts.PUT(request(broken, 'PUT'), at({ id: '2' })))).status).toBe(400);
    expect(await opened('2')).toMatchObject({ draftVersion, draft: { price: '18.50' } });
  });

  it('publish, with every fault when something must be mended, and take out of the shop', async () => {
    expect(await answered(publication.POST(request({ version: 1 }), at({ id: '37' })))).toMatchObject({
      status: 422,
      body: {
        code: 'notReady',
        faults: [{ code: 'priceMissing', path: ['price'] }, { code: 'categoryMissing' }, { code: 'drawsNothing' }],
      },
    });
    expect(await answered(publication.POST(request({ version: 1 }), at({ id: '2' })))).toMatchObject({
      status: 200,
      body: { revision: 2 },
    });
    expect((await publication.DELETE(request({}), at({ id: '2' }))).status).toBe(200);
    expect(await opened('2')).toMatchObject({ publishedRevision: null });
  });

  it('list earlier states, drafts that were set aside among them', async () => {
    const { draft } = await opened('2');
    await setAside.POST(request({ definition: { ...draft, title: 'Aside' }, savedBy: 'a' }), at({ id: '2' }));
    const { body } = await answered(history.GET(request({}), at({ id: '2' })));
    expect((body as unknown as { kind: string }[]).map(({ kind }) => kind).sort()).toEqual(['revision', 'setAside']);
  });

  it('tell editors of each other', async () => {
    const see = async (editor: string, leaving = false) =>
      (await answered(presence.POST(request({ editor, leaving }), at({ id: '2' })))).body.others;
    expect([await see('a'), await see('b'), await see('a', true), await see('b')]).toEqual([0, 1, undefined, 0]);
  });

  it('take stock in, and refuse what is none', async () => {
    expect((await stock.POST(request({ key: 'wax', title: 'Wax', unit: 'kg', onHand: '2,5' }))).status).toBe(200);
    expect(
      (await entries.POST(request({ kind: 'receipt', quantity: '500 g', reason: 'Delivery' }), at({ key: 'wax' })))
        .status,
    ).toBe(200);
    const { body } = await answered(
      stock.GET(new Request('http://localhost/api/manage/stock?find=wax', { headers: context.letsIn })),
    );
    expect((body as unknown as { rows: unknown[] }).rows).toContainEqual(
      expect.objectContaining({ key: 'wax', onHand: '3' }),
    );
    expect(
      await answered(entries.POST(request({ kind: 'receipt', quantity: '3 m', reason: 'x' }), at({ key: 'wax' }))),
    ).toMatchObject({ status: 422, body: { code: 'unreadableQuantity' } });
    expect(
      await answered(entries.POST(request({ kind: 'receipt', quantity: '3', reason: ' ' }), at({ key: 'wax' }))),
    ).toMatchObject({ status: 400, body: { errors: [{ pointer: '/reason' }] } });
    expect((await answered(stock.POST(request({ key: 'Wax!', title: 'Wax', unit: 'kg' })))).status).toBe(400);
  });

  it('keep a picture once, however often it is sent, and give it out so that it can’t run', async () => {
    const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#cb7344' } })
      .png()
      .toBuffer();
    const upload = async () =>
      (
        await answered(
          pictureUpload.POST(
            new Request('http://oak.example/', {
              method: 'POST',
              headers: { 'Content-Type': 'image/png', ...context.letsIn },
              body: new Uint8Array(bytes),
            }),
          ),
        )
      ).body.src as string;
    const [one, other] = [await upload(), await upload()];
    expect(other).toBe(one);
    const response = await pictures.GET(request({}), at({ hash: one.replace('/pictures/', '') }));
    expect([
      response.status,
      response.headers.get('content-type'),
      response.headers.get('content-security-policy'),
    ]).toEqual([200, 'image/png', "default-src 'none'; style-src 'unsafe-inline'; sandbox"]);
    expect((await pictures.GET(request({}), at({ hash: 'none' }))).status).toBe(404);
    const asText = new Request('http://oak.example/', {
      method: 'POST',
      headers: { 'Content-Type': 'text/plain', ...context.letsIn },
      body: new Uint8Array(bytes),
    });
    expect((await pictureUpload.POST(asText)).status).toBe(415);
  });

  it.each(['0', 'abc', '-1', '99999999999999999999'])('know no product “%s”', async (id) => {
    expect((await product.GET(request({}), at({ id }))).status).toBe(404);
  });
});
