import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { orders, products } from '@/data/schema';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { openSettings, saveSettings } from '@/services/settings/settings';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const change = async (currency: string) => {
  const { name, timeZone, skuSeparator, groups } = (await openSettings(context)).shop;
  await saveSettings(context, { name, timeZone, skuSeparator, groups, currency });
};
/** The demo without what it has sold, and without what is published in its currency. */
async function withoutSales(): Promise<void> {
  await context.database.write(async (transaction) => {
    await transaction.run('PRAGMA defer_foreign_keys = ON');
    for (const table of ['payments', 'cuts', 'stock_movements', 'line_views', 'order_lines'])
      await transaction.run(`DELETE FROM ${table}`);
    await transaction.delete(orders);
  });
}
const published = (value: number | null) =>
  context.database.write((transaction) => transaction.update(products).set({ publishedRevision: value }));

describe('the currency of the shop', () => {
  it('is changed while nothing has been sold; drafts follow it, figure by figure', async () => {
    await withoutSales();
    await published(null);
    const id = await createProduct(context, { title: 'Wax', sku: 'WAX', price: '3.50' });
    const { draft, draftVersion } = await openProduct(context, id);
    await saveDraft(context, id, {
      definition: { ...draft, formulas: [{ key: 'f', title: 'F', serves: { kind: 'amount' }, text: '0.50 EUR × 2' }] },
      baseVersion: draftVersion,
      editor: 'test',
    });
    expect((await openSettings(context)).hasSold).toBe(false);
    await change('CHF');
    expect((await openSettings(context)).shop.currency).toBe('CHF');
    const after = await openProduct(context, id);
    expect([after.draft.price, after.draft.formulas[0]?.text, after.draftVersion]).toEqual([
      '3.50',
      '0.50 CHF × 2',
      draftVersion + 2,
    ]);
  });

  it('stays while something published names it, and says what', async () => {
    await withoutSales();
    await expect(change('CHF')).rejects.toMatchObject({
      status: 409,
      code: 'currencyNamed',
      message: expect.stringContaining('Take'),
    });
    expect((await openSettings(context)).shop.currency).toBe('EUR');
  });

  it('stays once something has been sold', async () => {
    await order(context, await basketWith(context, 'smoker-fuel', {}, 1));
    expect((await openSettings(context)).hasSold).toBe(true);
    await expect(change('CHF')).rejects.toMatchObject({ status: 409, code: 'currencySettled' });
    // Everything else can still be changed.
    await change('EUR');
  });

  it.each(['XYZ', '', 'eur', 'XAU'])('“%s” is none', async (currency) => {
    await withoutSales();
    await expect(change(currency)).rejects.toMatchObject({ status: 422, code: 'unknownCurrency' });
    expect(
      await context.database.read.select({ id: products.id }).from(products).where(eq(products.id, 1)),
    ).toHaveLength(1);
  });
});
