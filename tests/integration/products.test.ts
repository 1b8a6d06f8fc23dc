import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { referencesOf } from '@/core/catalog';
import { setBasePrice } from '@/services/products/base-price';
import { openSharedDraft, shareDraft, withdrawDraftLink } from '@/services/products/draft-link';
import { openDraftPage } from '@/services/products/draft-page';
import { leaveProduct, openProduct, saveDraft, seeProduct, setAsideDraft } from '@/services/products/drafts';
import { openForEditing } from '@/services/products/editing';
import { createProduct, deleteProduct, duplicateProduct } from '@/services/products/products';
import { listEarlierStates, publishProduct, unpublishProduct } from '@/services/products/publishing';
import { openShopProduct, resolvePublished } from '@/services/selling/published';
import { listShop } from '@/services/selling/shop-list/list';
import { createStockItem } from '@/services/stock/items/stock';
import { allStock } from '../support/all-of';
import { allProducts } from '../support/all-products';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const change = async (id: number, fields: object, editor = 'me') => {
  const { draft, draftVersion } = await openProduct(context, id);
  return saveDraft(context, id, { baseVersion: draftVersion, editor, definition: { ...draft, ...fields } });
};

/** Products that came with kits: they have a test of their own. */
/** Kits, builds and what they are made of, which have tests of their own. */
const KITS = new Set([
  'hive-flat',
  'hook-tool',
  'handbook',
  'hive-frame',
  'nucleus',
  'uncapping-fork',
  'honey-sieve',
  'honey-pail',
  'starter-kit',
  'two-suits',
  'extraction-set',
  'first-year',
  'hive-floor',
  'brood-box',
  'honey-super',
  'shallow-super',
  'crown-board',
  'flat-roof',
  'gabled-roof',
  'travel-roof',
  'hive-strap',
  'hive',
]);

describe('a draft', () => {
  it('starts with a name and an address of its own', async () => {
    const ids = [await createProduct(context, { title: 'Bee suit' }), await createProduct(context, { title: '蜂' })];
    const slugs = await Promise.all(ids.map(async (id) => (await openProduct(context, id)).draft.slug));
    expect(slugs).toEqual(['bee-suit-2', 'product']);
    // Neither is one that a draft has by now, nor one that only the shop still has.
    await change(2, { slug: 'steel-mesh' });
    const others = [];
    for (const title of ['Stainless mesh', 'Steel mesh', 'Steel', 'Bee suit', '***'])
      others.push((await openProduct(context, await createProduct(context, { title }))).draft.slug);
    expect(others).toEqual(['stainless-mesh-2', 'steel-mesh-2', 'steel', 'bee-suit-3', 'product-2']);
  });

  it('is not what the shop shows, until it is published', async () => {
    const version = await change(2, { title: 'Steel mesh', slug: 'steel-mesh' });
    expect((await openShopProduct(context, 'stainless-mesh')).definition.title).toBe('Stainless mesh');
    expect(await publishProduct(context, 2, version)).toBe(2);
    expect((await openShopProduct(context, 'steel-mesh')).definition.title).toBe('Steel mesh');
    await expect(openShopProduct(context, 'stainless-mesh')).rejects.toMatchObject({ status: 404 });
  });

  it('of two editors is not overwritten: the second is told and shown the first', async () => {
    const { draft, draftVersion } = await openProduct(context, 2);
    const save = (editor: string, title: string) =>
      saveDraft(context, 2, { baseVersion: draftVersion, editor, definition: { ...draft, title } });
    expect(await save('one', 'Mesh of one')).toBe(draftVersion + 1);
    await expect(save('two', 'Mesh of two')).rejects.toMatchObject({
      status: 409,
      code: 'draftConflict',
      details: { current: { version: draftVersion + 1, definition: { title: 'Mesh of one' } } },
    });
    expect((await openProduct(context, 2)).draft.title).toBe('Mesh of one');
  });

  it('that was saved, but whose answer got lost, can be sent again', async () => {
    const { draft, draftVersion } = await openProduct(context, 2);
    const save = { baseVersion: draftVersion, editor: 'one', definition: { ...draft, title: 'Again' } };
    expect(await saveDraft(context, 2, save)).toBe(draftVersion + 1);
    expect(await saveDraft(context, 2, save)).toBe(draftVersion + 1);
  });

  it('that gave way is kept and can be opened', async () => {
    const { draft } = await openProduct(context, 2);
    await setAsideDraft(context, 2, { ...draft, title: 'Set aside' }, 'one');
    const states = await listEarlierStates(context, 2);
    expect(states.map(({ kind, definition }) => [kind, definition.title])).toContainEqual(['setAside', 'Set aside']);
  });

  it('tells who else has it open, and for how long', async () => {
    await seeProduct(context, 2, 'one');
    expect((await seeProduct(context, 2, 'two')).others).toBe(1);
    await leaveProduct(context, 2, 'one');
    expect((await seeProduct(context, 2, 'two')).others).toBe(0);
    await seeProduct(context, 2, 'one');
    context.advance(20_000);
    expect((await seeProduct(context, 2, 'two')).others).toBe(0);
  });
});

