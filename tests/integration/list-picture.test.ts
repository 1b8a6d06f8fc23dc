import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET } from '@/app/pictures/views/[slug]/route';
import { type Product } from '@/core/catalog';
import { sheets } from '@/data/schema';
import { publishSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { openShopProductView } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list/list';
import { listOffers } from '@/services/selling/shop-list/offers';
import { editProduct } from '../support/edit-product';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const publishIron = (change: (draft: Product) => void) => editProduct(context, 'branding-iron', change);

/** What the shop's list shows of it. */
const listed = async () => (await listShop(context)).entries.find(({ slug }) => slug === 'branding-iron')?.picture;

const asked = (query: string, headers: Record<string, string> = {}) =>
  GET(new Request(`http://localhost/pictures/views/branding-iron${query}`, { headers }), {
    params: Promise.resolve({ slug: 'branding-iron' }),
  });

describe('a product in lists', () => {
  it('is shown by its first picture until its manager says otherwise', async () => {
    expect((await listed())?.src).toMatch(/^\/pictures\/[0-9a-f]{40}$/);
    expect((await asked('')).status).toBe(404);
  });

  it('is shown as its page begins where that is said, and where it has no picture', async () => {
    await publishIron((draft) => void (draft.listedBy = 'view'));
    const first = await listed();
    expect(first?.src).toMatch(/^\/pictures\/views\/branding-iron\?of=[0-9a-f]{12}$/);
    const answered = await asked('?of=x');
    const { format, width, height } = await sharp(Buffer.from(await answered.arrayBuffer())).metadata();
    expect([format, width, height]).toEqual(['png', 900, 675]);
    const known = { 'if-none-match': answered.headers.get('etag') ?? '' };
    expect((await asked('', known)).status).toBe(304);
    // What looks otherwise is found at another address; what doesn't stays.
    await publishIron((draft) => void (draft.summary = 'Burns deeper.'));
    expect((await listed())?.src).toBe(first?.src);
    await publishIron((draft) => {
      draft.pictures = [];
      draft.listedBy = 'picture';
      for (const view of draft.views) view.background = '#123456';
    });
    expect((await listed())?.src).toMatch(/^\/pictures\/views\//);
    expect((await listed())?.src).not.toBe(first?.src);
  });

  it('is never listed by what only a sheet brings', async () => {
    const sheet = await context.database.read.query.sheets.findFirst({ where: eq(sheets.key, 'gift') });
    if (!sheet) throw new Error('there is no such sheet');
    const definition = structuredClone(sheet.draft);
    for (const layer of definition.views[0]?.layers ?? []) layer.when = null;
    const baseVersion = sheet.draftVersion;
    const version = await saveSheetDraft(context, sheet.id, { baseVersion, editor: 'a', definition });
    await publishSheet(context, sheet.id, { version, accepted: 0 });
    await publishIron((draft) => {
      draft.pictures = [];
      draft.views = [];
    });
    expect(await listed()).toBeNull();
  });

  it('is shown by its first picture where nothing of the view is seen as the page begins, in previews, too', async () => {
    await publishIron((draft) => {
      draft.listedBy = 'view';
      // What is seen of it follows from what nobody has chosen yet.
      for (const layer of draft.views.flatMap(({ layers }) => layers))
        layer.when = { kind: 'option', choice: 'size', is: 'oneOf', options: ['large'] };
    });
    expect((await listed())?.src).toMatch(/^\/pictures\/[0-9a-f]{40}$/);
    expect((await asked('')).status).toBe(404);
    const { linked } = await openShopProductView(context, 'branding-iron', undefined, {
      origin: 'https://oak.example',
    });
    expect(linked?.picture?.src).toMatch(/^\/pictures\/[0-9a-f]{40}$/);
    expect(JSON.stringify(linked?.data)).not.toContain('/pictures/views/');
  });

  it('is shown to search engines and in offers by the same', async () => {
    await publishIron((draft) => void (draft.listedBy = 'view'));
    const { offers } = await listOffers(context);
    expect(offers.find(({ slug }) => slug === 'branding-iron')?.picture).toBe('/pictures/views/branding-iron');
    const { linked } = await openShopProductView(context, 'branding-iron', undefined, {
      origin: 'https://oak.example',
    });
    expect(linked?.picture?.src).toBe('/pictures/views/branding-iron');
    expect((linked?.data ?? {}).image).toContain('https://oak.example/pictures/views/branding-iron');
  });
});
