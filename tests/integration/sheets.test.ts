import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Sheet, sheetSchema } from '@/core/catalog';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { resolvePublished } from '@/services/selling/published';
import { type RippleRow } from '@/services/catalog/reach';
import { rippleOf } from '@/services/sheets/ripple';
import {
  createSheet,
  deleteSheet,
  listSheetRevisions,
  listSheets,
  listSheetUses,
  openSheet,
  openSheetForEditing,
  publishSheet,
  saveSheetDraft,
} from '@/services/sheets/sheets';
import { allProducts } from '../support/all-products';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const GIFT = 1;

async function change(id: number, recipe: (sheet: Sheet) => void): Promise<number> {
  const { draft, draftVersion } = await openSheet(context, id);
  const definition = structuredClone(draft);
  recipe(definition);
  return saveSheetDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' });
}

async function ripple(id: number): Promise<RippleRow[]> {
  const rows: RippleRow[] = [];
  for await (const { row } of await rippleOf(context, [id])) if (row) rows.push(row);
  return rows;
}

const boxPrice = (sheet: Sheet, value: string) => {
  const box = sheet.choices.find(({ key }) => key === 'box');
  if (box && 'amount' in box) box.amount = { kind: 'fixed', value };
};
const withBox = async () =>
  (await resolvePublished(context, 'smoker-fuel', { answers: { 'gift.box': true } })).unitPrice?.toString();

