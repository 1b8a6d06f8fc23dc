import { eq, sql } from 'drizzle-orm';
import { readFile } from 'node:fs/promises';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadDemo } from '../src/cli/load-demo';
import { fill } from '../src/cli/seed/fill';
import { priceListSchema } from '../src/core/catalog';
import { readCatalog } from '../src/core/exchange';
import { sortKey } from '../src/core/text';
import { columnsOfCard } from '../src/data/cards';
import { Database } from '../src/data/database';
import { cardsDue, productCards, products } from '../src/data/schema';
import { stopThreads } from '../src/services/background/pool';
import { freshenAllCards } from '../src/services/catalog/cards';
import { findThings } from '../src/services/catalog/finder';
import { whereUsed } from '../src/services/catalog/where-used';
import { CARD_FORM } from '../src/services/catalog/unseen-cards';
import { type Services } from '../src/services/context';
import { applyBulk } from '../src/services/many/make';
import { gathered, previewPriceLists } from '../src/services/prices/lists-ahead';
import { listPriced } from '../src/services/prices/priced';
import { openPriceLists } from '../src/services/prices/price-lists';
import { productsAskedFrom } from '../src/services/products/asked';
import { openProduct } from '../src/services/products/drafts';
import { openForEditing } from '../src/services/products/editing';
import { listProducts } from '../src/services/products/list';
import { publishProduct } from '../src/services/products/publishing';
import { listShop } from '../src/services/selling/shop-list/list';
import { openQuantityRules } from '../src/services/settings/quantity-rules';
import { listStock, stockAskedFrom } from '../src/services/stock/items/list';
import { quantile } from './rounds';

/**
 * Lists of shops of several sizes, each beside the bare query that gives the same rows, in one run: how long in
 * milliseconds, and how many times as long as in the smallest shop.
 */

const SIZES = [1_000, 10_000] as const;
const ROUNDS = 30;

/** Cards as those of the product that a series repeats: what a card costs is measured elsewhere. */
async function lendCards({ database }: Services): Promise<void> {
  const lent = new Map(
    (
      await database.read
        .select({ title: products.title, card: productCards.card })
        .from(products)
        .innerJoin(productCards, eq(productCards.productId, products.id))
        .where(eq(productCards.of, 'draft'))
    ).map(({ title, card }) => [title, card]),
  );
  const rows = await database.read
    .select({
      id: products.id,
      title: products.title,
      slug: products.publishedSlug,
      revision: products.publishedRevision,
    })
    .from(products)
    .where(sql`${products.id} in (select product_id from cards_due)`);
  for (let from = 0; from < rows.length; from += 200)
    await database.write(async (transaction) => {
      for (const { id, title, slug, revision } of rows.slice(from, from + 200)) {
        const known = lent.get(title.replace(/, series \d+$/, ''));
        if (!known) continue;
        const card = { ...known, title, titleKey: sortKey(title), slug: slug ?? '' };
        for (const of of ['draft', 'published'] as const)
          await transaction.insert(productCards).values({
            productId: id,
            of,
            madeFrom: of === 'draft' ? 1 : (revision ?? 0),
            madeWith: 'lent',
            form: CARD_FORM,
            card,
            ...columnsOfCard(card),
          });
      }
    });
  await database.write((transaction) => transaction.delete(cardsDue));
}

async function shopOf(size: number, file: string): Promise<Services> {
  const database = await Database.open(`file:${file}`);
  await database.migrate();
  const context: Services = { database, now: () => new Date() };
  await loadDemo(context);
  await freshenAllCards(context);
  const reading = readCatalog(await readFile('demo/catalog.json', 'utf8'));
  if (reading.faults) throw new Error('the demo catalog has faults');
  await fill(context, reading.catalog, { wanted: size, movements: 1, tell: () => undefined });
  await lendCards(context);
  return context;
}

const idOf = async ({ database }: Services, slug: string) =>
  (await database.read.select({ id: products.id }).from(products).where(eq(products.publishedSlug, slug)))[0]?.id ?? 0;

const stockAsked = (address: string) => stockAskedFrom(new URLSearchParams(address));
const asked = (address: string) => productsAskedFrom(new URLSearchParams(address));
const CARDS = sql`select p.id, c.card from products p left join product_cards c on c.product_id = p.id and c."of" = 'draft'`;

let changes = 0;

