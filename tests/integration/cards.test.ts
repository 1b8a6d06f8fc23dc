import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema, ruleSchema } from '@/core/catalog';
import { customerView } from '@/core/exchange';
import { type Queries } from '@/data/database';
import { catalogStates, productCards, products } from '@/data/schema';
import { freshenCards } from '@/services/catalog/cards';
import { readShared } from '@/services/catalog/catalog-state';
import { readPublishedBySlug } from '@/services/catalog/published-products';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct, deleteProduct } from '@/services/products/products';
import { publishDraft, publishProduct, unpublishProduct } from '@/services/products/publishing';
import { openShopProduct, programFor } from '@/services/selling/published';
import { openShopProductView } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list/list';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem } from '@/services/stock/items/stock';
import { changeSwatch, deleteSwatch } from '@/services/swatches/swatches';
import { allStock } from '../support/all-of';
import { type Services } from '@/services/context';
import { allProducts } from '../support/all-products';
import { basketWith, openServices, order, type TestServices } from '../support/services';
import { insertProduct } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const stateName = async () => (await context.database.read.select().from(catalogStates))[0]?.name;

async function change(
  slug: string,
  recipe: (draft: Awaited<ReturnType<typeof openProduct>>['draft']) => void,
): Promise<number> {
  const row = await context.database.read.query.products.findFirst({ where: eq(products.publishedSlug, slug) });
  if (!row) throw new Error(`no ${slug}`);
  const { draft, draftVersion } = await openProduct(context, row.id);
  const definition = structuredClone(draft);
  recipe(definition);
  return publishProduct(
    context,
    row.id,
    await saveDraft(context, row.id, { definition, baseVersion: draftVersion, editor: 'test' }),
  ).then(() => row.id);
}

const DAY = 86_400_000;
const priceOf = async (slug: string) => (await listShop(context)).entries.find((entry) => entry.slug === slug)?.price;

const readCards = () =>
  context.database.read
    .select({ id: productCards.productId, card: productCards.card })
    .from(productCards)
    .where(eq(productCards.of, 'published'));

/** Writes something into every card, to see later which were made anew. */
async function mark(): Promise<void> {
  await freshenCards(context, 'published');
  for (const { id, card } of await readCards()) {
    await context.database.write((transaction) =>
      transaction
        .update(productCards)
        .set({ card: { ...card, summary: 'marked' } })
        .where(eq(productCards.productId, id)),
    );
  }
}

async function madeAnew(): Promise<string[]> {
  await freshenCards(context, 'published');
  return (await readCards()).flatMap(({ card }) => (card.summary === 'marked' ? [] : card.slug));
}

describe('the state of the catalog', () => {
  it('has another name after whatever products share has changed, and the same after what moves in stock', async () => {
    const names = new Set([await stateName()]);
    const fresh = async () => {
      const name = await stateName();
      const isNew = !names.has(name);
      names.add(name);
      return isNew;
    };
    await changeSwatch(context, 'slate', {
      name: 'Slate',
      colours: ['#404a50'],
      picture: null,
      family: '',
      supplierCode: '',
    });
    expect(await fresh()).toBe(true);
    await createStockItem(context, { key: 'lid', title: 'Lid', unit: '1' });
    expect(await fresh()).toBe(true);
    await change('smoker-fuel', (draft) => void (draft.price = '8.80'));
    expect(await fresh()).toBe(true);
    await enterStock(context, 'honey-jar-454', { kind: 'adjustment', quantity: '3', reason: 'Counted' });
    await order(context, await basketWith(context, 'smoker-fuel', {}));
    expect(await fresh()).toBe(false);
  });

  it('that is rolled back is never taken for another', async () => {
    const nameOf = async (queries: Queries) => (await readShared(queries)).swatches.get('slate')?.name;
    const failed = context.database.write(async (transaction) => {
      await transaction.run(`update swatches set name = 'Never so' where key = 'slate'`);
      expect(await nameOf(transaction)).toBe('Never so');
      throw new Error('no');
    });
    await expect(failed).rejects.toThrow('no');
    expect(await nameOf(context.database.read)).not.toBe('Never so');
    await context.database.write((transaction) =>
      transaction.run(`update swatches set name = 'So' where key = 'slate'`),
    );
    expect(await nameOf(context.database.read)).toBe('So');
  });
});