describe('a sheet', () => {
  it('is on the products that its conditions name, with where it is used', async () => {
    expect((await listSheetUses(context, GIFT)).map(({ title, by, inShop }) => [title, by, inShop])).toEqual([
      ['Branding iron', 'condition', true],
      ['Smoker', 'condition', true],
      ['Smoker fuel', 'condition', true],
    ]);
    expect(
      (await listSheets(context)).map(({ title, choices, products, state }) => [title, choices, products, state]),
    ).toEqual([
      ['As a gift', 3, 3, 'published'],
      ['Trade order', 2, 3, 'published'],
    ]);
  });

  it('changes every product at once, but only when it is published', async () => {
    expect(await withBox()).toBe('11.3');
    const version = await change(GIFT, (sheet) => boxPrice(sheet, '5'));
    expect(await withBox()).toBe('11.3');
    await publishSheet(context, GIFT, { version, accepted: 0 });
    expect(await withBox()).toBe('12.8');
    expect((await listSheetRevisions(context, GIFT)).map(({ number, current }) => [number, current])).toEqual([
      [2, true],
      [1, false],
    ]);
  });

  it('tells every amount that it changes, though no product’s price range does', async () => {
    await change(GIFT, (sheet) => boxPrice(sheet, '3.75'));
    const rows = await ripple(GIFT);
    expect(rows.map(({ title }) => title)).toEqual([
      'Branding iron',
      'Smoker',
      'Smoker fuel',
      'Starter kit',
      'The first year',
    ]);
    expect(rows.find(({ title }) => title === 'Branding iron')).toMatchObject({
      changes: true,
      amounts: ['Gift box: +€3.75, was +€3.50.'],
    });
    expect(rows.find(({ title }) => title === 'Starter kit')).toMatchObject({
      changes: true,
      amounts: ['Smoker, Gift box: +€3.75, was +€3.50.', 'Smoker fuel, Gift box: +€3.75, was +€3.50.'],
    });
  });

  it('leaves orders as they were sold', async () => {
    const placed = await order(context, await basketWith(context, 'smoker-fuel', { 'gift.box': true }));
    await publishSheet(context, GIFT, { version: await change(GIFT, (sheet) => boxPrice(sheet, '9')), accepted: 0 });
    const line = await context.database.read.query.orderLines.findFirst({
      where: (table, { eq }) => eq(table.orderId, placed.number),
    });
    expect(line).toMatchObject({
      unitPrice: '11.30',
      resolution: { item: { details: [{ label: 'Gift box', value: 'Yes' }] } },
    });
  });

  it('shows its ripple: who is reached, prices before and after, who joins and leaves', async () => {
    await change(GIFT, (sheet) => {
      boxPrice(sheet, '4.50');
      sheet.places = [
        { category: 'Tools', supplier: null, tag: null },
        { category: 'Clothing', supplier: null, tag: null },
      ];
    });
    expect(
      (await ripple(GIFT)).map(({ title, reach, priceBefore, priceAfter }) => [title, reach, priceBefore, priceAfter]),
    ).toEqual([
      ['Bee suit', 'joins', '€129.00 – €181.72', '€129.00 – €187.42'],
      ['Branding iron', 'leaves', '€50.40 – €113.46', '€50.40 – €108.76'],
      ['Smoker', 'stays', '€42.00 – €80.28', '€42.00 – €81.28'],
      ['Smoker fuel', 'stays', '€7.80 – €12.50', '€7.80 – €13.50'],
      // What has these as parts is reached, too.
      ['Starter kit', 'stays', '€365.46 – €648.11', '€365.46 – €653.12'],
      ['The first year', 'stays', '€414.11 – €717.32', '€414.11 – €723.09'],
      ['Two suits', 'stays', '€230.00 – €335.44', '€230.00 – €346.84'],
    ]);
  });

  it('does not break fifty products unseen: what would stop being sold must have been accepted', async () => {
    const version = await change(GIFT, (sheet) => {
      const box = sheet.choices.find(({ key }) => key === 'box');
      if (box && 'amount' in box) box.amount = { kind: 'perUnit', value: '1', unit: 'm', of: 'length' };
    });
    const stopping = (await ripple(GIFT)).filter(({ stops }) => stops.length > 0);
    expect(stopping.map(({ title, stops }) => [title, stops[0]])).toEqual(
      ['Branding iron', 'Smoker', 'Smoker fuel', 'Starter kit', 'The first year'].map((title) => [
        title,
        expect.stringMatching(/There is no choice “length”\./),
      ]),
    );
    await expect(publishSheet(context, GIFT, { version, accepted: 4 })).rejects.toMatchObject({
      status: 409,
      code: 'wouldStop',
      details: { stopping: 5 },
    });
    expect((await resolvePublished(context, 'smoker', { answers: {} })).state).toBe('sellable');
    await publishSheet(context, GIFT, { version, accepted: 5 });
    expect((await resolvePublished(context, 'smoker', { answers: {} })).problems[0]).toMatchObject({
      code: 'productNotReady',
    });
  });

  it('is not published with faults of its own, nor in another state than was seen', async () => {
    const faulty = await change(GIFT, (sheet) =>
      sheet.choices.forEach((choice) => choice.kind === 'yesNo' && (choice.title = '')),
    );
    await expect(publishSheet(context, GIFT, { version: faulty, accepted: 9 })).rejects.toMatchObject({
      status: 422,
      code: 'notReady',
    });
    await expect(publishSheet(context, GIFT, { version: faulty - 1, accepted: 9 })).rejects.toMatchObject({
      code: 'draftMoved',
    });
  });

  it('takes in products that are added later', async () => {
    const { draft, draftVersion } = await openProduct(context, 37);
    await saveDraft(context, 37, {
      definition: { ...draft, tags: ['gift'] },
      baseVersion: draftVersion,
      editor: 'test',
    });
    expect((await allProducts(context)).find(({ id }) => id === 37)?.facets).toEqual(['3 choices']);
  });

  it('is told apart from another that somebody else saved', async () => {
    const { draft, draftVersion } = await openSheet(context, GIFT);
    await saveSheetDraft(context, GIFT, {
      definition: { ...draft, title: 'One' },
      baseVersion: draftVersion,
      editor: 'a',
    });
    await expect(
      saveSheetDraft(context, GIFT, { definition: { ...draft, title: 'Two' }, baseVersion: draftVersion, editor: 'b' }),
    ).rejects.toMatchObject({
      code: 'draftConflict',
      details: { current: { definition: { title: 'One' }, savedBy: 'a' } },
    });
    await expect(
      saveSheetDraft(context, GIFT, {
        definition: { ...draft, key: 'other' },
        baseVersion: draftVersion + 1,
        editor: 'a',
      }),
    ).rejects.toMatchObject({ code: 'keyFixed' });
  });

  it('can be deleted only while it is on nothing', async () => {
    await expect(deleteSheet(context, GIFT)).rejects.toMatchObject({
      status: 409,
      code: 'sheetInUse',
      message: expect.stringContaining('Branding iron, Smoker, Smoker fuel'),
    });
    const id = await createSheet(context, { title: 'As a gift' });
    expect((await openSheet(context, id)).draft).toEqual(sheetSchema.parse({ key: 'as-a-gift', title: 'As a gift' }));
    await deleteSheet(context, id);
    await expect(openSheet(context, id)).rejects.toMatchObject({ status: 404 });
  });

  it('opens with products to try it on', async () => {
    const view = await openSheetForEditing(context, GIFT);
    expect(view.tryOn.map(({ title }) => title)).toEqual(['Branding iron', 'Smoker', 'Smoker fuel']);
    expect(view.surroundings.products.map(({ slug }) => slug)).toEqual(['smoker-fuel']);
  });
});

describe('customer groups', () => {
  it('see the trade sheet only when they have typed the code', async () => {
    const plain = await resolvePublished(context, 'honey-jars', {
      answers: { 'trade-order.number': '77' },
      quantity: 2,
    });
    expect(plain.counted.map(({ choice }) => choice)).not.toContain('trade-order.number');
    expect(plain.state).toBe('sellable');
  });
});
