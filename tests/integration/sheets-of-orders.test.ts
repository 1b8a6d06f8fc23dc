import { PDFDocument } from 'pdf-lib';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as sheetsRoute } from '@/app/api/manage/orders/[number]/sheets/route';
import { GET as drawing } from '@/app/api/manage/drawn/[hash]/route';
import { sheetsOfOrder } from '@/services/drawing';
import { addToBasket } from '@/services/selling/basket';
import { readOrder } from '@/services/selling/orders';
import { openShopProductView } from '@/services/selling/shop';
import { uploadFile } from '@/services/selling/upload-file';
import { editProduct } from '../support/edit-product';
import { basketWith, openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const ask = (number: number | string, of: string) =>
  sheetsRoute(
    new Request(`http://localhost/api/manage/orders/${number}/sheets?of=${encodeURIComponent(of)}`, {
      headers: context.letsIn,
    }),
    { params: Promise.resolve({ number: String(number) }) },
  );

async function labels(width: string, shape: string, quantity: number) {
  const picture = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"/>');
  const { token } = await uploadFile(context, 'jar-labels', 'artwork', 'logo.svg', picture);
  return { slug: 'jar-labels', answers: { shape, width, height: '50 mm', artwork: [token] }, quantity };
}

describe('the pieces of an order', () => {
  it('are laid on as few sheets as there must be, different lines together', async () => {
    const basket = await addToBasket(context, undefined, await labels('70 mm', 'square', 100));
    await addToBasket(context, basket, await labels('70 mm', 'oval', 100));
    await addToBasket(context, basket, { slug: 'stainless-mesh', answers: { opening: 'coarse', length: '0.25 m' } });
    const { number } = await order(context, basket);
    const [sheets, ...more] = await sheetsOfOrder(context, number);
    expect(more).toEqual([]);
    // 73 × 53 with the distance between, four across and eight down 303 × 433: 32 on a sheet. By area 33.9 would do.
    expect(sheets).toMatchObject({ width: 320, height: 450, pieces: 200, left: [] });
    expect(sheets?.sheets).toBe(7);
    expect(sheets?.least).toBe(6);
    expect(sheets?.used).toBeCloseTo((200 * 70 * 50) / (7 * 320 * 450), 10);
    const answered = await ask(number, '0');
    expect(answered.headers.get('content-disposition')).toContain(`sheets-of-order-${number}.pdf`);
    const pages = (await PDFDocument.load(await answered.arrayBuffer())).getPages();
    expect(pages.map((page) => [page.getWidth(), page.getHeight()])).toEqual(
      Array.from({ length: 7 }, () => [
        expect.closeTo((320 * 72) / 25.4, 2) as number,
        expect.closeTo((450 * 72) / 25.4, 2) as number,
      ]),
    );
  });

  it('stay as they were sold, and tell what is larger than a sheet', async () => {
    const sheet = { width: '60', height: '60', edge: '0', gap: '0', turned: true };
    const { number: before } = await order(
      context,
      await addToBasket(context, undefined, await labels('70 mm', 'square', 100)),
    );
    await editProduct(context, 'jar-labels', (draft) => {
      for (const view of draft.views) if (view.workshop) view.workshop.sheet = sheet;
    });
    const { number } = await order(
      context,
      await addToBasket(context, undefined, await labels('70 mm', 'square', 100)),
    );
    expect(await sheetsOfOrder(context, number)).toEqual([
      {
        width: 60,
        height: 60,
        pieces: 0,
        sheets: 0,
        least: 0,
        used: 0,
        left: [{ title: 'Jar labels, Label', width: 70, height: 50, count: 100 }],
      },
    ]);
    expect((await ask(number, '0')).status).toBe(404);
    expect((await sheetsOfOrder(context, before))[0]).toMatchObject({ width: 320, pieces: 100 });
  });

  it.each([
    [{ width: '0' }, 'The width of the sheet in the workshop’s drawing must be more than 0.'],
    [{ edge: '-20' }, 'The edge that is kept free in the workshop’s drawing can’t be less than nothing.'],
    [{ gap: '-1' }, 'The distance between pieces in the workshop’s drawing can’t be less than nothing.'],
  ])('are laid on no sheet with %j', async (wrong, message) => {
    const sheet = { width: '70', height: '50', edge: '0', gap: '0', turned: true, ...wrong };
    const published = editProduct(context, 'jar-labels', (draft) => {
      for (const view of draft.views) if (view.workshop) view.workshop.sheet = sheet;
    });
    await expect(published).rejects.toMatchObject({ message: expect.stringContaining(message) as string });
  });

  it('are on no sheet where nothing says so, and answers nothing that was not asked well', async () => {
    const { number } = await order(context, await basketWith(context, 'branding-iron', BRANDED));
    expect(await sheetsOfOrder(context, number)).toEqual([]);
    const statuses = await Promise.all(
      [
        [number, '0'],
        [number, '-1'],
        [number, '1e3'],
        [number, ''],
        [999_999, '0'],
        ['x', '0'],
      ].map(async ([of, place]) => (await ask(of ?? '', String(place))).status),
    );
    expect(statuses).toEqual([404, 422, 422, 422, 404, 404]);
  });

  it('have crop marks in their own drawing, and customers know nothing of how it is made', async () => {
    const { number } = await order(context, await addToBasket(context, undefined, await labels('70 mm', 'oval', 100)));
    const hash = (await readOrder(context, number)).lines[0]?.views[0]?.hash ?? '';
    const answered = await drawing(
      new Request('http://localhost/api/manage/drawn/x?as=svg', { headers: context.letsIn }),
      {
        params: Promise.resolve({ hash }),
      },
    );
    const svg = await answered.text();
    expect(svg).toContain('width="86mm" height="66mm"');
    expect(svg).toContain('cut-lines');
    const shown = JSON.stringify(await openShopProductView(context, 'jar-labels', undefined));
    expect(shown).not.toContain('"edge"');
  });
});

const BRANDED = { words: 'Lark', size: 'large', face: 'slab', proof: true };
