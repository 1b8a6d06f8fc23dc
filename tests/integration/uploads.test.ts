import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as download } from '@/app/api/manage/uploads/[token]/route';
import { uploads } from '@/data/schema';
import { addToBasket } from '@/services/selling/basket';
import { readOrder } from '@/services/selling/orders';
import { resolvePublished } from '@/services/selling/published';
import { fileTypeOf, uploadFile } from '@/services/selling/upload-file';
import { openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
let png: Buffer;
beforeEach(async () => {
  context = await openForRoutes();
  png = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#335577' } })
    .png()
    .toBuffer();
});
afterEach(() => context.close());

const svg = Buffer.from(
  '<?xml version="1.0"?><!-- mine --><svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
);
const pdf = Buffer.from('%PDF-1.7\n1 0 obj\n<<>>\nendobj\n');
const give = (name: string, bytes: Buffer, choice = 'artwork', slug = 'jar-labels') =>
  uploadFile(context, slug, choice, name, bytes);
const labels = (artwork: string[]) => ({ answers: { shape: 'square', artwork }, quantity: 100 });

describe('what a file is', () => {
  it.each([
    ['a PNG', () => png, 'png'],
    ['a PDF', () => pdf, 'pdf'],
    ['a drawing', () => svg, 'svg'],
    ['plain text', () => Buffer.from('one, two\nthree\n'), 'text'],
    ['a page', () => Buffer.from('<!doctype html><script>1</script>'), null],
    ['a program', () => Buffer.from('7f454c4602010100000000000000000002003e0001', 'hex'), null],
    ['nothing', () => Buffer.alloc(0), null],
    ['bytes that are no text', () => Buffer.from([1, 2, 3, 250, 251]), null],
  ])('is told from its content: %s', (_what, bytes, type) => expect(fileTypeOf(bytes())).toBe(type));
});

describe('an uploaded file', () => {
  it('of a wrong type is refused, whatever its name says', async () => {
    await expect(give('artwork.pdf', Buffer.from('<html><script>1</script></html>'))).rejects.toMatchObject({
      status: 415,
      code: 'fileType',
      message: expect.stringContaining('artwork.pdf is none of the types we can use'),
    });
    await expect(give('artwork.png', Buffer.from('only words'))).rejects.toMatchObject({
      message: expect.stringContaining('is plain text, whatever its name says. Upload PDF, SVG, PNG or TIFF.'),
    });
  });

  it.each([
    ['viewBox="0 0 40 20"', { width: 40, height: 20 }],
    ["viewBox = '-5, -5, 1.5,3'", { width: 1.5, height: 3 }],
    ['width="30mm" height="60mm"', { width: 30, height: 60 }],
    ['viewBox="0 0 0 0"', null],
    ['viewBox="a b c d"', null],
    ['viewBox="0 0 100000 0.000001"', null],
    ['width="100%"', null],
    ['', null],
  ])('that is a drawing of %s is so large', async (said, extent) => {
    const { extent: found } = await give('a.svg', Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${said}/>`));
    expect(found ?? null).toEqual(extent && { ...extent, isDrawing: true });
  });

  it('is taken by its content, under a plain name, once however often it comes', async () => {
    const first = await give('../../etc/bee <1>.txt', png);
    expect(first).toMatchObject({ name: 'bee 1.txt', type: 'png', size: png.length });
    expect((await give('bee 1.txt', png)).token).toBe(first.token);
    expect((await give('other.png', png)).token).not.toBe(first.token);
  });

  it('that is too large for the choice is refused', async () => {
    const large = Buffer.concat([png, Buffer.alloc(5_100_000)]);
    await expect(give('large.png', large, 'drawing', 'branding-iron')).rejects.toMatchObject({
      status: 413,
      code: 'fileTooLarge',
    });
  });

  it('is for a choice that asks for files, of a product in the shop', async () => {
    await expect(give('a.png', png, 'shape')).rejects.toMatchObject({ status: 404 });
    await expect(give('a.png', png, 'artwork', 'nowhere')).rejects.toMatchObject({ status: 404 });
  });

  it('counts as an answer only while the server knows it', async () => {
    const { token } = await give('bee.png', png);
    expect((await resolvePublished(context, 'jar-labels', labels([token]))).state).toBe('sellable');
    expect((await resolvePublished(context, 'jar-labels', labels(['0'.repeat(40)]))).problems[0]).toMatchObject({
      code: 'fileUnknown',
    });
    expect(
      (await resolvePublished(context, 'jar-labels', { answers: { shape: 'square' }, quantity: 100 })).problems[0]
        ?.data,
    ).toMatchObject({ code: 'answerMissing', title: 'Artwork', ask: 'upload' });
  });

  it('goes with the order, and is handed out so that it can’t run', async () => {
    const { token } = await give('mark.svg', svg);
    const basket = await addToBasket(context, undefined, { slug: 'jar-labels', ...labels([token]) });
    const { number } = await order(context, basket);
    expect((await readOrder(context, number)).lines[0]?.files).toEqual([{ token, name: 'mark.svg' }]);
    const response = await download(new Request('http://x/', { headers: context.letsIn }), {
      params: Promise.resolve({ token }),
    });
    expect(Object.fromEntries(response.headers)).toMatchObject({
      'content-type': 'application/octet-stream',
      'content-disposition': 'attachment; filename="mark.svg"',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; sandbox",
    });
    expect(Buffer.from(await response.arrayBuffer()).equals(svg)).toBe(true);
  });

  it('that nothing refers to is cleared away after a week; one in a basket is kept', async () => {
    const [lost, kept] = [await give('lost.png', png), await give('kept.png', png)];
    await addToBasket(context, undefined, { slug: 'jar-labels', ...labels([kept.token]) });
    context.advance(8 * 24 * 3600_000);
    await give('new.png', png);
    const left = async (token: string) =>
      (await context.database.read.select({ token: uploads.token }).from(uploads).where(eq(uploads.token, token)))
        .length;
    expect([await left(lost.token), await left(kept.token)]).toEqual([0, 1]);
  });
});
