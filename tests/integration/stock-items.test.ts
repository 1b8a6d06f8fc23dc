import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { stockItems, stockMovements } from '@/data/schema';
import { type BulkChange } from '@/services/many/bulk-change';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { changeStockItem, deleteStockItem } from '@/services/stock/items/change-item';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem } from '@/services/stock/items/stock';
import { allStock } from '../support/all-of';
import { changeMany, lookAtMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const item = async (key: string) =>
  context.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, key) });

describe('a stock item', () => {
  it('is renamed, promised beyond, put away and offered again, and keeps its figures', async () => {
    const before = await item('smoker');
    await changeStockItem(context, 'smoker', { title: '  Smoker, tin ', backorder: '3' });
    await changeStockItem(context, 'smoker', { archived: true });
    expect(await item('smoker')).toEqual({ ...before, title: 'Smoker, tin', backorder: '3', archived: true });
    expect((await allStock(context)).find(({ key }) => key === 'smoker')).toMatchObject({
      archived: true,
      title: 'Smoker, tin',
    });
    await changeStockItem(context, 'smoker', { archived: false, backorder: '' });
    expect(await item('smoker')).toMatchObject({ archived: false, backorder: '0', title: 'Smoker, tin' });
  });

  it('has its unit mended while nothing has moved, and no longer', async () => {
    await createStockItem(context, { key: 'felt', title: 'Felt', unit: '1' });
    await changeStockItem(context, 'felt', { unit: 'm' });
    expect(await item('felt')).toMatchObject({ unit: 'm' });
    await enterStock(context, 'felt', { kind: 'receipt', quantity: '2.5 m', reason: 'First roll' });
    await expect(changeStockItem(context, 'felt', { unit: 'm2' })).rejects.toMatchObject({
      status: 409,
      code: 'unitSettled',
    });
    expect(await item('felt')).toMatchObject({ unit: 'm', onHand: '2.5' });
  });

  it.each([
    [{ unit: 'furlong' }, 422],
    [{ backorder: 'many' }, 422],
    [{ backorder: '-2' }, 422],
  ])('refuses %o and changes nothing', async (change, status) => {
    const before = await item('smoker');
    await expect(changeStockItem(context, 'smoker', change)).rejects.toMatchObject({ status });
    expect(await item('smoker')).toEqual(before);
  });

  it('that lies in lots is promised as far as they reach, and no further', async () => {
    await expect(changeStockItem(context, 'mesh-fine', { backorder: '4' })).rejects.toMatchObject({
      status: 409,
      code: 'lotsPromised',
    });
  });

  it('is deleted with what was entered of it, once nothing refers to it', async () => {
    await createStockItem(context, { key: 'felt', title: 'Felt', unit: '1', onHand: '4' });
    const { draft, draftVersion } = await openProduct(context, 1);
    const version = await saveDraft(context, 1, {
      definition: { ...draft, draws: [{ kind: 'fixed', stock: 'felt', quantity: '1', pieces: 1 }] },
      baseVersion: draftVersion,
      editor: 'test',
    });
    await expect(deleteStockItem(context, 'felt')).rejects.toMatchObject({
      status: 409,
      code: 'stillUsed',
      message: expect.stringContaining(draft.title),
    });
    await saveDraft(context, 1, { definition: draft, baseVersion: version, editor: 'test' });
    const id = (await item('felt'))?.id ?? 0;
    await deleteStockItem(context, 'felt');
    expect(await item('felt')).toBeUndefined();
    expect(await context.database.read.select().from(stockMovements).where(eq(stockMovements.itemId, id))).toEqual([]);
    await expect(deleteStockItem(context, 'felt')).rejects.toMatchObject({ status: 404 });
  });

  it('that products take is not deleted', async () => {
    await expect(deleteStockItem(context, 'smoker')).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/still takes? Smoker/),
    });
  });
});

describe('many products', () => {
  it('become made to order or services together, those that draw nothing, and are tracked again', async () => {
    const fitting = await createProduct(context, { title: 'Fitting', sku: 'FIT', price: '30' });
    const smoker = 9;
    const notCounted = async (id: number) => (await openProduct(context, id)).draft.notCounted;
    const change: BulkChange = { kind: 'notCounted', notCounted: 'service', products: [fitting, smoker] };
    const { rows } = await lookAtMany(context, change);
    expect(rows.map(({ title, does }) => [title, does])).toEqual([
      ['Fitting', 'becomes service'],
      ['Smoker', 'draws from stock, and stays tracked'],
    ]);
    await changeMany(context, change);
    expect([await notCounted(fitting), await notCounted(smoker)]).toEqual(['service', null]);
    await changeMany(context, { ...change, notCounted: null });
    expect(await notCounted(fitting)).toBeNull();
  });
});