/** What is measured, and the bare query beside it. */
const LISTS: Readonly<Record<string, readonly [ours: (context: Services) => unknown, bare: ReturnType<typeof sql>]>> = {
  'the shop': [
    (context) => listShop(context),
    sql`select card from product_cards where "of" = 'published' and sold_where = 'shop' order by title_key, product_id limit 48`,
  ],
  'the shop, tenth page': [
    (context) => listShop(context, { page: 10 }),
    sql`select card from product_cards where "of" = 'published' and sold_where = 'shop' order by title_key, product_id limit 48 offset 432`,
  ],
  'the shop, found': [
    (context) => listShop(context, { find: 'hive' }),
    sql`select card from product_cards where "of" = 'published' and product_id in (select rowid from shop_search where shop_search match '"hive"*') order by title_key limit 48`,
  ],
  'the shop, of one trait, in stock': [
    (context) => listShop(context, { traits: [{ name: 'timber', values: ['pine'] }], inStock: true }),
    sql`select card from product_cards where "of" = 'published' and product_id in (select product_id from product_traits where trait_id = (select id from traits where name_key = 'timber' and value_key = 'pine')) order by title_key limit 48`,
  ],
  products: [
    (context) => listProducts(context, asked('')),
    sql`${CARDS} where +p.state in ('published', 'changed', 'draft') order by p.title_key, p.id limit 50`,
  ],
  'products found': [
    (context) => listProducts(context, asked('find=hive+9')),
    sql`${CARDS} where p.id in (select rowid from product_search where product_search match '"hive"* "9"*') order by p.title_key limit 50`,
  ],
  'products by price': [
    (context) => listProducts(context, asked('sort=price.desc')),
    sql`${CARDS} where +p.state in ('published', 'changed', 'draft') order by coalesce(c.price_from, -1) desc, p.title_key limit 50`,
  ],
  'products by margin': [
    (context) => listProducts(context, asked('sort=earns')),
    sql`${CARDS} where +p.state in ('published', 'changed', 'draft') order by json_extract(c.card, '$.one.price') limit 50`,
  ],
  stock: [
    (context) => listStock(context, stockAsked('')),
    sql`select * from stock_items where archived = 0 order by title collate nocase, id limit 50`,
  ],
  'stock found': [
    (context) => listStock(context, stockAsked('find=jar')),
    sql`select * from stock_items where id in (select rowid from stock_search where stock_search match '"jar"*') limit 50`,
  ],
  'stock by available': [
    (context) => listStock(context, stockAsked('sort=available')),
    sql`select * from stock_items where archived = 0 order by cast(on_hand as real) - cast(reserved as real) limit 50`,
  ],
  'a product, opened': [
    async (context) => openForEditing(context, await idOf(context, 'smoker')),
    sql`select p.draft, r.definition from products p left join revisions r on r.id = p.published_revision where p.published_slug = 'smoker'`,
  ],
  'who uses a product': [
    (context) => whereUsed(context, 'products', 'smoker-fuel'),
    sql`select kind, id from catalog_references where what = 'products' and "key" = 'smoker-fuel'`,
  ],
  'publishing a product': [
    async (context) => {
      const id = await idOf(context, 'hook-tool');
      await publishProduct(context, id, (await openProduct(context, id)).draftVersion, 99);
    },
    sql`select draft from products where published_slug = 'hook-tool'`,
  ],
  'prices by list': [
    (context) => listPriced(context, { find: '', at: null, page: 1 }),
    sql`select draft from products order by title_key, id limit 50`,
  ],
  'prices of a list, ahead': [
    async (context) => {
      const { lists } = await openPriceLists(context);
      const more = priceListSchema.parse({
        key: 'more',
        title: 'More',
        prices: [{ product: 'hook-tool', price: '9.99' }],
      });
      return gathered(await previewPriceLists(context, { lists: [...lists, more] }));
    },
    sql`select draft from products where published_slug = 'hook-tool'`,
  ],
  'quantity rules': [(context) => openQuantityRules(context), sql`select shop from settings`],
  'ten drafts changed': [
    async (context) => {
      const rows = await context.database.read
        .select({ id: products.id })
        .from(products)
        .orderBy(sql`${products.id} desc`)
        .limit(10);
      const change = {
        kind: 'shelf' as const,
        supplier: `Supplier ${(changes += 1)}`,
        addTags: [],
        removeTags: [],
        products: rows.map(({ id }) => id),
      };
      for await (const _ of await applyBulk(context, change));
    },
    sql`select draft from products order by id desc limit 10`,
  ],
  'anything by its name': [
    (context) => findThings(context, 'hive 9'),
    sql`select id, title from products where id in (select rowid from product_search where product_search match '"hive"* "9"*') limit 12`,
  ],
};

async function timeOf(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

const folder = mkdtempSync(join(tmpdir(), 'oak-knot-bench-'));
const smallest = new Map<string, number>();
for (const size of SIZES) {
  const context = await shopOf(size, join(folder, `${size}.db`));
  process.stdout.write(
    `\n${size} products: p50 and p95 in ms, beside the bare query; and how many times the smallest shop’s\n`,
  );
  for (const [name, [ours, bare]] of Object.entries(LISTS)) {
    const times = { ours: [] as number[], bare: [] as number[] };
    for (let round = 0; round < ROUNDS + 3; round += 1) {
      const one = await timeOf(() => ours(context));
      const other = await timeOf(() => context.database.read.all(bare));
      // The first rounds only warm up.
      if (round < 3) continue;
      times.ours.push(one);
      times.bare.push(other);
    }
    const [half, most] = [quantile(times.ours, 0.5), quantile(times.ours, 0.95)];
    smallest.set(name, smallest.get(name) ?? half);
    process.stdout.write(
      `${name.padEnd(24)} ${half.toFixed(1).padStart(7)} ${most.toFixed(1).padStart(7)}   bare ${quantile(times.bare, 0.5).toFixed(1).padStart(6)}   × ${(half / (smallest.get(name) ?? half)).toFixed(2)}\n`,
    );
  }
  context.database.close();
}
await stopThreads();
rmSync(folder, { recursive: true, force: true });
