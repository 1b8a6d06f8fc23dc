import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Product } from '@/core/catalog';
import { products } from '@/data/schema';
import { findAddressed, findBySku } from '@/services/catalog/addressed';
import { openSharedDraft, shareDraft } from '@/services/products/draft-link';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { openForEditing, readLacking } from '@/services/products/editing';
import { listProducts } from '@/services/products/list';
import { EVERYTHING } from '@/services/products/asked';
import { createProduct } from '@/services/products/products';
import { publishProduct, publishWith, unpublishProduct } from '@/services/products/publishing';
import { readBasket } from '@/services/selling/basket';
import { basketWith, openServices, type TestServices } from '../support/services';
import { idOf, ripple } from '../support/published';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

/** Changes the draft of a product by its number. @returns the version of the draft then */
async function edit(id: number, recipe: (draft: Product) => void): Promise<number> {
  const { draft, draftVersion } = await openProduct(context, id);
  const definition = structuredClone(draft);
  recipe(definition);
  return saveDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' });
}

const part = (product: string) => ({
  key: product,
  title: '',
  optional: false,
  taken: false,
  quantity: { least: 1, usual: 1, most: 1 },
  candidates: [{ product, fixed: {}, narrowed: {} }],
});

/** Starts a product that needs nothing more, with parts by their addresses. */
async function start(title: string, price: string | null, parts: readonly string[] = []) {
  const id = await createProduct(context, {
    title,
    sku: title.toUpperCase(),
    price,
    category: 'Hive parts',
    notCounted: parts.length > 0 ? null : 'madeToOrder',
  });
  const version = await edit(id, (draft) => {
    draft.parts = parts.map(part);
  });
  return { id, version };
}

const rowOf = async (id: number) =>
  (await listProducts(context, { ...EVERYTHING, category: 'Hive parts' })).rows.find((row) => row.id === id);
const stateOf = async (id: number) =>
  (await context.database.read.select({ state: products.state }).from(products).where(eq(products.id, id)))[0]?.state;

