import { desc, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { basketLines, orderLines, orders, products, stockItems } from '@/data/schema';
import { saveDraftOf } from '@/services/drafts/life';
import { productLife } from '@/services/products/life';
import { orderBasket, publish, selectProducts, startProduct } from '../support/acts';
import { insertProduct } from '../support/begin';
import { PATIENCE } from '../support/browser';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const TOTAL = '[aria-label="Total"]';
const counterText = '[aria-label="The Counter"]';
const part = (title: string) => `//section[@aria-label="${title}"]`;
const card = (title: string) => `//article[@aria-label="${title}"]`;
const onHand = async (key: string) =>
  (await stage.database.read.select({ onHand: stockItems.onHand }).from(stockItems).where(eq(stockItems.key, key)))[0]
    ?.onHand;
const lastOrder = async () => {
  const [order] = await stage.database.read.select().from(orders).orderBy(desc(orders.id)).limit(1);
  const lines = await stage.database.read
    .select()
    .from(orderLines)
    .where(eq(orderLines.orderId, order?.id ?? 0));
  return { order, lines };
};

/** Adds a part by searching for its product, as somebody who types does. */
async function addPart(words: string, title: string): Promise<void> {
  await stage.person.findAndPick('Add a part', words, title);
  await stage.person.find(card(title));
}

describe('a kit set up from an empty page', () => {
  it('gets parts by search, settled, narrowed and counted, and shows at the Counter what customers will see', async () => {
    const { person } = stage;
    await startProduct(stage, 'Apprentice set', 'APPR');
    await person.press('Parts', OUTLINE);
    await person.sees('Sold by itself');
    await addPart('bee suit', 'Bee suit');
    await addPart('HOOK', 'Hook-end hive tool');
    await addPart('hive frame', 'Hive frame with foundation');
    await person.press('Unfold', card('Bee suit'));
    await person.select('Who answers Veil', 'fixed here');
    await person.sees('is still to be chosen', counterText);
    await person.pick('Fencing style', card('Bee suit'));
    await person.select('Who answers Cloth', 'only some options');
    await person.pick('Moss', card('Bee suit'));
    await person.press('Unfold', card('Hive frame with foundation'));
    await person.fill('How many', '5', card('Hive frame with foundation'));
    await person.select('Price of the kit', 'sum of its parts, less a percentage');
    await person.fill('Less (%)', '10');
    // 138.50 + 14.50 + 5 × 2.40, less 10 %.
    await person.sees('Standard kit: parts €165.00, kit €148.50, saves €16.50.');
    await person.pick('M', COUNTER);
    await person.pick('Slate', COUNTER);
    await person.sees('Can be sold', counterText);
    await person.seesNoMore('Moss', counterText);
    await person.sees('for Bee suit', counterText);
    await person.sees('For 10 more you need:', counterText);
  });

  it('is in the shop once it is published, and says what it saves', async () => {
    const { person } = stage;
    await publish(stage, 'Apprentice set');
    const row = await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Apprentice set') });
    expect(
      row?.draft.parts.map(({ candidates, quantity }) => [
        candidates[0]?.product,
        candidates[0]?.fixed,
        candidates[0]?.narrowed,
        quantity.usual,
      ]),
    ).toEqual([
      ['bee-suit', { veil: 'fencing' }, { cloth: ['linen', 'slate'] }, 1],
      ['hook-tool', {}, {}, 1],
      ['hive-frame', {}, {}, 5],
    ]);
    await person.goTo('/shop/apprentice-set');
    await person.sees('saves €16.50 on the parts bought one by one');
    await person.sees('Veil: Fencing style');
    await person.press('Add to basket');
    await person.sees('Still missing: Bee suit: Size, Bee suit: Cloth.');
  });

  it('is bought with a size, as one line that opens into its parts, and takes from stock what they take', async () => {
    const { person } = stage;
    const before = await Promise.all(['bee-suit-l-slate', 'hook-tool', 'hive-frame', 'veil-fencing'].map(onHand));
    await person.pick('L', part('Bee suit'));
    await person.pick('Slate', part('Bee suit'));
    await person.fill('Name on the grip', 'Ada', part('Hook-end hive tool'));
    // 1.80 for three letters, less 10 %.
    await person.sees('€150.12', TOTAL);
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.sees('What is in it: Bee suit, Hook-end hive tool, 5 × Hive frame with foundation');
    // It opens as it was chosen, what is changed is there after a reload, and takes the line's place.
    await person.press('Change Apprentice set');
    await person.sees('Change it in the basket');
    await person.sees('€150.12', TOTAL);
    await person.pick('Slate', part('Bee suit'));
    const address = await stage.browser.driver.getCurrentUrl();
    await person.pick('M', part('Bee suit'));
    await stage.browser.driver.wait(async () => (await stage.browser.driver.getCurrentUrl()) !== address, 10_000);
    const { href } = new URL(await stage.browser.driver.getCurrentUrl());
    await stage.browser.driver.navigate().refresh();
    await person.sees('Change it in the basket');
    await person.sees('APPR-SUIT-M-SL-F');
    expect(await stage.browser.driver.getCurrentUrl()).toBe(href);
    await person.press('Change it in the basket');
    // The page of the product shows it, too, before it is kept.
    await person.sees('Order and pay');
    await person.sees('APPR-SUIT-M-SL-F');
    expect((await stage.database.read.select().from(basketLines)).at(-1)?.parts).toMatchObject({
      'bee-suit': { answers: { size: 'm', cloth: 'slate' } },
      'hook-end-hive-tool': { answers: { name: 'Ada' } },
    });
    await person.press('Change Apprentice set');
    await person.pick('L', part('Bee suit'));
    await person.press('Change it in the basket');
    await person.sees('Order and pay');
    await person.sees('APPR-SUIT-L-SL-F');
    const { order, lines } = await orderBasket(stage, 'Ada').then(lastOrder);
    expect([order?.state, order?.total, lines[0]?.sku]).toEqual(['paid', '150.12', 'APPR-SUIT-L-SL-F']);
    expect(
      lines[0]?.resolution.parts.map(({ part: key, share, resolution }) => [key, share?.unit, resolution.item.sku]),
    ).toEqual([
      ['bee-suit', '124.65', 'SUIT-L-SL-F'],
      ['hook-end-hive-tool', '14.67', 'HOOK'],
      ['hive-frame-with-foundation', '10.80', 'FRAME'],
    ]);
    const after = await Promise.all(['bee-suit-l-slate', 'hook-tool', 'hive-frame', 'veil-fencing'].map(onHand));
    expect(after.map((level, place) => Number(level) - Number(before[place]))).toEqual([-1, -1, -5, -1]);
  });
});

describe('kits before the same shelves', () => {
  it('two kits in a basket that together want more than there is: the second says which part', async () => {
    const { person } = stage;
    const there = Number(await onHand('bee-suit-m-moss'));
    await person.goTo('/shop/two-suits');
    for (const title of ['The first suit', 'The second suit']) {
      await person.pick('M', part(title));
      await person.pick('Moss', part(title));
    }
    const most = Math.floor(there / 2);
    await person.fill('Quantity', String(most));
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/starter-kit');
    await person.pick('M', part('Bee suit'));
    await person.pick('Moss', part('Bee suit'));
    await person.fill('Quantity', String(there - 2 * most + 1));
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.sees('Bee suit: ');
    await person.sees('Something in the basket can’t be ordered as it stands.');
    await person.press('Remove Two suits');
    await person.seesNoMore('Something in the basket can’t be ordered as it stands.');
    await person.press('Remove Starter kit');
    await person.sees('The basket is empty');
  });

  it('a part that runs out between basket and order: nothing is ordered, and the part is named', async () => {
    const { person } = stage;
    await person.goTo('/shop/starter-kit');
    await person.pick('L', part('Bee suit'));
    await person.pick('Slate', part('Bee suit'));
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    const { order: before } = await lastOrder();
    await stage.database.write((transaction) =>
      transaction.update(stockItems).set({ onHand: '0' }).where(eq(stockItems.key, 'handbook')),
    );
    await person.fill('Name', 'Tilda Fenn');
    await person.fill('E-mail', 'tilda@fenn.example');
    await person.press('Order and pay');
    await person.sees('Handbook for the first year is out of stock');
    expect((await lastOrder()).order?.id).toBe(before?.id);
    await stage.database.write((transaction) =>
      transaction.update(stockItems).set({ onHand: '35' }).where(eq(stockItems.key, 'handbook')),
    );
  });
});

describe('a change of a part', () => {
  it('shows its ripple over kits before it holds', async () => {
    const { person } = stage;
    const tool = await stage.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'hook-tool') });
    await person.goTo(`/manage/products/${tool?.id ?? 0}`);
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '24.50');
    await person.sees('Unpublished changes');
    await person.press('Publish');
    await person.sees('It reaches 3 products; 3 change.');
    await person.sees('Starter kit €365.46 – €648.11 €374.26 – €656.91');
    await person.press('Publish', DIALOG);
    await person.sees('is in the shop');
    await person.goTo('/shop/starter-kit');
    await person.sees('€374.26', TOTAL);
  });

  it('asks before kits stop being sold', async () => {
    const { person } = stage;
    const book = await stage.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'handbook') });
    await person.goTo(`/manage/products/${book?.id ?? 0}`);
    await person.press('More for this product');
    await person.press('Unpublish');
    await person.sees('2 products in the shop would stop being sold.');
    await person.press('Not now', DIALOG);
    expect(
      (await stage.database.read.query.products.findFirst({ where: eq(products.id, book?.id ?? 0) }))?.publishedSlug,
    ).toBe('handbook');
  });
});