describe('publishing', () => {
  it('is refused with every fault while something must be mended', async () => {
    const id = await createProduct(context, { title: 'Hive strap' });
    await expect(publishProduct(context, id, 1)).rejects.toMatchObject({ status: 422, code: 'notReady' });
    await createStockItem(context, { key: 'strap', title: 'Strap', unit: '1', onHand: '3' });
    const version = await change(id, {
      sku: 'STRAP',
      price: '24.00',
      category: 'Tools',
      draws: [{ kind: 'fixed', stock: 'strap', quantity: '1', pieces: 1 }],
    });
    expect(await publishProduct(context, id, version)).toBe(1);
    expect((await resolvePublished(context, 'hive-strap', { answers: {} })).state).toBe('sellable');
  });

  it('is refused for a draft that has moved on since it was looked at', async () => {
    const version = await change(2, { title: 'Seen' });
    await change(2, { title: 'Unseen' });
    await expect(publishProduct(context, 2, version)).rejects.toMatchObject({ code: 'draftMoved' });
  });

  it('is refused at an address that is taken', async () => {
    const version = await change(2, { slug: 'bee-suit' });
    await expect(publishProduct(context, 2, version)).rejects.toMatchObject({ code: 'slugTaken' });
  });

  it('makes revisions that never change, and any of them can be brought back', async () => {
    await publishProduct(context, 2, await change(2, { price: '20.00' }));
    await publishProduct(context, 2, await change(2, { price: '21.00' }));
    const states = await listEarlierStates(context, 2);
    expect(states.map(({ name, definition, inShop }) => [name, definition.price, inShop])).toEqual([
      ['Revision 3', '21.00', true],
      ['Revision 2', '20.00', false],
      ['Revision 1', '18.50', false],
    ]);
    const version = await change(2, { ...states[2]?.definition });
    await publishProduct(context, 2, version);
    expect((await openShopProduct(context, 'stainless-mesh')).definition.price).toBe('18.50');
  });

  it('can be taken back: the product leaves the shop, its revisions stay', async () => {
    await unpublishProduct(context, 2);
    expect((await listShop(context)).entries.map(({ slug }) => slug)).not.toContain('stainless-mesh');
    expect(await listEarlierStates(context, 2)).toHaveLength(1);
    await expect(deleteProduct(context, 2)).rejects.toMatchObject({ code: 'wasPublished' });
  });
});

