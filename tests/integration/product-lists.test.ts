import { createClient } from '@libsql/client';
import { eq, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { Database } from '@/data/database';
import { productCards, products } from '@/data/schema';
import { bringBack } from '@/services/bin/bin';
import { type ProductsAsked, productsAskedFrom } from '@/services/products/asked';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { listProducts, meantProducts, type ProductRow } from '@/services/products/list';
import { archiveProduct, createProduct, deleteProduct } from '@/services/products/products';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { listFeed } from '@/services/selling/shop-list/feed';
import { listShop } from '@/services/selling/shop-list/list';
import { allProducts } from '../support/all-products';
import { asOwner, openServices, type TestServices } from '../support/services';
import { insertProduct } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const asked = (address: string): ProductsAsked => productsAskedFrom(new URLSearchParams(address));
const titles = async (address: string) => (await listProducts(context, asked(address))).rows.map(({ title }) => title);

async function edit(id: number, more: object): Promise<number> {
  const { draft, draftVersion } = await openProduct(context, id);
  return saveDraft(context, id, {
    definition: productSchema.parse({ ...draft, ...more }),
    baseVersion: draftVersion,
    editor: 'test',
  });
}

describe('finding products', () => {
  it('goes by beginnings of words, whatever their case and accents, and all of them', async () => {
    await createProduct(context, { title: 'Crème pot, Bündner', sku: 'POT-CR-9' });
    expect(await titles('find=creme')).toEqual(['Crème pot, Bündner']);
    expect(await titles('find=BUND+pot')).toEqual(['Crème pot, Bündner']);
    expect(await titles('find=pot+suit')).toEqual([]);
    expect(await titles('find=reme')).toEqual([]);
  });

  it('goes by parts of SKUs, categories, suppliers and tags', async () => {
    const id = await createProduct(context, { title: 'Feeder', sku: 'FD-TOP-2', category: 'Sugar and feed' });
    await edit(id, { supplier: 'Quillon Works', tags: ['winter stores'] });
    for (const find of ['TOP', 'fd-top-2', 'feed sugar', 'quill', 'stores'])
      expect(await titles(new URLSearchParams({ find }).toString()), find).toEqual(['Feeder']);
  });

  it('tells first what has the words in its name', async () => {
    await createProduct(context, { title: 'Zinc grid', category: 'Hive parts' });
    const found = await titles('find=hive');
    const named = found.filter((title) => /\bhive/i.test(title)).length;
    expect(named).toBeGreaterThan(2);
    expect(found.slice(0, named).every((title) => /\bhive/i.test(title))).toBe(true);
    expect(found).toContain('Zinc grid');
  });

  it('finds a product by the GTIN of a variant, whole and once, before what has it in its words', async () => {
    const id = await createProduct(context, { title: 'Tin of 9040123400142' });
    expect(await titles('find=9040123400142')).toEqual(['Hive paint', 'Tin of 9040123400142']);
    expect(await titles('find=904012340')).toEqual(['Tin of 9040123400142']);
    await edit(id, { sku: 'HOOK-9' });
    expect(await titles('find=hook-9')).toEqual(['Tin of 9040123400142']);
  });

  it('takes any text, and finds nothing by signs alone', async () => {
    for (const find of ['"', '(', '* OR', "a' AND b", 'NEAR(', '^x', '{title}: y', '-', '\u0000']) {
      const { found, rows } = await listProducts(context, { ...asked(''), find });
      expect(rows.length, find).toBe(Math.min(found, 50));
    }
    expect(await titles('find=%22%28')).toEqual([]);
  });

  it('follows what a product is called, and what becomes of it', async () => {
    const id = await createProduct(context, { title: 'Queen cage' });
    expect(await titles('find=cage')).toEqual(['Queen cage']);
    await edit(id, { title: 'Queen clip' });
    expect([await titles('find=cage'), await titles('find=clip')]).toEqual([[], ['Queen clip']]);
    const { binned } = await deleteProduct(context, id);
    expect(await titles('find=clip')).toEqual([]);
    await bringBack(context, binned, asOwner);
    expect(await titles('find=clip')).toEqual(['Queen clip']);
  });
});

describe('the order of the list', () => {
  const prices = new Map<number, number | null>();
  const figures: Readonly<Record<string, (row: ProductRow) => number>> = {
    price: ({ id }) => prices.get(id) ?? -1,
    earns: ({ earns }) => (earns === null ? -1e12 : Number(earns.amount)),
  };
  const texts: Readonly<Record<string, (row: ProductRow) => string>> = {
    sku: ({ sku }) => sku,
    category: ({ category }) => category ?? '',
    state: ({ state }) => state,
  };

  it('is by what is told, both ways', async () => {
    await archiveProduct(context, await createProduct(context, { title: 'Old veil' }), { archived: true });
    await allProducts(context);
    for (const { id, card } of await context.database.read
      .select({ id: productCards.productId, card: productCards.card })
      .from(productCards)
      .where(eq(productCards.of, 'draft')))
      prices.set(id, card.priceFrom);
    for (const way of ['', '.desc']) {
      const sign = way === '' ? 1 : -1;
      for (const [by, figure] of Object.entries(figures)) {
        const shown = (await listProducts(context, asked(`show=any&sort=${by}${way}`))).rows.map(figure);
        expect(shown, by + way).toEqual([...shown].sort((a, b) => sign * (a - b)));
        expect(new Set(shown).size).toBeGreaterThan(5);
      }
      for (const [by, text] of Object.entries(texts)) {
        const shown = (await listProducts(context, asked(`show=any&sort=${by}${way}`))).rows.map(text);
        expect(shown, by + way).toEqual([...shown].sort((a, b) => sign * (a < b ? -1 : a > b ? 1 : 0)));
      }
    }
  });

  it('of what there is has least first', async () => {
    const { rows } = await listProducts(context, asked('sort=stock.desc'));
    const pieces = rows.flatMap(({ stock }) => /^(\d+) pieces?/.exec(stock)?.[1] ?? []).map(Number);
    expect(pieces).toEqual([...pieces].sort((a, b) => b - a));
    expect(rows.at(-1)?.stock).toBe('not tracked');
  });

  it('by name knows no accents and no capital letters', async () => {
    for (const title of ['émail', 'Eland', 'ezra', 'Edda']) await createProduct(context, { title, category: 'Sorted' });
    expect(await titles('category=Sorted')).toEqual(['Edda', 'Eland', 'émail', 'ezra']);
  });
});

describe('pages', () => {
  it('have each product once, and the nearest is shown for one that is not there', async () => {
    await context.database.write(async (transaction) => {
      for (let number = 0; number < 120; number += 1)
        await insertProduct(
          transaction,
          productSchema.parse({ slug: `peg-${number}`, title: 'Peg', sku: `PEG${number}`, category: 'Pegs' }),
          context.now(),
        );
    });
    const pages = [];
    for (const page of [1, 2, 3]) pages.push(await listProducts(context, asked(`category=Pegs&page=${page}`)));
    expect(pages.map(({ rows, found, page, pages: all }) => [rows.length, found, page, all])).toEqual([
      [50, 120, 1, 3],
      [50, 120, 2, 3],
      [20, 120, 3, 3],
    ]);
    expect(new Set(pages.flatMap(({ rows }) => rows.map(({ id }) => id))).size).toBe(120);
    for (const page of ['99', '1e9', '-1', 'x', '9999999'])
      expect((await listProducts(context, asked(`category=Pegs&page=${page}`))).rows.length).toBeGreaterThan(0);
    expect(await meantProducts(context, asked('category=Pegs&page=2'))).toHaveLength(120);
    const some = await meantProducts(context, asked('find=peg11'));
    expect(some).toHaveLength(11);
    expect(await meantProducts(context, { ids: [...some.map(({ id }) => id), 9_999_999] })).toEqual(some);
    expect(await meantProducts(context, { ids: [] })).toEqual([]);
  });
});

describe('the state of a product', () => {
  it('is the same in the database as it follows from its draft and revision, whatever is done', async () => {
    const id = await createProduct(context, { title: 'Hive stand', sku: 'STAND', price: '12' });
    const state = async () => {
      const rows = await context.database.read.select({ id: products.id, state: products.state }).from(products);
      return rows.find((row) => row.id === id)?.state;
    };
    expect(await state()).toBe('draft');
    await archiveProduct(context, id, { archived: true });
    expect(await state()).toBe('archived');
    await archiveProduct(context, id, { archived: false });
    const { draftVersion } = await openProduct(context, id);
    await edit(id, { category: 'Hive parts', draws: [{ kind: 'fixed', stock: 'honey-jar-454', quantity: '1' }] });
    await publishProduct(context, id, draftVersion + 1);
    expect(await state()).toBe('published');
    await edit(id, { price: '13' });
    expect(await state()).toBe('changed');
    expect((await allProducts(context)).find((row) => row.id === id)).toMatchObject({
      state: 'changed',
      price: '€13.00',
    });
    // As it was is as it is in the shop.
    await edit(id, { price: '12' });
    expect(await state()).toBe('published');
    await unpublishProduct(context, id);
    expect(await state()).toBe('draft');
    expect(
      (await listShop(context, { category: 'Hive parts' })).entries.some(({ slug }) => slug === 'hive-stand'),
    ).toBe(false);
    expect(await titles('show=draft')).toContain('Hive stand');
    expect(await titles('show=sold')).not.toContain('Hive stand');
  });
});

describe('feeds', () => {
  it('have as many parts as there are, each entry once', async () => {
    const { entries, part, parts } = await listFeed(context, 'feed', 7);
    expect([part, parts]).toEqual([1, 1]);
    expect(new Set(entries.map(({ slug }) => slug)).size).toBe(entries.length);
    expect(entries).toHaveLength(34);
  });
});

describe('a database of before', () => {
  it('has its lists after the migration', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'oak-knot-before-'));
    try {
      cpSync('src/data/migrations', join(folder, 'migrations'), { recursive: true });
      const place = join(folder, 'migrations/meta/_journal.json');
      const journal = JSON.parse(readFileSync(place, 'utf8')) as { entries: { idx: number }[] };
      writeFileSync(place, JSON.stringify({ ...journal, entries: journal.entries.filter(({ idx }) => idx < 18) }));
      const url = `file:${join(folder, 'shop.db')}`;
      const client = createClient({ url });
      await migrate(drizzle(client), { migrationsFolder: join(folder, 'migrations') });
      const document = (title: string) =>
        JSON.stringify(productSchema.parse({ slug: 'a', title, sku: 'A', price: '1', tags: ['old'] }));
      for (const [id, title, changed] of [
        [1, 'Änne', false],
        [2, 'Bertha', true],
      ] as const) {
        const draft = document(title);
        await client.execute({
          sql: `insert into products (id, draft, draft_version, draft_saved_by, title, sku, published_revision, published_slug, created_at, updated_at) values (?, ?, 3, '', ?, '', ?, ?, 0, 0)`,
          args: [id, draft, title, id, `s${id}`],
        });
        await client.execute({
          sql: 'insert into revisions (id, product_id, number, definition, draft_version, published_at) values (?, ?, 1, ?, 2, 0)',
          args: [id, id, changed ? document('Before') : draft],
        });
      }
      client.close();
      const database = await Database.open(url);
      await database.migrate();
      const rows = await database.read
        .select({ title: products.title, state: products.state })
        .from(products)
        .orderBy(products.id);
      expect(rows).toEqual([
        { title: 'Änne', state: 'published' },
        { title: 'Bertha', state: 'changed' },
      ]);
      const found = await database.read.all(
        sql`select rowid from product_search where product_search match '"ann"* "old"'`,
      );
      expect(found).toHaveLength(1);
      const due = await database.read.all(sql`select product_id from cards_due`);
      expect(due).toHaveLength(4);
      database.close();
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