describe('what lists say', () => {
  it('follows what is published, and what a product takes along, at once', async () => {
    expect([await priceOf('smoker-fuel'), await priceOf('smoker')]).toEqual(['€7.80 – €12.50', '€42.00 – €80.28']);
    await change('smoker-fuel', (draft) => void (draft.price = '9.80'));
    expect(await priceOf('smoker-fuel')).toMatch(/^€9\.80/);
    expect(await priceOf('smoker')).not.toBe('€42.00 – €80.28');
  });

  it('is that of before, and told to be so, while the new one is still being worked out', async () => {
    const smoker = async (reader: Services) => (await allProducts(reader)).find(({ slug }) => slug === 'smoker');
    const { id } = (await smoker(context)) ?? { id: 0 };
    const { draft, draftVersion } = await openProduct(context, id);
    await saveDraft(context, id, { definition: { ...draft, price: '50' }, baseVersion: draftVersion, editor: 'test' });
    // Nothing is kept while somebody else writes.
    let finish = (): void => undefined;
    const writing = context.database.write(() => new Promise<void>((resolve) => (finish = resolve)));
    expect(await smoker({ ...context, waitsForCards: false })).toMatchObject({
      isDue: true,
      price: '€42.00 – €80.28',
      base: { price: '50' },
    });
    finish();
    await writing;
    expect(await smoker(context)).toMatchObject({ isDue: false, price: expect.stringMatching(/^€50/) as string });
  });

  it('is the price of the day, where rules ask what day it is', async () => {
    await change(
      'honey-jars',
      (draft) =>
        void draft.rules.push(
          ruleSchema.parse({
            key: 'summer',
            when: { kind: 'season', choice: null, from: '06-01', to: '08-31' },
            then: [{ kind: 'setPrice', price: '1.11' }],
          }),
        ),
    );
    const before = await priceOf('honey-jars');
    expect(before).not.toContain('1.11');
    // It is the fourth of May.
    context.advance(27 * DAY);
    expect(await priceOf('honey-jars')).toBe(before);
    context.advance(DAY);
    expect(await priceOf('honey-jars')).toMatch(/^€1\.11/);
    await mark();
    expect(await madeAnew()).toEqual([]);
  });

  it('is made anew only for what has changed, or refers to what has', async () => {
    await mark();
    expect(await madeAnew()).toEqual([]);
    await changeSwatch(context, 'slate', {
      name: 'Slate',
      colours: ['#404a50'],
      picture: null,
      family: '',
      supplierCode: '',
    });
    const touched = await madeAnew();
    expect(touched).toContain('bee-suit');
    expect(touched).not.toContain('stainless-mesh');
    await mark();
    await change('smoker-fuel', (draft) => void (draft.summary = 'Burns cool'));
    expect((await madeAnew()).sort()).toEqual(['first-year', 'smoker', 'smoker-fuel', 'starter-kit']);
  });

  it('of the manager’s follows every draft, and forgets what is deleted or out of the shop', async () => {
    const id = await createProduct(context, { title: 'Queen cage' });
    const row = async () => (await allProducts(context)).find((candidate) => candidate.id === id);
    expect(await row()).toMatchObject({ title: 'Queen cage', state: 'draft', price: null });
    const { draft, draftVersion } = await openProduct(context, id);
    await saveDraft(context, id, {
      definition: { ...draft, price: '3.20', sku: 'QC' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    expect(await row()).toMatchObject({ price: '€3.20', sku: 'QC' });
    await deleteProduct(context, id);
    expect(await row()).toBeUndefined();
    const fuel = await change('smoker-fuel', () => undefined);
    await unpublishProduct(context, fuel);
    expect(await priceOf('smoker-fuel')).toBeUndefined();
  });

  it('stands on pages of forty-eight, by category where one is asked for', async () => {
    await context.database.write(async (transaction) => {
      for (let number = 0; number < 60; number += 1) {
        const draft = productSchema.parse({
          slug: `frame-${number}`,
          title: `Frame ${String(number).padStart(2, '0')}`,
          sku: `FR-${number}`,
          category: 'Frames',
          price: '2.00',
          draws: [{ kind: 'fixed', stock: 'honey-jar-454', quantity: '1' }],
        });
        await publishDraft(
          transaction,
          { id: await insertProduct(transaction, draft, context.now()), draft, draftVersion: 1 },
          context.now(),
        );
      }
    });
    const first = await listShop(context);
    expect([first.entries.length, first.asked.page, first.pages]).toEqual([48, 1, 2]);
    const beyond = await listShop(context, { page: 99 });
    expect([beyond.entries.length, beyond.asked.page]).toEqual([46, 2]);
    expect(new Set([...first.entries, ...beyond.entries].map(({ slug }) => slug)).size).toBe(94);
    const frames = await listShop(context, { category: 'Frames', page: NaN });
    expect([frames.entries.length, frames.pages, frames.asked.category]).toEqual([48, 2, 'Frames']);
    expect((await listShop(context, { category: 'No such' })).asked.category).toBeNull();
  });
});

describe('what is published', () => {
  it('keeps a swatch in the book although the draft uses it no more', async () => {
    const row = await context.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'bee-suit') });
    const { draft, draftVersion } = await openProduct(context, row?.id ?? 0);
    const definition = structuredClone(draft);
    for (const choice of definition.choices)
      if ('options' in choice)
        for (const option of choice.options)
          if (option.swatch === 'slate') Object.assign(option, { swatch: null, colours: ['#66737b'] });
    const version = await saveDraft(context, row?.id ?? 0, { definition, baseVersion: draftVersion, editor: 'test' });
    await expect(deleteSwatch(context, 'slate')).rejects.toMatchObject({ code: 'swatchInUse' });
    await publishProduct(context, row?.id ?? 0, version);
    await deleteSwatch(context, 'slate');
    expect((await listShop(context)).entries.some(({ slug }) => slug === 'bee-suit')).toBe(true);
  });
});

