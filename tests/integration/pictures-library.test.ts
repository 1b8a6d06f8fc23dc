import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { referencesOf, withPictures } from '@/core/catalog';
import { products, swatches } from '@/data/schema';
import { uploadPicture } from '@/services/files/pictures';
import { deletePicture, replaceEverywhere } from '@/services/pictures/library';
import { listPictures, picturesAskedFrom } from '@/services/pictures/list';
import { lastBulk } from '@/services/many/make';
import { openProduct } from '@/services/products/drafts';
import { takeBackMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const photo = (red: number) =>
  sharp({ create: { width: 30, height: 20, channels: 3, background: { r: red, g: 90, b: 60 } } })
    .png()
    .toBuffer();
const listed = (asked = '') => listPictures(context, picturesAskedFrom(new URLSearchParams(asked)));
const row = async (src: string) => (await listed()).rows.find((picture) => picture.src === src);

describe('the pictures of the shop', () => {
  it('are listed with the names of their files and what shows them', async () => {
    const src = await uploadPicture(context, await photo(10), 'veil, front.png');
    expect(await row(src)).toMatchObject({
      name: 'veil, front.png',
      type: 'image/png',
      width: 30,
      height: 20,
      usedBy: [],
    });
    const suit = (await openProduct(context, 1)).draft.pictures[0]?.src ?? '';
    expect(await row(suit)).toMatchObject({ name: expect.stringMatching(/\.svg$/), usedBy: ['Bee suit'] });
    const birch =
      (await context.database.read.query.swatches.findFirst({ where: eq(swatches.key, 'birch') }))?.picture ?? '';
    expect((await row(birch))?.usedBy).toContain('swatch Birch ply');
  });

  it('are found by the name of their file, by what shows them, and where nothing does, page by page', async () => {
    const found = async (asked: string) => (await listed(asked)).rows.map(({ src }) => src);
    const suit = (await openProduct(context, 1)).draft.pictures[0]?.src ?? '';
    const alone = await uploadPicture(context, await photo(10), 'Veil, front 100%.png');
    const ofBirch = await found('find=birch');
    for (const [words, src] of [
      ['front veil', alone],
      ['100%', alone],
      ['bee sui', suit],
    ] as const)
      expect(await found(`find=${encodeURIComponent(words)}`), words).toContain(src);
    const birch = await context.database.read.query.swatches.findFirst({ where: eq(swatches.key, 'birch') });
    expect(ofBirch).toContain(birch?.picture);
    expect(await found('show=unused')).toContain(alone);
    expect(await found('show=unused')).not.toContain(suit);
    expect(await found('show=unused')).not.toContain(birch?.picture);
    expect(await found('find=nothing of the kind')).toEqual([]);
    // Each stands on one page and no more, the latest first.
    for (let place = 0; place < 65; place += 1) {
      context.advance(1_000);
      await uploadPicture(context, await photo(20 + place), `${place}.png`);
    }
    const { total, pages } = await listed();
    const all: string[] = [];
    for (let page = 1; page <= pages; page += 1) all.push(...(await found(`page=${page}`)));
    expect(all).toHaveLength(total);
    expect(new Set(all).size).toBe(total);
    expect((await listed()).rows[0]?.name).toBe('64.png');
  });

  it('are replaced everywhere, drafts and swatches, and that of products is taken back', async () => {
    const by = await uploadPicture(context, await photo(200), 'new.png');
    const suit = (await openProduct(context, 1)).draft;
    const old = suit.pictures[0]?.src ?? '';
    const hash = old.split('/').pop() ?? '';
    expect(await replaceEverywhere(context, hash, { by })).toMatchObject({ products: 1, sheets: 0, swatches: 0 });
    const changed = (await openProduct(context, 1)).draft;
    expect([referencesOf(changed).pictures.has(old), referencesOf(changed).pictures.has(by)]).toEqual([false, true]);
    expect((await row(by))?.usedBy).toEqual(['Bee suit']);
    // Customers see it once it is published.
    expect((await row(old))?.usedBy).toEqual(['Bee suit']);
    await takeBackMany(context, (await lastBulk(context))?.id ?? 0);
    expect((await openProduct(context, 1)).draft).toEqual(suit);
    const birch =
      (await context.database.read.query.swatches.findFirst({ where: eq(swatches.key, 'birch') }))?.picture ?? '';
    expect((await replaceEverywhere(context, birch.split('/').pop() ?? '', { by })).swatches).toBe(1);
  });

  it('are replaced by nothing that is not there', async () => {
    const src = await uploadPicture(context, await photo(3));
    const hash = src.split('/').pop() ?? '';
    for (const by of ['', src, '/pictures/none', 'https://elsewhere.example/a.png', `${src}x`])
      await expect(replaceEverywhere(context, hash, { by })).rejects.toMatchObject({ status: 422 });
    await expect(replaceEverywhere(context, 'none', { by: src })).rejects.toMatchObject({ status: 404 });
  });

  it('are deleted only while nothing shows them, and nothing did', async () => {
    const src = await uploadPicture(context, await photo(77), 'alone.png');
    await deletePicture(context, src.split('/').pop() ?? '');
    expect(await row(src)).toBeUndefined();
    const { draft } = await openProduct(context, 1);
    const shown = draft.pictures[0]?.src.split('/').pop() ?? '';
    await expect(deletePicture(context, shown)).rejects.toMatchObject({ status: 409, code: 'pictureInUse' });
    // Not even what only an earlier state shows.
    const product = await context.database.read.query.products.findFirst({ where: eq(products.id, 1) });
    await context.database.write(
      async (transaction) =>
        void (await transaction
          .update(products)
          .set({
            draft: withPictures(draft, (address) => (address.endsWith(shown) ? src : address)),
            publishedRevision: null,
          })
          .where(eq(products.id, 1))),
    );
    expect(product?.publishedRevision).not.toBeNull();
    await expect(deletePicture(context, shown)).rejects.toMatchObject({ status: 409, code: 'pictureKept' });
  });
});
