import { eq } from 'drizzle-orm';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as picture } from '@/app/pictures/drawn/[hash]/route';
import { GET as drawing } from '@/app/api/manage/drawn/[hash]/route';
import { GET as uploaded } from '@/app/api/shop/uploads/[token]/route';
import { GET as font } from '@/app/api/lettering/[face]/[subset]/route';
import { lineViews } from '@/data/schema';
import { deletePicture } from '@/services/pictures/library';
import { basketPicture } from '@/services/selling/basket-picture';
import { addToBasket } from '@/services/selling/basket';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { viewBasket } from '@/services/selling/shop';
import { uploadFile } from '@/services/selling/upload-file';
import { editProduct } from '../support/edit-product';
import { basketWith, openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const branded = { words: 'Lark', size: 'large', face: 'slab', proof: true };

const at = (hash: string) => ({ params: Promise.resolve({ hash }) });
const asked = (as: string) => new Request(`http://localhost/api/manage/drawn/x?as=${as}`, { headers: context.letsIn });

describe('an order', () => {
  it('keeps what was seen, whatever becomes of the product', async () => {
    const { number, token } = await order(context, await basketWith(context, 'branding-iron', branded));
    const [line] = (await readOrder(context, number)).lines;
    const [view] = line?.views ?? [];
    expect(line?.views.map(({ title, isTrue }) => [title, isTrue])).toEqual([['Burnt into a board', true]]);
    const svg = async () => (await drawing(asked('svg'), at(view?.hash ?? ''))).text();
    const before = await svg();
    expect(before).toContain('width="200mm" height="70mm"');
    expect(before).not.toContain('<text');
    await editProduct(context, 'branding-iron', (draft) => void (draft.views = []));
    expect(await svg()).toBe(before);
    // The customer sees it, too, and nothing of how it is drawn.
    const seen = await readOrderByToken(context, token);
    expect(seen.lines[0]?.resolution.pictures[0]?.layers[0]?.src).toBe(`/pictures/drawn/${view?.hash ?? ''}`);
    expect(seen.lines[0]).not.toHaveProperty('views');
  });

  it('hands the workshop a PDF as large as the thing is, and its page a picture', async () => {
    const { number } = await order(context, await basketWith(context, 'branding-iron', branded));
    const hash = (await readOrder(context, number)).lines[0]?.views[0]?.hash ?? '';
    const answered = await drawing(asked('pdf'), at(hash));
    expect(answered.headers.get('content-disposition')).toContain('attachment');
    const [page] = (await PDFDocument.load(await answered.arrayBuffer())).getPages();
    expect(page?.getWidth()).toBeCloseTo((200 * 72) / 25.4, 2);
    expect(page?.getHeight()).toBeCloseTo((70 * 72) / 25.4, 2);
    const png = await sharp(Buffer.from(await (await picture(asked(''), at(hash))).arrayBuffer())).metadata();
    expect([png.format, png.width, png.height]).toEqual(['png', 900, 675]);
  });

  it('draws other letters for other words, and has an address for each line', async () => {
    const basket = await basketWith(context, 'branding-iron', branded);
    await addToBasket(context, basket, { slug: 'branding-iron', answers: { ...branded, words: 'Fox' } });
    const { number } = await order(context, basket);
    const hashes = (await readOrder(context, number)).lines.flatMap(({ views }) => views.map(({ hash }) => hash));
    expect(new Set(hashes).size).toBe(2);
    const again = await order(context, await basketWith(context, 'branding-iron', branded));
    // The same thing bought again is found at another address: who knows one doesn't know the other.
    expect(hashes).not.toContain((await readOrder(context, again.number)).lines[0]?.views[0]?.hash);
  });

  it('carries the customer’s own picture, without what it would do', async () => {
    const hostile =
      '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><script>alert(1)</script><rect width="40" height="20" fill="#123456"/></svg>';
    const { token } = await uploadFile(context, 'jar-labels', 'artwork', 'logo.svg', Buffer.from(hostile));
    const shown = await uploaded(asked(''), { params: Promise.resolve({ token }) });
    expect((await sharp(Buffer.from(await shown.arrayBuffer())).metadata()).format).toBe('png');
    expect((await uploaded(asked(''), { params: Promise.resolve({ token: 'x' }) })).status).toBe(404);
    const basket = await addToBasket(context, undefined, {
      slug: 'jar-labels',
      answers: { shape: 'square', artwork: [token] },
      quantity: 100,
    });
    const { number } = await order(context, basket);
    const hash = (await readOrder(context, number)).lines[0]?.views[0]?.hash ?? '';
    const svg = await (await drawing(asked('svg'), at(hash))).text();
    const carried = [...svg.matchAll(/data:image\/svg\+xml;base64,([^"]+)/g)].map(([, data]) =>
      Buffer.from(data ?? '', 'base64').toString(),
    );
    expect(carried.some((text) => text.includes('#123456'))).toBe(true);
    expect(carried.join()).not.toContain('alert');
  });

  it('keeps where the customer has moved a picture to, and knows how large it is, whichever way it was held', async () => {
    const lying = await sharp({ create: { width: 300, height: 150, channels: 3, background: '#335577' } })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    // Upright: what the product takes is a PNG, which may say so, too.
    const upright = await sharp(lying).keepExif().png().toBuffer();
    const given = await uploadFile(context, 'jar-labels', 'artwork', 'held.png', upright);
    expect(given.extent).toEqual({ width: 150, height: 300, isDrawing: false });
    const artwork = [{ file: given.token, across: 10, size: 120 }];
    const basket = await addToBasket(context, undefined, {
      slug: 'jar-labels',
      answers: { shape: 'square', artwork },
      quantity: 100,
    });
    const { number } = await order(context, basket);
    const line = (await readOrder(context, number)).lines[0];
    const { scene } =
      (await context.database.read.query.lineViews.findFirst({
        where: eq(lineViews.hash, line?.views[0]?.hash ?? ''),
      })) ?? {};
    const [node] = (scene?.nodes ?? []).filter((one) => one.kind === 'picture' && one.moved);
    // In a frame of 60 × 40 mm it is 20 × 40 as it comes, a fifth larger here, and 6 mm to the right.
    expect(node).toMatchObject({ box: { width: 24, height: 48 }, moved: { turn: 0 } });
    expect(line?.resolution.counted.find(({ choice }) => choice === 'artwork')).toMatchObject({
      files: [{ token: given.token, place: { across: 10, down: 0, size: 120, turn: 0 } }],
    });
  });

  it.each([
    [{ size: 1001 }, 'artwork.svg is 1001 % of its size'],
    [{ turn: 181 }, 'artwork.svg is turned by 181°'],
  ])('is not sold where a picture is moved by %j', async (place, message) => {
    const bytes = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"/>');
    const { token, extent } = await uploadFile(context, 'jar-labels', 'artwork', 'artwork.svg', bytes);
    expect(extent).toEqual({ width: 40, height: 20, isDrawing: true });
    const answers = { shape: 'square', artwork: [{ file: token, ...place }] };
    await expect(addToBasket(context, undefined, { slug: 'jar-labels', answers, quantity: 100 })).rejects.toMatchObject(
      {
        message: expect.stringContaining(message),
      },
    );
  });

  it('keeps the pictures of the library that it is drawn with', async () => {
    await order(context, await basketWith(context, 'branding-iron', branded));
    const wood = (await context.database.read.query.lineViews.findFirst())?.scene;
    const board = JSON.stringify(wood).match(/\/pictures\/([0-9a-f]{40})/)?.[1] ?? '';
    await expect(deletePicture(context, board)).rejects.toMatchObject({ status: 409 });
  });

  it('is found by nobody who guesses, and drawn in no other form', async () => {
    expect((await picture(asked(''), at('0'.repeat(40)))).status).toBe(404);
    expect((await drawing(asked('exe'), at('x'))).status).toBe(422);
    expect((await font(asked(''), { params: Promise.resolve({ face: '../x', subset: 'latin' }) })).status).toBe(404);
    expect((await font(asked(''), { params: Promise.resolve({ face: 'slab', subset: 'latin' }) })).status).toBe(200);
  });
});

describe('a basket', () => {
  it('shows what was put together, to its customer alone', async () => {
    const basket = await basketWith(context, 'branding-iron', branded);
    const [line] = (await viewBasket(context, basket)).lines;
    expect(line?.layers[0]?.src).toMatch(/^\/api\/shop\/basket\/\d+\/picture\?of=[0-9a-f]{12}$/);
    const { png, name } = await basketPicture(context, basket, line?.id ?? 0);
    expect((await sharp(png).metadata()).width).toBe(900);
    expect((await basketPicture(context, basket, line?.id ?? 0)).name).toBe(name);
    const other = await basketWith(context, 'stainless-mesh', { opening: 'coarse', length: '0.25 m' });
    await expect(basketPicture(context, other, line?.id ?? 0)).rejects.toMatchObject({ status: 404 });
  });
});