describe('programs', () => {
  const programOf = async (slug: string, group: string | null = null) => {
    const product = await openShopProduct(context, slug);
    return programFor(product, product, group).program;
  };

  it('are made once for each state of the catalog, product and group', async () => {
    const first = await programOf('bee-suit');
    expect(await programOf('bee-suit')).toBe(first);
    expect(await programOf('bee-suit', 'trade')).not.toBe(first);
    await enterStock(context, 'honey-jar-454', { kind: 'adjustment', quantity: '3', reason: 'Counted' });
    expect(await programOf('bee-suit')).toBe(first);
    await changeSwatch(context, 'slate', {
      name: 'Slate',
      colours: ['#404a50'],
      picture: null,
      family: '',
      supplierCode: '',
    });
    const next = await programOf('bee-suit');
    expect(next).not.toBe(first);
    expect(
      next.product.choices.flatMap((choice) =>
        'options' in choice ? choice.options.flatMap(({ colours }) => colours) : [],
      ),
    ).toContain('#404a50');
  });

  it('of a customer know the stock items that their product can draw, and no other', async () => {
    const { definition, surroundings } = await openShopProduct(context, 'smoker');
    const known = customerView(definition, surroundings, null).surroundings.stock;
    expect((await allStock(context)).length).toBeGreaterThan(known.size);
    const { stock } = await openShopProductView(context, 'smoker', undefined);
    expect(stock.map(({ key }) => key).sort()).toEqual([...known.keys()].sort());
  });

  it('and what is published of a product are those of the transaction that reads them', async () => {
    const row = await context.database.read.query.products.findFirst({
      where: eq(products.publishedSlug, 'smoker-fuel'),
    });
    await expect(
      context.database.write(async (transaction) => {
        const draft = { ...(row?.draft ?? productSchema.parse({})), price: '99.00' };
        await publishDraft(transaction, { id: row?.id ?? 0, draft, draftVersion: 9 }, context.now());
        expect((await readPublishedBySlug(transaction, 'smoker-fuel'))?.definition.price).toBe('99.00');
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect((await readPublishedBySlug(context.database.read, 'smoker-fuel'))?.definition.price).not.toBe('99.00');
    expect((await openShopProduct(context, 'smoker-fuel')).definition.price).not.toBe('99.00');
  });
});