describe('a product that is not in the shop yet', () => {
  it('is offered as a part, and known in the editor as it is edited', async () => {
    const lid = await start('Tarpaulin', '10');
    const box = await start('Crate', '20', ['tarpaulin']);
    const kit = await start('Caravan', null, ['crate', 'bee-suit']);
    const found = await findAddressed(context, { words: 'tarpaulin', category: null, withDrafts: true });
    expect(found).toEqual([{ slug: 'tarpaulin', title: 'Tarpaulin', sku: 'TARPAULIN', inShop: false }]);
    expect((await findBySku(context, { skus: ['tarpaulin', 'book1'] })).found.map(({ inShop }) => inShop)).toEqual([
      true,
      false,
    ]);
    const { surroundings, price } = await openForEditing(context, kit.id);
    expect(surroundings.drafts?.toSorted((a, b) => a.slug.localeCompare(b.slug))).toEqual([
      { slug: 'crate', id: box.id, version: box.version },
      { slug: 'tarpaulin', id: lid.id, version: lid.version },
    ]);
    // 20 as a kit of its own price with the tarpaulin in it, and the cheapest suit.
    expect(price).not.toBeNull();
    const lacking = { stock: [], joins: [], products: ['crate'] };
    expect(
      (await readLacking(context, { ...lacking, withDrafts: true })).products.map(({ slug }) => slug).sort(),
    ).toEqual(['crate', 'tarpaulin']);
    expect((await readLacking(context, { ...lacking, withDrafts: false })).products).toEqual([]);
  });

  it('comes into the shop with what needs it, innermost first, and is bought with it', async () => {
    const lid = await start('Tarpaulin', '10');
    const box = await start('Crate', null, ['tarpaulin']);
    const kit = await start('Caravan', null, ['crate']);
    await expect(publishProduct(context, kit.id, kit.version)).rejects.toMatchObject({ code: 'notReady' });
    // What is left out is not published, so that nothing of it is.
    await expect(
      publishWith(context, kit.id, { version: kit.version, accepted: 0, along: [box] }),
    ).rejects.toMatchObject({ code: 'notReady' });
    expect([await stateOf(box.id), await stateOf(kit.id)]).toEqual(['draft', 'draft']);
    const { revision, along } = await publishWith(context, kit.id, {
      version: kit.version,
      accepted: 0,
      along: [box, lid],
    });
    expect(revision).toBe(1);
    expect(along.map(({ title }) => title)).toEqual(['Tarpaulin', 'Crate']);
    const basket = await basketWith(context, 'caravan', {});
    expect(
      (await readBasket(context, basket)).lines.map(({ resolution }) => resolution?.unitPrice?.toFixed(2)),
    ).toEqual(['10.00']);
    // What is in the shop already is left as it is there.
    const again = await publishWith(context, kit.id, { version: kit.version, accepted: 0, along: [lid] });
    expect(again).toEqual({ revision: 2, along: [] });
  });

  it('is published as it was seen, and not where something of its own is to be fixed', async () => {
    const box = await start('Crate', '20');
    const kit = await start('Caravan', null, ['crate']);
    const version = await edit(box.id, (draft) => void (draft.price = null));
    const publish = (seen: number) =>
      publishWith(context, kit.id, { version: kit.version, accepted: 0, along: [{ id: box.id, version: seen }] });
    await expect(publish(box.version)).rejects.toMatchObject({ code: 'draftMoved' });
    await expect(publish(version)).rejects.toMatchObject({ code: 'notReady' });
    expect([await stateOf(box.id), await stateOf(kit.id)]).toEqual(['draft', 'draft']);
  });

  it('two at once is two, and one of them finds the other done', async () => {
    const box = await start('Crate', '20');
    const kits = [await start('Caravan', null, ['crate']), await start('Wagon', null, ['crate'])];
    const done = await Promise.allSettled(
      kits.map(({ id, version }) => publishWith(context, id, { version, accepted: 0, along: [box] })),
    );
    expect(done.map(({ status }) => status)).toEqual(['fulfilled', 'fulfilled']);
    const { publishedRevision } = await openProduct(context, box.id);
    expect(publishedRevision).toBe(1);
  });

  it('counts for the row of a draft that needs it, whatever becomes of it', async () => {
    const box = await start('Crate', '20');
    const kit = await start('Caravan', null, ['crate']);
    expect(await rowOf(kit.id)).toMatchObject({ price: '€20.00', mustFix: 0 });
    await edit(box.id, (draft) => void (draft.price = '30'));
    expect(await rowOf(kit.id)).toMatchObject({ price: '€30.00', mustFix: 0 });
    await edit(box.id, (draft) => void (draft.price = null));
    expect(await rowOf(kit.id)).toMatchObject({ price: null, mustFix: 1 });
    await edit(box.id, (draft) => {
      draft.price = '30';
      draft.slug = 'chest';
    });
    expect(await rowOf(kit.id)).toMatchObject({ price: null, mustFix: 1 });
    await edit(box.id, (draft) => void (draft.slug = 'crate'));
    expect(await rowOf(kit.id)).toMatchObject({ price: '€30.00', mustFix: 0 });
  });

  it('is not known to customers, nor to what is in the shop', async () => {
    const box = await start('Crate', '20');
    const kit = await start('Caravan', null, ['crate']);
    await publishWith(context, kit.id, { version: kit.version, accepted: 0, along: [box] });
    await unpublishProduct(context, box.id, 9);
    await expect(basketWith(context, 'caravan', {})).rejects.toMatchObject({ status: 422 });
    // Who is shown the draft of the kit sees it whole.
    const { token } = await shareDraft(context, kit.id);
    const shown = await openSharedDraft(context, token);
    expect(shown.surroundings.products.map(({ title }) => title)).toEqual(['Crate']);
    expect(shown.surroundings.drafts).toBeUndefined();
  });

  it('stops others only if that was seen', async () => {
    const roof = await idOf(context, 'crown-board');
    const stops = (await ripple(context, roof, 'withdraw')).filter(({ stops: why }) => why.length > 0).length;
    await unpublishProduct(context, roof, stops);
    const { draftVersion } = await openProduct(context, roof);
    const kit = await start('Caravan', null, ['crown-board']);
    const along = [{ id: roof, version: draftVersion }];
    expect(await publishWith(context, kit.id, { version: kit.version, accepted: 0, along })).toMatchObject({
      along: [{ id: roof }],
    });
  });
});
