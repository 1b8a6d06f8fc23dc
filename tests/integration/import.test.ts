import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Catalog } from '@/core/catalog';
import { bin, media, orderLines, products, setAsideDrafts, stockItems, stockMovements } from '@/data/schema';
import { type Services } from '@/services/context';
import { importFile } from '@/services/importing/apply';
import { exportCatalog, exportPacked } from '@/services/importing/export';
import { type ImportWish, openImport, planOfImport } from '@/services/importing/import';
import { listImports, undoImport } from '@/services/importing/undo';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { resolvePublished } from '@/services/selling/published';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let ours: TestServices;
let empty: TestServices;
beforeEach(async () => {
  [ours, empty] = [await openServices(), await openServices({ demo: false })];
});
afterEach(() => {
  ours.close();
  empty.close();
});

async function exported(context: Services, only: readonly string[] | null = null): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of exportPacked(await exportCatalog(context, only && new Set(only)))) chunks.push(chunk);
  return Buffer.concat(chunks);
}

type File = Record<
  'products' | 'stock' | 'swatches' | 'sheets' | 'discounts' | 'priceLists',
  Record<string, unknown>[]
> &
  Pick<Catalog, 'shop'> & { drafts?: { products: Record<string, unknown>[] } };

/** A packed catalog in which something is said otherwise. */
function changed(bytes: Uint8Array, change: (catalog: File) => void): Buffer {
  const entries = unzipSync(bytes);
  const catalog = JSON.parse(strFromU8(entries['catalog.json'] ?? new Uint8Array())) as File;
  change(catalog);
  return Buffer.from(zipSync({ ...entries, 'catalog.json': strToU8(JSON.stringify(catalog)) }));
}

const entry = (catalog: File, slug: string) => {
  const found = catalog.products.find((product) => product.slug === slug);
  if (!found) throw new Error(`there is no ${slug}`);
  return found;
};

async function into(context: Services, bytes: Uint8Array, wish: Partial<ImportWish> = {}) {
  const file = await openImport(context, { name: 'shop.zip', bytes });
  return importFile(context, file, { decisions: {}, clashes: null, ...wish });
}

const idOf = async ({ database }: Services, slug: string) =>
  (await database.read.query.products.findFirst({ where: eq(products.publishedSlug, slug) }))?.id ?? 0;

describe('a whole shop', () => {
  it('goes out and into an empty one, and out again as the same file, drafts and pictures included', async () => {
    const id = await idOf(ours, 'bee-suit');
    const { draft, draftVersion } = await openProduct(ours, id);
    await saveDraft(ours, id, { definition: { ...draft, price: '131' }, baseVersion: draftVersion, editor: 'window' });
    const bytes = await exported(ours);
    expect(await into(empty, bytes)).toMatchObject({ words: expect.stringMatching(/^\d+ new, 1 changed$/) as string });
    expect((await exported(empty)).equals(bytes)).toBe(true);
    const moved = await empty.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'bee-suit') });
    expect([moved?.draft.price, moved?.state]).toEqual(['131', 'changed']);
    const count = (context: Services) => context.database.read.$count(media);
    expect(await count(empty)).toBeGreaterThan(40);
    // It can be sold at once, from the stock that came with it.
    const answers = { size: 'm', cloth: 'linen', veil: 'fencing' };
    const [here, there] = await Promise.all(
      [ours, empty].map((context) => resolvePublished(context, 'bee-suit', { answers })),
    );
    expect(there?.lineTotal?.toString()).toBe(here?.lineTotal?.toString());
    expect(there?.state).toBe('sellable');
  });

  it('does nothing where it is what there is', async () => {
    const bytes = await exported(ours);
    const { things, faults } = await planOfImport(ours, await openImport(ours, { name: '', bytes }));
    expect([things.every(({ what }) => what === 'same'), faults]).toEqual([true, []]);
    expect(await into(ours, bytes)).toEqual({ id: null, words: 'Nothing differs: the shop has all of it already' });
    expect(await listImports(ours)).toEqual([]);
  });
});

