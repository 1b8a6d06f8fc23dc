import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { findAddressed, findBySku } from '@/services/catalog/addressed';
import { lackingSchema, openForEditing, readLacking } from '@/services/products/editing';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';
import { changeStockItem } from '@/services/stock/items/change-item';
import { findStock, freeStockKeys, stockAskedSchema } from '@/services/stock/items/find';
import { listStock, stockAskedFrom } from '@/services/stock/items/list';
import { createStockItem } from '@/services/stock/items/stock';
import { allStock } from '../support/all-of';
import { idOf } from '../support/published';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const asked = (address: string) => listStock(context, stockAskedFrom(new URLSearchParams(address)));
const keysOf = async (address: string) => (await asked(address)).rows.map(({ key }) => key);

describe('stock', () => {
  it('is shown page by page, by name whatever the capitals, with how many there are', async () => {
    for (const [place, title] of ['Zinc tray', 'abacus', 'Brush'].entries())
      await createStockItem(context, { key: `new-${place}`, title, unit: '1' });
    const all = await allStock(context);
    const first = await asked('');
    expect(first).toMatchObject({ total: all.length, found: all.length, archived: 0, page: 1, first: 1 });
    expect(first.rows).toHaveLength(Math.min(50, all.length));
    const titles: string[] = [];
    for (let page = 1; page <= first.pages; page += 1)
      titles.push(...(await asked(`page=${page}`)).rows.map(({ title }) => title));
    expect(titles).toEqual([...titles].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)));
    expect(titles).toHaveLength(all.length);
    expect(titles[0]).toBe('abacus');
    expect((await asked('page=999')).page).toBe(first.pages);
  });

  it('is found by beginnings of words, and follows a new name', async () => {
    await createStockItem(context, { key: 'quill', title: 'Quíll pad 4 mm', unit: '1' });
    expect(await keysOf('find=quill pad')).toEqual(['quill']);
    expect(await keysOf('find=uill')).toEqual([]);
    await changeStockItem(context, 'quill', { title: 'Cork pad' });
    expect(await keysOf('find=cork')).toEqual(['quill']);
    expect(await keysOf('find="or*')).toEqual([]);
  });

  it('is sorted by how much there is, as numbers, and leaves out what is put away', async () => {
    const figures = (await asked('sort=available.desc')).rows.map(({ available }) => Number(available));
    expect(figures).toEqual([...figures].sort((a, b) => b - a));
    expect(new Set(figures).size).toBeGreaterThan(3);
    const costs = (await asked('sort=cost')).rows.map(({ cost }) => (cost === null ? -1 : Number(cost)));
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    await createStockItem(context, { key: 'quill', title: 'Quill', unit: '1' });
    await changeStockItem(context, 'quill', { archived: true });
    expect(await keysOf('find=quill')).toEqual([]);
    expect(await keysOf('find=quill&show=all')).toEqual(['quill']);
    expect((await asked('')).archived).toBe(1);
    expect((await findStock(context, { words: 'quill', name: '', product: '' })).map(({ key }) => key)).toEqual([]);
  });

  it('is offered likely ones first: those that share words with what takes it, then with the product', async () => {
    for (const [key, title] of [
      ['pot-red', 'Paint pot red'],
      ['pot-blue', 'Paint pot blue'],
      ['red-string', 'String red'],
    ] as const)
      await createStockItem(context, { key, title, unit: '1' });
    const likely = await findStock(context, { words: '', name: 'Red', product: 'Paint pot PAINT' });
    expect(likely[0]?.key).toBe('pot-red');
    const place = (key: string) => likely.findIndex((item) => item.key === key);
    expect(place('pot-blue')).toBeGreaterThan(0);
    expect(place('red-string')).toBeGreaterThan(0);
    expect(Math.max(place('pot-blue'), place('red-string'))).toBeLessThan(
      place('honey-jar-454') < 0 ? 40 : place('honey-jar-454'),
    );
    expect(likely).toHaveLength(40);
    expect((await findStock(context, { words: '', name: '', product: '' })).length).toBe(40);
    const long = stockAskedSchema.parse({ name: 'Red '.repeat(300), product: 'Paint pot' });
    expect((await findStock(context, long))[0]?.key).toBe('pot-red');
  });

  it('gives free keys for what is to be made, one after the other', async () => {
    await createStockItem(context, { key: 'apron', title: 'Apron', unit: '1' });
    await createStockItem(context, { key: 'apron-3', title: 'Apron three', unit: '1' });
    expect((await freeStockKeys(context, { titles: ['Apron', 'Apron', 'Apron', 'Tray', '…'] })).keys).toEqual([
      'apron-2',
      'apron-4',
      'apron-5',
      'tray',
      'item',
    ]);
  });
});

describe('an editor', () => {
  it('gets the stock that its document can take, and what it lacks when it is asked for', async () => {
    const view = await openForEditing(context, await idOf(context, 'smoker-fuel'));
    const known = view.stock.map(({ key }) => key);
    expect(known.length).toBeGreaterThan(0);
    expect(known.length).toBeLessThan((await allStock(context)).length / 4);
    const lacking = await readLacking(
      context,
      lackingSchema.parse({ stock: ['honey-jar-454', 'none-such'], products: ['starter-kit', 'none-such'] }),
    );
    expect(lacking.stock.map(({ key }) => key)).toContain('honey-jar-454');
    expect(lacking.products.map(({ slug }) => slug)).toEqual(expect.arrayContaining(['starter-kit', 'smoker']));
    expect(lackingSchema.safeParse({ stock: [1] }).success).toBe(false);
  });

  it('finds products of the shop, those of the same category first, and by their SKUs', async () => {
    const found = await findAddressed(context, { words: '', category: 'Hive parts', withDrafts: false });
    expect(found.length).toBeGreaterThan(10);
    const words = await findAddressed(context, { words: 'smok', category: null, withDrafts: false });
    expect(words.map(({ slug }) => slug)).toEqual(expect.arrayContaining(['smoker', 'smoker-fuel']));
    const { found: bySku, meant } = await findBySku(context, { skus: [words[0]?.sku.toLowerCase() ?? '', 'SMOKR'] });
    expect(bySku.map(({ sku }) => sku)).toEqual([words[0]?.sku]);
    expect(Object.keys(meant)).toEqual(['SMOKR']);
  });
});

describe('orders', () => {
  it('are shown newest first, found by customer, product, state and number, and sorted', async () => {
    const list = (address: string) => listOrders(context, ordersAskedFrom(new URLSearchParams(address)));
    const before = await list('');
    await order(context, await basketWith(context, 'smoker-fuel', {}));
    const after = await list('');
    expect(after.total).toBe(before.total + 1);
    const [newest] = after.rows;
    expect(newest?.contents).toContain('fuel');
    const numbersOf = async (address: string) => (await list(address)).rows.map(({ number }) => number);
    expect(await numbersOf('find=fuel paid')).toContain(newest?.number);
    expect(await numbersOf(`find=${encodeURIComponent(newest?.customerName ?? '?')}`)).toContain(newest?.number);
    expect(await numbersOf('find=no+such+thing')).toEqual([]);
    const totals = (await list('sort=total')).rows.map(({ total }) => Number(total));
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
    expect(await numbersOf('sort=number')).toEqual((await numbersOf('sort=number.desc')).toReversed());
  });
});
