import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { bin, products, stockItems, stockMovements, swatches } from '@/data/schema';
import { bringBack, deleteForGood } from '@/services/bin/bin';
import { binAskedFrom, listBin } from '@/services/bin/list';
import { openProduct, saveDraft, seeProduct } from '@/services/products/drafts';
import { archiveProduct, createProduct, createProducts, deleteProduct, startAgain } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { createSheet, deleteSheet, openSheet, publishSheet, startSheetAgain } from '@/services/sheets/sheets';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem } from '@/services/stock/items/stock';
import { deleteStockItem } from '@/services/stock/items/change-item';
import { createSwatch, deleteSwatch, listSwatches } from '@/services/swatches/swatches';
import { allStock } from '../support/all-of';
import { allProducts } from '../support/all-products';
import { asOwner, openServices, type TestServices } from '../support/services';

const DAY = 86_400_000;

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

/** What is in the bin, as an address asks for it. */
const inBin = async (asked = '') => (await listBin(context, binAskedFrom(new URLSearchParams(asked)))).rows;

describe('what is deleted', () => {
  it('of a product comes back as it was, with its number', async () => {
    const id = await createProduct(context, { title: 'Rain hat', sku: 'HAT', price: '12', category: 'Clothing' });
    const opened = await openProduct(context, id);
    await saveDraft(context, id, {
      definition: { ...opened.draft, summary: 'Dry' },
      baseVersion: opened.draftVersion,
      editor: 'a',
    });
    const before = await context.database.read.query.products.findFirst({ where: eq(products.id, id) });
    const { binned } = await deleteProduct(context, id);
    await expect(openProduct(context, id)).rejects.toMatchObject({ status: 404 });
    expect((await allProducts(context)).some(({ title }) => title === 'Rain hat')).toBe(false);
    // Another that is made meanwhile has a number of its own.
    expect(await createProduct(context, { title: 'Sun hat' })).not.toBe(id);
    expect(await bringBack(context, binned, asOwner)).toEqual({ kind: 'product', title: 'Rain hat' });
    expect(await context.database.read.query.products.findFirst({ where: eq(products.id, id) })).toEqual(before);
    expect((await allProducts(context)).find(({ title }) => title === 'Rain hat')).toMatchObject({
      id,
      state: 'draft',
      sku: 'HAT',
    });
    expect(await inBin()).toEqual([]);
    await expect(bringBack(context, binned, asOwner)).rejects.toMatchObject({ status: 404 });
  });

  it('says to whoever has it open where it lies, until it is gone for good', async () => {
    const id = await createProduct(context, { title: 'Rain hat' });
    const { draft, draftVersion } = await openProduct(context, id);
    const { binned } = await deleteProduct(context, id);
    const save = () =>
      saveDraft(context, id, { definition: { ...draft, summary: 'Dry' }, baseVersion: draftVersion, editor: 'a' });
    await expect(save()).rejects.toMatchObject({ status: 404, details: { binned } });
    await expect(seeProduct(context, id, 'a')).rejects.toMatchObject({ status: 404, details: { binned } });
    await bringBack(context, binned, asOwner);
    expect(await save()).toBe(draftVersion + 1);
    await archiveProduct(context, id, { archived: true });
    expect(await seeProduct(context, id, 'a')).toEqual({
      draftVersion: draftVersion + 1,
      publishedRevision: null,
      archived: true,
      others: 0,
    });
    await deleteForGood(context, (await deleteProduct(context, id)).binned, asOwner);
    await expect(save()).rejects.toMatchObject({ status: 404, details: { binned: null } });
    // What stands in the window can still become another product, with an address of its own.
    const again = await startAgain(context, { ...draft, summary: 'Dry', slug: 'bee-suit' });
    expect((await openProduct(context, again)).draft).toMatchObject({
      title: 'Rain hat',
      summary: 'Dry',
      slug: 'bee-suit-2',
    });
  });

  it('of a sheet, with what was published of it', async () => {
    const id = await createSheet(context, { title: 'As a gift' });
    await publishSheet(context, id, { version: (await openSheet(context, id)).draftVersion, accepted: 0 });
    const before = await openSheet(context, id);
    const { binned } = await deleteSheet(context, id);
    await bringBack(context, binned, asOwner);
    expect(await openSheet(context, id)).toEqual(before);
    expect(before.publishedRevision).toBe(1);
  });

  it('of a sheet for good, of which what stands in a window can become another', async () => {
    const id = await createSheet(context, { title: 'Wrapped' });
    const { draft } = await openSheet(context, id);
    await deleteForGood(context, (await deleteSheet(context, id)).binned, asOwner);
    const again = await startSheetAgain(context, { ...draft, note: 'With a bow' });
    expect((await openSheet(context, again)).draft).toMatchObject({
      title: 'Wrapped',
      note: 'With a bow',
      key: 'wrapped',
    });
    // Meanwhile another may have taken its inside name.
    const other = await startSheetAgain(context, draft);
    expect((await openSheet(context, other)).draft.key).toBe('wrapped-2');
  });

  it('of a stock item, with its ledger', async () => {
    await createStockItem(context, { key: 'felt', title: 'Felt', unit: '1' });
    await enterStock(context, 'felt', { kind: 'receipt', quantity: '7', reason: 'Delivery' });
    const before = (await allStock(context)).find(({ key }) => key === 'felt');
    const { binned } = await deleteStockItem(context, 'felt');
    await bringBack(context, binned, asOwner);
    expect((await allStock(context)).find(({ key }) => key === 'felt')).toEqual(before);
    const item = await context.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'felt') });
    expect(
      await context.database.read
        .select()
        .from(stockMovements)
        .where(eq(stockMovements.itemId, item?.id ?? 0)),
    ).toMatchObject([{ onHandAfter: '7', reason: 'Delivery' }]);
  });

  it('of a swatch; not while another has its name', async () => {
    const colour = { name: 'Lupin', colours: ['#8a6a9a'], picture: null, family: 'Purples', supplierCode: 'H7' };
    const { binned } = await deleteSwatch(context, await createSwatch(context, colour));
    expect((await inBin())[0]).toMatchObject({ kind: 'swatch', title: 'Lupin' });
    const second = await createSwatch(context, { ...colour, supplierCode: 'H8' });
    await expect(bringBack(context, binned, asOwner)).rejects.toMatchObject({ status: 409, code: 'nameTaken' });
    await deleteSwatch(context, second);
    await bringBack(context, binned, asOwner);
    expect((await listSwatches(context)).find(({ name }) => name === 'Lupin')).toMatchObject({ supplierCode: 'H7' });
    expect(await context.database.read.select().from(swatches).where(eq(swatches.name, 'Lupin'))).toHaveLength(1);
  });

  it('is kept for thirty days, and gone for good after that, or when that is wanted', async () => {
    const [first, second] = [
      await createProduct(context, { title: 'One' }),
      await createProduct(context, { title: 'Two' }),
    ];
    const { binned } = await deleteProduct(context, first);
    context.advance(29 * DAY);
    const later = await deleteProduct(context, second);
    expect((await inBin()).map(({ title }) => title)).toEqual(['Two', 'One']);
    context.advance(1.5 * DAY);
    expect((await inBin()).map(({ title }) => title)).toEqual(['Two']);
    await expect(bringBack(context, binned, asOwner)).rejects.toMatchObject({ status: 404 });
    await deleteForGood(context, later.binned, asOwner);
    await expect(deleteForGood(context, later.binned, asOwner)).rejects.toMatchObject({ status: 404 });
    expect(await context.database.read.select().from(bin)).toEqual([]);
  });

  it('is found by its name and what it is, sorted, and turned page by page', async () => {
    for (let place = 1; place <= 52; place += 1) {
      context.advance(1000);
      await deleteProduct(context, await createProduct(context, { title: `Thing ${String(place).padStart(2, '0')}` }));
    }
    await deleteSwatch(
      context,
      await createSwatch(context, {
        name: 'Lupin 7',
        colours: ['#8a6a9a'],
        picture: null,
        family: 'Purples',
        supplierCode: 'H7',
      }),
    );
    const page = await listBin(context, binAskedFrom(new URLSearchParams('page=2')));
    expect(page).toMatchObject({ found: 53, total: 53, page: 2, pages: 2, first: 51 });
    expect(page.rows.map(({ title }) => title)).toEqual(['Thing 03', 'Thing 02', 'Thing 01']);
    const called = Array.from({ length: 52 }, (_, place) => `Thing ${String(place + 1).padStart(2, '0')}`);
    expect((await inBin('find=4 thing&sort=title')).map(({ title }) => title)).toEqual(
      called.filter((title) => title.includes('4')),
    );
    expect((await inBin('find=swatch')).map(({ title }) => title)).toEqual(['Lupin 7']);
    expect((await inBin('sort=kind.desc'))[0]).toMatchObject({ kind: 'swatch' });
    expect(await inBin('find=nothing%25')).toEqual([]);
    expect(await inBin('page=999')).toHaveLength(3);
  });

  it('twice at once is deleted once', async () => {
    const id = await createProduct(context, { title: 'Twice' });
    const outcomes = await Promise.allSettled([deleteProduct(context, id), deleteProduct(context, id)]);
    expect(outcomes.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await inBin()).toHaveLength(1);
    const [binned] = await inBin();
    const back = await Promise.allSettled([
      bringBack(context, binned?.id ?? 0, asOwner),
      bringBack(context, binned?.id ?? 0, asOwner),
    ]);
    expect(back.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  });
});