it('a parts list is pasted from a spreadsheet, with faults by line', async () => {
  const { person } = stage;
  await startProduct(stage, 'Pasted set', 'PAST');
  await person.press('Parts', OUTLINE);
  await person.press('Paste a parts list');
  await person.fill('Parts list', 'SKU;Quantity\nSMOKE;1\nHOOCK;2\nFRAME;ten\nPAIL;4', DIALOG);
  await person.sees('No product has the SKU “HOOCK”. “HOOK” may be meant.');
  await person.sees('“ten” is no quantity.');
  await person.press('Add 2 parts', DIALOG);
  await person.sees('4 × Honey pail, 12 l');
  const row = () => stage.database.read.query.products.findFirst({ where: eq(products.title, 'Pasted set') });
  await stage.browser.driver.wait(async () => (await row())?.draft.parts.length === 2, PATIENCE);
  expect(
    (await row())?.draft.parts.map(({ candidates, quantity }) => [candidates[0]?.product, quantity.usual]),
  ).toEqual([
    ['smoker', 1],
    ['honey-pail', 4],
  ]);
});

it('what is not in the shop yet is put in a kit, and published along with it', async () => {
  const { person } = stage;
  const draft = await stage.database.write((transaction) =>
    insertProduct(
      transaction,
      productSchema.parse({
        slug: 'tarpaulin',
        title: 'Tarpaulin',
        sku: 'TARP',
        category: 'Apiary',
        notCounted: 'madeToOrder',
      }),
      new Date(),
    ),
  );
  const row = (title: string) => stage.database.read.query.products.findFirst({ where: eq(products.title, title) });
  await startProduct(stage, 'Field set', 'FIELD');
  await person.press('Parts', OUTLINE);
  await addPart('tarp', 'Tarpaulin');
  await addPart('HOOK', 'Hook-end hive tool');
  await person.select('Price of the kit', 'sum of its parts');
  await person.sees('Tarpaulin is not in the shop yet, and can’t be published along: Give the product a base price');
  await stage.browser.driver.wait(async () => (await row('Field set'))?.draft.parts.length === 2, PATIENCE);
  // In another window it gets its price; back here that is known.
  await stage.database.write(async (transaction) => {
    const edited = await productLife.require(transaction, draft);
    const definition = { ...edited.draft, price: '10' };
    const saving = { id: draft, at: new Date(), definition, baseVersion: edited.draftVersion, editor: 'another' };
    await saveDraftOf(productLife, transaction, saving);
  });
  await stage.browser.driver.executeScript('window.dispatchEvent(new Event("focus"))');
  await person.sees('Tarpaulin is not in the shop yet. It is published along with this.');
  await person.sees('€24.50', counterText);
  await person.press('Publish');
  await person.sees('Publish with 1 product', '[role="dialog"]');
  await person.sees('Not in the shop yet, and published along: Tarpaulin', '[role="dialog"]');
  expect((await row('Tarpaulin'))?.publishedRevision).toBeNull();
  await person.press('Publish', DIALOG);
  await person.sees('With it: Tarpaulin.');
  expect((await row('Tarpaulin'))?.publishedSlug).toBe('tarpaulin');
  await person.seesNoMore('published along', '[aria-label="Readiness"]');
  await person.goTo('/shop/field-set');
  await person.press('Add to basket');
  await person.sees('is in the basket');
  await orderBasket(stage, 'Ilka Thorn');
  expect((await lastOrder()).lines.map(({ title }) => title)).toContain('Field set');
});

it('a kit and its part that are published together go in the order that they need', async () => {
  const { person } = stage;
  await stage.database.write(async (transaction) => {
    const both = [
      {
        slug: 'a-pallet-set',
        title: 'A pallet set',
        sku: 'PALS',
        parts: [{ key: 'pallet', candidates: [{ product: 'pallet' }] }],
      },
      { slug: 'pallet', title: 'Pallet', sku: 'PALLET', price: '8', notCounted: 'madeToOrder' },
    ];
    for (const product of both)
      await insertProduct(transaction, productSchema.parse({ category: 'Apiary', ...product }), new Date());
  });
  await selectProducts(stage, 'A pallet set', 'Pallet');
  await person.press('Publish', '//*[@aria-label="Selected products"]');
  await person.press('Publish 2 products', DIALOG);
  await person.sees('2 of 2 products: in the shop.', '[role="dialog"]');
});