describe('a shop that was changed elsewhere and comes back', () => {
  const change = (catalog: File) => {
    entry(catalog, 'bee-suit').price = '140';
    catalog.products.push({
      slug: 'smoker-bag',
      title: 'Smoker bag',
      sku: 'BAG',
      price: '14',
      category: 'Smokers',
      notCounted: 'service',
    });
    catalog.stock.push({ key: 'wick', title: 'Wick', unit: 'm', onHand: '12', cost: '0.80' });
    for (const swatch of catalog.swatches.slice(0, 3)) swatch.colours = ['#102030'];
    catalog.shop.groups.push({ key: 'clubs', title: 'Clubs', code: null, taxShown: null });
    for (const list of [...catalog.priceLists, ...catalog.discounts]) list.title = `${String(list.title)}, autumn`;
    const [item] = catalog.stock;
    if (item) item.onHand = '9999';
  };

  it('brings its changes and nothing else; what is on hand stays as it was counted', async () => {
    const before = await ours.database.read.query.stockItems.findMany();
    const book = await ours.database.read.query.swatches.findMany({ orderBy: ({ rank }) => rank, limit: 3 });
    const swatches = book.map(({ key }) => key);
    const bytes = changed(await exported(ours), change);
    const { things } = await planOfImport(ours, await openImport(ours, { name: '', bytes }));
    expect(things.filter(({ what }) => what !== 'same').map(({ key, what }) => [key, what])).toEqual([
      ['clubs', 'new'],
      ['wick', 'new'],
      ...swatches.map((key) => [key, 'changed']),
      ['bee-suit', 'changed'],
      ['smoker-bag', 'new'],
      ['trade', 'changed'],
      ['queen-weeks', 'changed'],
      ['welcome', 'changed'],
      ['tool-gift', 'changed'],
    ]);
    expect(await into(ours, bytes)).toMatchObject({ words: '3 new, 8 changed' });
    const after = await ours.database.read.query.stockItems.findMany();
    expect(after.slice(0, before.length)).toEqual(before);
    expect(after.at(-1)).toMatchObject({ key: 'wick', onHand: '12', cost: '0.80' });
    const published = await resolvePublished(ours, 'smoker-bag', { answers: {} });
    expect(published.lineTotal?.toString()).toBe('14');
  });

  it('is taken back as a whole: what was new lies in the bin', async () => {
    const former = await exported(ours);
    const { id } = await into(ours, changed(former, change));
    expect(await undoImport(ours, id ?? 0)).toEqual({ kept: [] });
    expect((await exported(ours)).equals(former)).toBe(true);
    expect((await ours.database.read.select().from(bin)).map(({ title }) => title).sort()).toEqual([
      'Smoker bag',
      'Wick',
    ]);
    await expect(undoImport(ours, id ?? 0)).rejects.toMatchObject({ code: 'undoneAlready' });
    expect(await listImports(ours)).toMatchObject([{ name: 'shop.zip', words: '3 new, 8 changed', undone: true }]);
  });

  it('goes on being taken back where that ended in between, and is taken back by one alone', async () => {
    const bytes = await exported(ours);
    const { id } = await importFile(empty, await openImport(empty, { name: 'shop.zip', bytes }), {
      decisions: {},
      clashes: 'theirs',
    });
    const { database } = empty;
    let writes = 0;
    const ending = Object.assign(Object.create(database) as typeof database, {
      write: ((work) => {
        writes += 1;
        if (writes > 3) throw new Error('the process ended');
        return database.write(work);
      }) as typeof database.write,
    });
    await expect(undoImport({ ...empty, database: ending }, id ?? 0)).rejects.toThrow('the process ended');
    expect((await listImports(empty))[0]?.undone).toBe(false);
    const both = await Promise.allSettled([undoImport(empty, id ?? 0), undoImport(empty, id ?? 0)]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(both.flatMap((one) => (one.status === 'fulfilled' ? one.value.kept : []))).toEqual([]);
    expect(await empty.database.read.select().from(products)).toEqual([]);
    expect(await empty.database.read.select().from(stockItems)).toEqual([]);
    await expect(undoImport(empty, id ?? 0)).rejects.toMatchObject({ code: 'undoneAlready' });
  });

  it('keeps what was changed since, and what has been sold', async () => {
    const { id } = await into(ours, changed(await exported(ours), change));
    const suit = await idOf(ours, 'bee-suit');
    const { draft, draftVersion } = await openProduct(ours, suit);
    await saveDraft(ours, suit, { definition: { ...draft, sku: 'X' }, baseVersion: draftVersion, editor: 'window' });
    const bag = await idOf(ours, 'smoker-bag');
    await order(ours, await basketWith(ours, 'smoker-bag', {}));
    expect(await undoImport(ours, id ?? 0)).toEqual({ kept: ['Bee suit'] });
    expect(await ours.database.read.query.products.findFirst({ where: eq(products.id, bag) })).toMatchObject({
      publishedSlug: null,
      state: 'archived',
    });
    expect(await ours.database.read.$count(orderLines, eq(orderLines.productId, bag))).toBe(1);
    expect((await openProduct(ours, suit)).draft).toMatchObject({ sku: 'X', price: '140' });
  });

  it('sets a draft aside that it takes the place of', async () => {
    const bytes = changed(await exported(ours), change);
    const suit = await idOf(ours, 'bee-suit');
    const { draft, draftVersion } = await openProduct(ours, suit);
    await saveDraft(ours, suit, { definition: { ...draft, sku: 'MINE' }, baseVersion: draftVersion, editor: 'window' });
    await into(ours, bytes);
    expect((await openProduct(ours, suit)).draft).toMatchObject({ sku: 'SUIT', price: '140' });
    expect((await ours.database.read.select().from(setAsideDrafts)).map(({ definition }) => definition.sku)).toEqual([
      'MINE',
    ]);
  });
});

describe('a file that can’t come in', () => {
  it('is refused as a whole where something would be faulty, and says what', async () => {
    const bytes = changed(await exported(ours), (catalog) => {
      entry(catalog, 'bee-suit').price = '140';
      entry(catalog, 'hook-tool').draws = [{ kind: 'fixed', stock: 'gone', quantity: '1' }];
    });
    const before = await exported(ours);
    await expect(into(ours, bytes)).rejects.toMatchObject({
      code: 'importFaulty',
      message: expect.stringMatching(/^Nothing was imported\. .*gone/) as string,
    });
    expect((await exported(ours)).equals(before)).toBe(true);
    // A shop may have some that can’t be sold: they move with it when that is said.
    await into(ours, bytes, { withFaults: true });
    expect((await openProduct(ours, await idOf(ours, 'bee-suit'))).draft.price).toBe('140');
    expect((await resolvePublished(ours, 'hook-tool', { answers: {} }).catch(() => null))?.state ?? 'gone').not.toBe(
      'sellable',
    );
  });

  it('is refused where something else has a name of it, until somebody says what is right', async () => {
    const bytes = changed(await exported(ours), (catalog) => {
      Object.assign(entry(catalog, 'bee-suit'), { title: 'Diving suit', sku: 'DIVE', price: '300' });
    });
    await expect(into(ours, bytes)).rejects.toMatchObject({
      code: 'clashes',
      message:
        'One thing is something else here: Diving suit is called Bee suit here. Choose the file’s, yours, or both.',
    });
    expect(await into(ours, bytes, { decisions: { 'products:bee-suit': 'ours' } })).toMatchObject({ id: null });
    await into(ours, bytes, { clashes: 'both' });
    const titles = async (slug: string) => (await openProduct(ours, await idOf(ours, slug))).draft.title;
    expect([await titles('bee-suit'), await titles('bee-suit-2')]).toEqual(['Bee suit', 'Diving suit']);
  });

  it('is refused where the shop has moved on since the plan was seen', async () => {
    const file = await openImport(ours, {
      name: '',
      bytes: changed(await exported(ours), (catalog) => void (entry(catalog, 'bee-suit').price = '140')),
    });
    const { seen } = await planOfImport(ours, file);
    const id = await idOf(ours, 'honey-jars');
    const { draft, draftVersion } = await openProduct(ours, id);
    await saveDraft(ours, id, { definition: { ...draft, sku: 'J' }, baseVersion: draftVersion, editor: 'window' });
    await expect(importFile(ours, file, { decisions: {}, clashes: null, seen })).rejects.toMatchObject({
      code: 'changedMeanwhile',
    });
  });

  it('has each name once', async () => {
    const bytes = changed(await exported(ours), (catalog) => {
      catalog.products.push({ ...entry(catalog, 'bee-suit'), title: 'Again' });
      catalog.priceLists.push({ ...catalog.priceLists[0] });
      catalog.discounts.push({ ...catalog.discounts[0], codes: [] });
    });
    const { faults } = await planOfImport(ours, await openImport(ours, { name: '', bytes }));
    expect(faults.map(({ message }) => message)).toEqual([
      expect.stringMatching(/^\$\.products\[\d+\]\.slug: .*bee-suit/),
      expect.stringMatching(/^\$\.discounts\[2\]\.key: .*welcome/),
      '$.priceLists[2].key: Two lists have the key “trade”.',
    ]);
  });

  it('names a picture that is not there, and one that is none', async () => {
    const entries = unzipSync(await exported(ours));
    const [first = '', second = ''] = Object.keys(entries).filter((name) => name.startsWith('pictures/'));
    const { [first]: _, ...rest } = entries;
    const bytes = zipSync({ ...rest, [second]: strToU8('no picture') });
    const { faults } = await planOfImport(empty, await openImport(empty, { name: '', bytes }));
    expect(faults.map(({ message }) => message).sort()).toEqual(
      [
        `${first}: there is no such picture beside the file`,
        `${second}: This is not a picture we can use. Upload a PNG, JPEG, WebP or SVG file.`,
      ].sort(),
    );
    await expect(into(empty, bytes)).rejects.toMatchObject({ code: 'importFaulty' });
    expect(await empty.database.read.$count(products)).toBe(0);
  });
});

describe('some products', () => {
  it('go with all that they need, and can be sold in another shop at once', async () => {
    const bytes = await exported(ours, ['two-suits']);
    await into(empty, bytes);
    const slugs = (await empty.database.read.select().from(products)).map(({ publishedSlug }) => publishedSlug);
    expect(slugs).toContain('bee-suit');
    expect(slugs.length).toBeLessThan(20);
    const catalog = JSON.parse(strFromU8(unzipSync(bytes)['catalog.json'] ?? new Uint8Array())) as Catalog;
    expect([catalog.whole, catalog.discounts]).toEqual([false, undefined]);
    const { state } = await resolvePublished(empty, 'bee-suit', {
      answers: { size: 'm', cloth: 'linen', veil: 'fencing' },
    });
    expect(state).toBe('sellable');
    // The other shop has its own name; what came was entered as it is counted.
    expect(await empty.database.read.$count(stockItems)).toBeGreaterThan(5);
    expect(await empty.database.read.$count(stockMovements)).toBeGreaterThan(5);
  });

  it('are refused where one is not there', async () => {
    await expect(exportCatalog(ours, new Set(['nowhere']))).rejects.toMatchObject({
      message: 'There is no product at the address “nowhere”.',
    });
  });

  it('keep out of a shop in another currency', async () => {
    const bytes = changed(await exported(ours, ['bee-suit']), (catalog) => {
      Object.assign(catalog.shop, { currency: 'GBP' });
      entry(catalog, 'bee-suit').price = '140';
    });
    await expect(into(ours, bytes)).rejects.toMatchObject({
      message: expect.stringContaining('Prices in the file are in GBP, and here in EUR.') as string,
    });
  });
});