describe('a list of products', () => {
  it('is started as a whole or not at all', async () => {
    const before = (await allProducts(context)).length;
    await expect(createProducts(context, { products: [{ title: 'Right' }, { title: '\u200b ' }] })).rejects.toThrow(
      'Give the product a name.',
    );
    expect(await allProducts(context)).toHaveLength(before);
    expect(await createProducts(context, { products: [{ title: 'Right' }, { title: 'Right' }] })).toBe(2);
    expect(
      (await allProducts(context))
        .filter(({ title }) => title === 'Right')
        .map(({ slug }) => slug)
        .sort(),
    ).toEqual(['right', 'right-2']);
  });
});

describe('a list of products with what is on hand', () => {
  it('starts to count them, each as a stock item of its own, or leaves them uncounted as it says', async () => {
    const list = [
      { title: 'Smoker, steel', sku: 'SM-2', stock: { onHand: '12', cost: '19.5' } },
      { title: 'Smoker, steel', sku: 'SM-3', stock: { onHand: '0', cost: null } },
      { title: 'Fitting', sku: 'FIT', notCounted: 'service' as const },
    ];
    expect(await createProducts(context, { products: list })).toBe(3);
    const started = await Promise.all(
      list.map(({ sku }) => context.database.read.query.products.findFirst({ where: eq(products.sku, sku) })),
    );
    const [first, second, third] = started.map((row) => row?.draft);
    expect(first?.draws).toMatchObject([{ kind: 'fixed', stock: 'smoker-steel', quantity: '1' }]);
    expect(second?.draws).toMatchObject([{ stock: 'smoker-steel-2' }]);
    expect([third?.draws, third?.notCounted]).toEqual([[], 'service']);
    const stock = (await allStock(context)).filter(({ key }) => key.startsWith('smoker-steel'));
    expect(stock.map(({ title, onHand, cost }) => [title, onHand, cost])).toEqual([
      ['Smoker, steel', '12', '19.5'],
      ['Smoker, steel', '0', null],
    ]);
    // All or none: one that can't be counted leaves no other behind.
    const before = (await allStock(context)).length;
    await expect(
      createProducts(context, {
        products: [
          { title: 'Hat', stock: { onHand: '1' } },
          { title: 'Cap', stock: { onHand: '1', cost: '-4' } },
        ],
      }),
    ).rejects.toMatchObject({ code: 'unreadableCost' });
    expect(await allStock(context)).toHaveLength(before);
  });
});

describe('an archived product', () => {
  it('is put away, found under its state, and taken out again by publishing it', async () => {
    const id = await createProduct(context, { title: 'Old veil', sku: 'OLD', price: '3', category: 'Clothing' });
    const state = async () => (await allProducts(context)).find((row) => row.id === id)?.state;
    await archiveProduct(context, id, { archived: true });
    expect(await state()).toBe('archived');
    await archiveProduct(context, id, { archived: false });
    expect(await state()).toBe('draft');
    await archiveProduct(context, id, { archived: true });
    const opened = await openProduct(context, id);
    await saveDraft(context, id, {
      definition: { ...opened.draft, notCounted: 'madeToOrder', pictures: [] },
      baseVersion: opened.draftVersion,
      editor: 'a',
    });
    await publishProduct(context, id, (await openProduct(context, id)).draftVersion);
    expect(await state()).toBe('published');
    await expect(archiveProduct(context, id, { archived: true })).rejects.toMatchObject({
      status: 409,
      code: 'inShop',
    });
    await expect(archiveProduct(context, 999_999, { archived: true })).rejects.toMatchObject({ status: 404 });
  });
});
