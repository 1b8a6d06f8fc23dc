import { eq, isNull } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type ListMapping } from '@/core/supplier-list';
import { products, stockItems } from '@/data/schema';
import { importOpened, keepOpened, planOfOpened } from '@/services/importing/opened';
import { lookAtList } from '@/services/importing/supplier-lists';
import { undoImport } from '@/services/importing/undo';
import { publishProduct } from '@/services/products/publishing';
import { resolvePublished } from '@/services/selling/published';
import { flatList } from '../support/flat-list';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const open = (text: string, name = 'list.csv') => keepOpened(context, name, Buffer.from(text, 'latin1'));
const look = async (text: string, mapping: ListMapping | null = null) =>
  lookAtList(context, { file: (await open(text)).file, mapping });

/** Lets a list come in as it is understood, with something said otherwise. */
async function bring(text: string, said: Partial<ListMapping> = {}, wish: { asDrafts?: boolean } = {}) {
  const { file } = await open(text);
  const { mapping } = await lookAtList(context, { file, mapping: null });
  const opened = { file, decisions: {}, asDrafts: false, withFaults: false, ...wish, list: { ...mapping, ...said } };
  const { seen, faults } = await planOfOpened(context, opened);
  expect(faults).toEqual([]);
  return importOpened(context, { ...opened, seen });
}

const LINDEN = { supplier: 'Linden Mill', category: 'Clothing' };

/** Publishes the supplier’s products that are drafts alone. */
async function publishNew(): Promise<number> {
  const fresh = await context.database.read.select().from(products).where(isNull(products.publishedRevision));
  const ours = fresh.filter(({ draft }) => draft.supplier === LINDEN.supplier);
  for (const { id, draftVersion } of ours) await publishProduct(context, id, draftVersion);
  return ours.length;
}

const costs = async (slug: string, answers: Record<string, string>) => {
  const { unitPrice, item } = await resolvePublished(context, slug, { answers });
  return [item.sku, unitPrice?.toFixed(2)];
};

describe('a supplier’s list', () => {
  it('of 480 rows becomes three products, is published and bought, and is taken back', async () => {
    expect(await open(flatList())).toMatchObject({ is: 'list' });
    const seen = await look(flatList());
    expect(seen).toMatchObject({ rows: 480, faults: [], keptFrom: null, suppliers: [] });
    expect(seen.products.map(({ title, rows, prices }) => [title, rows, prices?.base, prices?.own])).toEqual([
      ['Field jacket', 240, '118.00', 1],
      ['Work trousers', 180, '64.50', 0],
      ['Gauntlets', 60, '22.90', 0],
    ]);
    const { id, words } = await bring(flatList(), LINDEN);
    expect(words).toBe('483 new');
    expect(await publishNew()).toBe(3);
    expect(await costs('field-jacket', { colour: 'teal', size: 'm', fit: 'regular' })).toEqual([
      'LM-10-TEA-M-RE',
      '99.00',
    ]);
    expect(await costs('field-jacket', { colour: 'teal', size: 'size-3xl', fit: 'tall' })).toEqual([
      'LM-10-TEA-3XL-TA',
      '127.50',
    ]);
    const answers = { colour: 'navy', size: 'xxl', fit: 'long' };
    const item = await context.database.read.query.stockItems.findFirst({
      where: eq(stockItems.title, 'Field jacket Navy XXL long'),
    });
    await order(context, await basketWith(context, 'field-jacket', answers, 2));
    const after = await context.database.read.query.stockItems.findFirst({ where: eq(stockItems.id, item?.id ?? 0) });
    expect(Number(item?.onHand) - Number(item?.reserved)).toBe(Number(after?.onHand) - Number(after?.reserved) + 2);
    const { kept } = await undoImport(context, id ?? 0);
    // What has been sold, and changed since, stays.
    expect(kept).toContain('Field jacket');
  });

  it('comes a month later with the columns as they were said, and changes prices in the shop at once', async () => {
    const { mapping } = await look(flatList());
    const columns = mapping.columns.map((column) => (column.head === 'Fit' ? { ...column, title: 'Cut' } : column));
    await bring(flatList(), { ...LINDEN, columns });
    await publishNew();
    const next = flatList({ dearer: 210, without: ['LM-30-GOA-7-SH', 'LM-30-GOA-7-LO'] });
    const seen = await look(next);
    expect(seen).toMatchObject({ keptFrom: 'Linden Mill', suppliers: ['Linden Mill'] });
    expect(seen.mapping.columns.find(({ head }) => head === 'Fit')?.title).toBe('Cut');
    expect(seen.products.map(({ known }) => known)).toEqual(['field-jacket', 'work-trousers', 'gauntlets']);
    expect(seen.notes).toContain('Gauntlets: 2 variants that the shop has are not in the list, and stay on sale.');
    expect((await bring(next, { gone: 'offSale' })).words).toBe('3 changed');
    const jacket = { colour: 'teal', size: 'xxl', cut: 'tall' };
    expect(await costs('field-jacket', jacket)).toEqual(['LM-10-TEA-XXL-TA', '129.60']);
    expect(await costs('field-jacket', { ...jacket, size: 'm', cut: 'regular' })).toEqual(['LM-10-TEA-M-RE', '99.00']);
    const gone = await resolvePublished(context, 'gauntlets', {
      answers: { colour: 'goat', size: 'size-7', cut: 'short' },
    });
    expect([gone.state, gone.problems.map(({ code }) => code)]).toEqual(['unavailable', ['notOnSale']]);
    expect((await bring(next, { gone: 'offSale' })).words).toMatch(/Nothing differs/);
  });

  it('changes only drafts where that is wished', async () => {
    await bring(flatList(), LINDEN);
    await publishNew();
    await bring(flatList({ dearer: 100 }), LINDEN, { asDrafts: true });
    const row = await context.database.read.query.products.findFirst({
      where: eq(products.publishedSlug, 'gauntlets'),
    });
    expect([row?.draft.price, row?.state]).toEqual(['23.90', 'changed']);
    expect((await costs('gauntlets', { colour: 'cow', size: 'size-9', fit: 'long' }))[1]).toBe('22.90');
  });

  it('is refused where it is none, or what it is to be can’t be read', async () => {
    const { file, is } = await open(
      '{"format":"oak-knot/catalog","version":2,"shop":{"name":"S","currency":"EUR"}}',
      'c.json',
    );
    expect(is).toBe('catalog');
    await expect(lookAtList(context, { file, mapping: null })).rejects.toMatchObject({ code: 'noList' });
    await expect(lookAtList(context, { file: 'gone', mapping: null })).rejects.toMatchObject({ code: 'fileGone' });
    const list = (await open(flatList())).file;
    await expect(lookAtList(context, { file: list, mapping: null, supplier: 'Nobody' })).rejects.toMatchObject({
      code: 'unknownSupplier',
    });
    const { faults } = await planOfOpened(context, {
      file: list,
      decisions: {},
      asDrafts: false,
      list: { columns: [], supplier: '', split: null, category: '', prices: 'amounts', stock: 'counted', gone: 'keep' },
    });
    expect(faults).toMatchObject([{ message: 'No column names the product. Choose which one does.' }]);
  });
});
