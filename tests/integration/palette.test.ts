import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { findThings } from '@/services/catalog/finder';
import { createProduct } from '@/services/products/products';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

describe('the palette', () => {
  const found = async (words: string, kinds?: string[]) =>
    (await findThings(context, words, kinds)).map(({ kind, title }) => `${kind} ${title}`);

  it('finds everything that has a name, by it or by what tells it apart', async () => {
    expect(await found('suit')).toContain('product Bee suit');
    expect(await findThings(context, 'gift')).toContainEqual({
      kind: 'sheet',
      title: 'As a gift',
      hint: 'gift',
      href: '/manage/sheets/1',
    });
    expect(await found('Barn red')).toContain('swatch Barn red');
    expect((await found('honey-jar')).some((one) => one.startsWith('stock item'))).toBe(true);
    expect(await found('wren')).toEqual(['order Order 3']);
    expect(await found('order 3')).toContain('order Order 3');
    expect(await found('SUIT', ['product'])).toContain('product Bee suit');
  });

  it('tells some of each kind while nothing is said, and of many the likeliest', async () => {
    expect((await found('', ['product', 'sheet'])).length).toBe(14);
    expect(await found('', ['no such kind'])).toEqual([]);
    await createProduct(context, { title: 'A grid', category: 'Bee suit' });
    expect((await found('suit', ['product']))[0]).toMatch(/suit/i);
    expect(await found('grid', ['product'])).toEqual(['product A grid']);
  });

  it('takes signs as they are', async () => {
    for (const words of ['%', '_', '\\', '"', "'; drop table orders", '*'])
      expect(await found(words, ['order', 'stock item'])).toEqual([]);
  });
});