describe('the product list', () => {
  it('says what each product is, costs and has, and why it can’t be bought', async () => {
    const rows = await allProducts(context);
    const plain = rows.filter(({ slug }) => !KITS.has(slug));
    expect(
      plain.map(({ title, facets, price, state, mustFix, held }) => ({ title, facets, price, state, mustFix, held })),
    ).toEqual([
      {
        title: 'Apiary netting',
        facets: ['by the square metre', '3 choices'],
        price: 'from €3.20 / m²',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Bee suit',
        facets: ['10 variants', '4 choices'],
        price: '€129.00 – €181.72',
        state: 'published',
        mustFix: 0,
        held: '1 of its 12 stock items is out',
      },
      {
        title: 'Branding iron',
        facets: ['8 choices'],
        price: '€50.40 – €113.46',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'First inspection, a day’s course',
        facets: ['1 choice'],
        price: '€64.00',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Hexagon jars, loose',
        facets: ['2 choices', 'in 4 quantities'],
        price: '€0.92',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Hive paint',
        facets: ['11 variants', '1 choice'],
        price: '€12.90 – €151.80',
        state: 'published',
        mustFix: 0,
        held: '1 of its 13 stock items is out',
      },
      { title: 'Hive tool', facets: ['plain'], price: null, state: 'draft', mustFix: 3, held: null },
      { title: 'Hive wrap', facets: ['4 choices'], price: 'from €9.50', state: 'published', mustFix: 0, held: null },
      {
        title: 'Honey jars in cases',
        facets: ['4 choices', 'in multiples of 2'],
        price: '€9.90 – €189.59',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Jar labels',
        facets: ['9 choices', 'in multiples of 50'],
        price: 'from €0.12',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Queen marking pens',
        facets: ['2 choices'],
        price: '€4.80 – €5.40',
        state: 'published',
        mustFix: 0,
        held: '1 of its 5 stock items is out',
      },
      { title: 'Smoker', facets: ['5 choices'], price: '€42.00 – €80.28', state: 'published', mustFix: 0, held: null },
      {
        title: 'Smoker fuel',
        facets: ['3 choices'],
        price: '€7.80 – €12.50',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Stainless mesh',
        facets: ['by the metre', '3 choices'],
        price: '€18.50 – €21.70 / m',
        state: 'published',
        mustFix: 0,
        held: null,
      },
      {
        title: 'Wax foundation',
        facets: ['2 choices', 'in multiples of 10'],
        price: '€1.30 – €2.25',
        state: 'published',
        mustFix: 0,
        held: null,
      },
    ]);
  });

  it('says of kits what they are put together from, and of parts where they are sold', async () => {
    const rows = await allProducts(context);
    const said = (title: string) =>
      rows.filter((row) => row.title === title).map(({ facets, price }) => [...facets, price]);
    expect(
      ['Starter kit', 'Two suits', 'First honey set', 'The first year', 'Hive frame with foundation'].map(said),
    ).toEqual([
      [['kit of 7', '1 choice', '€365.46 – €648.11']],
      [['kit of 2', '€230.00 – €335.44']],
      [['kit of 4', '€59.00 – €86.60']],
      [['kit of 3', '€414.11 – €717.32']],
      [['plain', 'only in kits', '€2.40']],
    ]);
  });

  it('tells a changed draft from a published one; a copy starts as a draft', async () => {
    await change(2, { title: 'Steel mesh' });
    const copy = await duplicateProduct(context, 1, { stock: 'shared' });
    const rows = await allProducts(context);
    expect(rows.find(({ id }) => id === 2)?.state).toBe('changed');
    expect(rows.find(({ id }) => id === copy)).toMatchObject({
      title: 'Bee suit (copy)',
      slug: 'bee-suit-copy',
      state: 'draft',
    });
    await deleteProduct(context, copy);
    expect((await allProducts(context)).some(({ id }) => id === copy)).toBe(false);
  });

  it('has stock of its own, with nothing on hand, or says that it shares it', async () => {
    const stockOf = async (id: number) => [...referencesOf((await openProduct(context, id)).draft).stock].sort();
    const [suit, own, shared] = [
      1,
      await duplicateProduct(context, 1, { stock: 'own' }),
      await duplicateProduct(context, 1, { stock: 'shared' }),
    ];
    expect(await stockOf(shared)).toEqual(await stockOf(suit));
    const made = await stockOf(own);
    expect(made).toHaveLength((await stockOf(suit)).length);
    expect(made.some((key) => key.length === 0)).toBe(false);
    const before = await stockOf(suit);
    expect(made.filter((key) => before.includes(key))).toEqual([]);
    const items = (await allStock(context)).filter(({ key }) => made.includes(key));
    expect(items.map(({ onHand }) => onHand)).toEqual(made.map(() => '0'));
    expect(items.every(({ title }) => title.endsWith('(copy)'))).toBe(true);
    // A copy of what lies in lots lies in lots, too.
    const mesh = await duplicateProduct(context, 2, { stock: 'own' });
    const [roll] = await stockOf(mesh);
    expect((await allStock(context)).find(({ key }) => key === roll)).toMatchObject({
      lying: { kind: 'roll', lots: [] },
    });
  });

  it('offers what other products use', async () => {
    const { suggestions } = await openForEditing(context, 2);
    expect(suggestions.categories).toEqual([
      'Apiary',
      'Bottling',
      'Clothing',
      'First honey',
      'Hive parts',
      'Marking',
      'Queen rearing',
      'Starting out',
      'Tools',
    ]);
    await expect(openForEditing(context, 999)).rejects.toMatchObject({ status: 404 });
  });
});

