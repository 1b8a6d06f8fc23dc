import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { products, stockItems } from '@/data/schema';
import { importFile } from '@/services/importing/apply';
import { type ImportWish, openImport, planOfImport } from '@/services/importing/import';
import { exportSpreadsheet, spreadsheetsOut, textOfSpreadsheet } from '@/services/importing/spreadsheets';
import { listImports, undoImport } from '@/services/importing/undo';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { resolvePublished } from '@/services/selling/published';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const WISH: ImportWish = { decisions: {}, clashes: null };
const opened = (text: string) => openImport(context, { name: 'list.csv', bytes: Buffer.from(text) });
const bring = async (text: string, wish: Partial<ImportWish> = {}) =>
  importFile(context, await opened(text), { ...WISH, ...wish });
const plan = async (text: string) => planOfImport(context, await opened(text));
const priceOf = async (slug: string, quantity = 1) =>
  (await resolvePublished(context, slug, { answers: {}, quantity })).unitPrice?.toFixed(2);
const row = async (slug: string) =>
  (await context.database.read.query.products.findFirst({ where: eq(products.publishedSlug, slug) })) ?? {
    id: 0,
    draft: null,
  };

describe('a spreadsheet', () => {
  it('of every kind goes out, and does nothing where it comes in as it went', async () => {
    await order(context, await basketWith(context, 'smoker', {}));
    for (const key of spreadsheetsOut)
      for (const form of ['csv', 'csv-comma', 'xlsx'] as const) {
        const bytes = await exportSpreadsheet(context, key, form);
        expect(bytes.length).toBeGreaterThan(40);
        // Orders only go out, and a list to count by comes in where stock is counted.
        if (key === 'orders' || key === 'count' || key === 'selections') continue;
        const found = await planOfImport(context, await openImport(context, { name: key, bytes }));
        expect([key, form, found.things, found.faults, found.notes]).toEqual([key, form, [], [], []]);
      }
  });

  it('changes prices in the shop at once, exactly, and is taken back as a whole', async () => {
    expect(await priceOf('smoker')).toBe('42.00');
    const text = 'Product;From;Price\nsmoker;;43,55\nsmoker;10;41,05\nhive-strap;;8,95\n';
    expect((await plan(text)).things.map(({ key, what }) => [key, what])).toEqual([
      ['smoker', 'changed'],
      ['hive-strap', 'changed'],
    ]);
    const { id, words } = await bring(text);
    expect(words).toBe('2 changed');
    expect([await priceOf('smoker'), await priceOf('hive-strap')]).toEqual(['43.55', '8.95']);
    expect(await priceOf('smoker', 10)).toBe('41.05');
    await undoImport(context, id ?? 0);
    expect([await priceOf('smoker'), await priceOf('hive-strap')]).toEqual(['42.00', '8.40']);
    expect((await listImports(context))[0]).toMatchObject({ name: 'list.csv', undone: true });
  });

  it('comes as drafts where that is asked for: the shop stays as it is', async () => {
    await bring('Product,Price\nsmoker,50\n', { asDrafts: true });
    expect([await priceOf('smoker'), (await row('smoker')).draft?.price]).toEqual(['42.00', '50']);
  });

  it('changes what is worked on, and leaves what is in the shop, where the two differ', async () => {
    const { id } = await row('smoker');
    const { draft, draftVersion } = await openProduct(context, id);
    const definition = { ...draft, title: 'Large smoker' };
    await saveDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' });
    await bring('Product,Price\nsmoker,50\n');
    expect(await priceOf('smoker')).toBe('42.00');
    expect((await row('smoker')).draft).toMatchObject({ title: 'Large smoker', price: '50' });
  });

  it('changes nothing that others have changed since it was opened', async () => {
    const file = await opened('Product,Price\nsmoker,50\n');
    const { seen } = await planOfImport(context, file);
    const { id } = await row('smoker');
    const { draft, draftVersion } = await openProduct(context, id);
    await saveDraft(context, id, {
      definition: { ...draft, summary: 'Said by somebody else' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    await expect(importFile(context, file, { ...WISH, seen })).rejects.toMatchObject({ code: 'changedMeanwhile' });
    await importFile(context, file, WISH);
    expect((await row('smoker')).draft).toMatchObject({ summary: 'Said by somebody else', price: '50' });
  });

  it('is refused as a whole where a cell is wrong, or a product could not be sold any more', async () => {
    await expect(bring('Product,Price\nsmoker,50\nhive-strap,dear\n')).rejects.toMatchObject({
      code: 'importFaulty',
      message: expect.stringContaining('Row 3, Price: “dear” is not an amount') as string,
    });
    await expect(bring('Product,Variant,Stock item\nbee-suit,size=m cloth=linen,nowhere\n')).rejects.toMatchObject({
      code: 'importFaulty',
    });
    expect(await priceOf('smoker')).toBe('42.00');
  });

  it('starts a product as a draft, and a stock item with what is on hand', async () => {
    await bring('Product,Title,SKU,Price\nsquare-veil,Square veil,VEIL,24\n');
    const veil = await context.database.read.query.products.findFirst({ where: eq(products.sku, 'VEIL') });
    expect(veil).toMatchObject({ state: 'draft', draft: { slug: 'square-veil', price: '24' } });
    await bring('Stock item;Title;Unit;Cost;On hand\ncanvas;Canvas;m;4,20;12,5\n');
    const canvas = await context.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'canvas') });
    expect(canvas).toMatchObject({ unit: 'm', cost: '4.20', onHand: '12.5' });
  });

  it('of orders keeps what customers typed from becoming a formula', async () => {
    await order(context, await basketWith(context, 'smoker', {}), { name: '=1+1', email: 'ada@example.org' });
    const text = new TextDecoder().decode(await exportSpreadsheet(context, 'orders', 'csv'));
    expect(text).toContain(`,Paid,'=1+1,ada@example.org,`);
  });

  it('to count by is read where stock is counted', async () => {
    const bytes = await exportSpreadsheet(context, 'count', 'csv');
    const { text } = await textOfSpreadsheet(bytes);
    expect(text.split('\n')[0]).toBe('Stock item\tTitle\tUnit\tLot\tOn hand\tCounted');
    await expect(textOfSpreadsheet(Buffer.from('{"format":"x"}'))).rejects.toMatchObject({ code: 'fileFaulty' });
  });
});