describe('the page of a draft', () => {
  it('is what customers would see: of a group, on a day, without what is the manager’s', async () => {
    const { draft, draftVersion } = await openProduct(context, 9);
    await saveDraft(context, 9, {
      definition: { ...draft, title: 'Winter smoker', supplier: 'Secret Mill', price: '55' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    const view = await openDraftPage(context, 9, { group: 'trade', day: '2026-12-24' });
    expect(view).toMatchObject({
      today: '2026-12-24',
      group: 'your group',
      product: { title: 'Winter smoker', price: '55', supplier: null, proofs: [] },
    });
    expect(view.price).toContain('55');
    expect(JSON.stringify(view)).not.toContain('Secret Mill');
    expect(await openDraftPage(context, 9, { group: 'nobody', day: 'someday' })).toMatchObject({
      group: null,
      today: expect.stringMatching(/^\d{4}-\d\d-\d\d$/),
    });
    await expect(openDraftPage(context, 99_999, {})).rejects.toMatchObject({ status: 404 });
  });
});

describe('a link to a draft', () => {
  it('shows it to who has it, as customers will see it, until it is withdrawn', async () => {
    const { draft, draftVersion } = await openProduct(context, 9);
    await saveDraft(context, 9, {
      definition: { ...draft, title: 'Winter smoker', supplier: 'Secret Mill' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    const { token } = await shareDraft(context, 9);
    expect(token.length).toBeGreaterThanOrEqual(20);
    expect(await shareDraft(context, 9)).toEqual({ token });
    const view = await openSharedDraft(context, token);
    expect(view.product.title).toBe('Winter smoker');
    expect(JSON.stringify(view)).not.toContain('Secret Mill');
    await withdrawDraftLink(context, 9);
    await expect(openSharedDraft(context, token)).rejects.toMatchObject({ status: 404 });
    expect((await shareDraft(context, 9)).token).not.toBe(token);
  });

  it('says for whom it is seen, and can’t be made to say another', async () => {
    const [everybody, trade] = [await shareDraft(context, 9), await shareDraft(context, 9, { group: 'trade' })];
    expect(everybody.token).not.toBe(trade.token);
    const [id, , day, seal] = everybody.token.split('~');
    const forged = [id, Buffer.from('trade').toString('base64url'), day, seal].join('~');
    // As many signs as the right one, and more bytes.
    const odd = [id, '', day, 'é'.repeat(seal?.length ?? 0)].join('~');
    for (const wrong of [forged, odd])
      await expect(openSharedDraft(context, wrong)).rejects.toMatchObject({ status: 404 });
    expect((await openSharedDraft(context, trade.token)).group).not.toBeNull();
    expect((await openSharedDraft(context, everybody.token)).group).toBeNull();
  });

  it('is no other than the right one', async () => {
    for (const token of ['', ' ', 'null', '%', '../9'])
      await expect(openSharedDraft(context, token)).rejects.toMatchObject({ status: 404 });
    await expect(shareDraft(context, 9_999)).rejects.toMatchObject({ status: 404 });
  });
});

describe('the price of a draft, said without opening it', () => {
  it('is kept, and nothing else of the draft; what another has changed meanwhile stays', async () => {
    const id = await createProduct(context, { title: 'Gauntlets', sku: 'GAUNT', price: '12' });
    const before = await openProduct(context, id);
    const said = { price: '10.50', wasPrice: '12', version: before.draftVersion, editor: 'list' };
    const { version } = await setBasePrice(context, id, said);
    const after = await openProduct(context, id);
    expect(after.draft).toEqual({ ...before.draft, price: '10.50', wasPrice: '12' });
    expect(after.draftVersion).toBe(version);
    // The same again is the same; of another who has not seen it, it is refused.
    expect(await setBasePrice(context, id, said)).toEqual({ version });
    await expect(setBasePrice(context, id, { ...said, editor: 'other', price: '9' })).rejects.toMatchObject({
      status: 409,
      code: 'draftConflict',
    });
    await expect(setBasePrice(context, id, { ...said, version, price: '-1' })).rejects.toMatchObject({ status: 422 });
    await expect(setBasePrice(context, id, { ...said, version, price: 'abc' })).rejects.toMatchObject({ status: 422 });
    expect((await openProduct(context, id)).draft.price).toBe('10.50');
    expect((await allProducts(context)).find((row) => row.id === id)?.base).toEqual({ price: '10.50', wasPrice: '12' });
  });
});
