import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { choiceSchema, formulaSchema, placementSchema, priceListSchema, rateSchema } from '@/core/catalog';
import { stockItems } from '@/data/schema';
import { gathered, previewPriceLists } from '@/services/prices/lists-ahead';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { publishProduct } from '@/services/products/publishing';
import { rippleOfProduct, rippleOfProducts } from '@/services/products/ripple';
import { addToBasket } from '@/services/selling/basket';
import { checkOut } from '@/services/selling/checkout';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { openShopProductView, resolveForCustomer, viewBasket } from '@/services/selling/shop';
import { openSettings, saveSettings } from '@/services/settings/settings';
import { rippleOf } from '@/services/sheets/ripple';
import { listSheets, openSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { changeStockItem } from '@/services/stock/items/change-item';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem, readStockItem } from '@/services/stock/items/stock';
import { allProducts } from '../support/all-products';
import { lookAtMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;

beforeEach(async () => {
  context = await openServices({ demo: true });
});

afterEach(() => context.close());

const costOf = async (key: string) => (await readStockItem(context, key)).item.cost;
const receive = (key: string, quantity: string, unitCost: string, more: object = {}) =>
  enterStock(context, key, { kind: 'receipt', quantity, reason: 'Delivery', unitCost, ...more });

describe('what stock costs', () => {
  it('becomes the average with every receipt that says what was paid, and stays with all that go', async () => {
    await createStockItem(context, { key: 'bung', title: 'Bung', unit: '1' });
    await receive('bung', '100', '10');
    await receive('bung', '200', '13');
    expect(await costOf('bung')).toBe('12');
    await enterStock(context, 'bung', { kind: 'adjustment', quantity: '150', reason: 'Counted' });
    await receive('bung', '50', '16');
    await enterStock(context, 'bung', { kind: 'receipt', quantity: '10', reason: 'Found', unitCost: '' });
    const { item, movements } = await readStockItem(context, 'bung');
    expect([item.cost, item.onHand]).toEqual(['13', '210']);
    expect(movements.map(({ unitCost }) => unitCost)).toEqual([null, '16', null, '13', '10']);
  });

  it('stays where it is said, and counts lots by their length', async () => {
    await changeStockItem(context, 'mesh-fine', { cost: '7.25', costing: 'standard' });
    await receive('mesh-fine', '2 × 10 m', '9', { accepted: 9 });
    expect(await costOf('mesh-fine')).toBe('7.25');
    await changeStockItem(context, 'mesh-fine', { costing: 'average' });
    const { onHand } = (await readStockItem(context, 'mesh-fine')).item;
    await receive('mesh-fine', `${onHand} m`, '8.25', { accepted: 9 });
    expect(await costOf('mesh-fine')).toBe('7.75');
  });

  it.each([['x'], ['-1'], ['1.2345678'], ['1e9'], ['10000000000']])(
    'of %s is refused, and nothing is entered',
    async (unitCost) => {
      const before = (await readStockItem(context, 'handbook')).movements.length;
      await expect(receive('handbook', '5', unitCost)).rejects.toMatchObject({ code: 'unreadableCost' });
      await expect(changeStockItem(context, 'handbook', { cost: unitCost })).rejects.toMatchObject({
        code: 'unreadableCost',
      });
      expect((await readStockItem(context, 'handbook')).movements).toHaveLength(before);
    },
  );

  it('that brings what is in the shop below its floor is seen before it holds', async () => {
    const before = await costOf('handbook');
    // A handbook is 19.80, of which 18.00 are left without the tax; with a floor of 20 % it may cost 14.40.
    const error: unknown = await receive('handbook', '1000', '17.50').catch((refusal: unknown) => refusal);
    expect(error).toMatchObject({
      status: 409,
      code: 'belowFloor',
      details: { below: [{ slug: 'handbook', title: 'Handbook for the first year' }] },
    });
    expect(String((error as Error).message)).toContain('less than the floor of 20 %');
    expect(await costOf('handbook')).toBe(before);
    await expect(changeStockItem(context, 'handbook', { cost: '14.41' })).rejects.toMatchObject({ code: 'belowFloor' });
    await changeStockItem(context, 'handbook', { cost: '14.40' });
    await receive('handbook', '1000', '17.50', { accepted: 1 });
    expect(Number(await costOf('handbook'))).toBeGreaterThan(14.4);
    // Below it already: nothing falls that has not fallen.
    await receive('handbook', '10', '18');
  });

  it('so does what a sheet, a part, or a change of many prices brings below a floor, product by product', async () => {
    const rowsOf = async <R extends { title: string; belowFloor: string | null }>(
      steps: AsyncIterable<{ row: R | null }>,
    ) => {
      const below = new Map<string, string>();
      for await (const { row } of steps) if (row?.belowFloor) below.set(row.title, row.belowFloor);
      return below;
    };
    // A gift box for which €25 are taken off leaves too little of a smoker.
    const gift = await openSheet(context, 1);
    const cheaper = {
      ...gift.draft,
      choices: gift.draft.choices.map((choice) =>
        choice.key === 'box' && 'amount' in choice
          ? { ...choice, amount: { kind: 'fixed' as const, value: '-25' } }
          : choice,
      ),
    };
    await saveSheetDraft(context, 1, { definition: cheaper, baseVersion: gift.draftVersion, editor: 'test' });
    expect((await rowsOf(await rippleOf(context, [1]))).get('Smoker')).toMatch(
      /^With .*Gift box Yes it earns .*, less than the floor of 20 %\.$/,
    );
    // The starter kit earns 39.6 % at the least, at trade prices: with a floor of 39 % a cheaper smoker is too much.
    const idOf = async (slug: string) => (await allProducts(context)).find((row) => row.slug === slug)?.id ?? 0;
    const kit = await openProduct(context, await idOf('starter-kit'));
    await saveDraft(context, kit.id, {
      definition: { ...kit.draft, marginFloor: '39' },
      baseVersion: kit.draftVersion,
      editor: 'test',
    });
    await publishProduct(context, kit.id, kit.draftVersion + 1);
    const smoker = await openProduct(context, await idOf('smoker'));
    await saveDraft(context, smoker.id, {
      definition: { ...smoker.draft, price: '30' },
      baseVersion: smoker.draftVersion,
      editor: 'test',
    });
    expect((await rowsOf(await rippleOfProduct(context, smoker.id, 'publish'))).get('Starter kit')).toContain(
      'less than the floor of 39 %',
    );
    // So does a dearer smoker, which by itself is above its floor, and a cheaper one for trade customers.
    await expect(changeStockItem(context, 'smoker', { cost: '22' })).rejects.toMatchObject({
      code: 'belowFloor',
      details: { below: [{ slug: 'starter-kit' }] },
    });
    const lists = [
      priceListSchema.parse({ key: 'l', title: 'L', groups: ['trade'], prices: [{ product: 'smoker', price: '25' }] }),
    ];
    expect((await gathered(await previewPriceLists(context, { lists }))).below.map(({ slug }) => slug)).toEqual([
      'starter-kit',
    ]);
    const { rows } = await lookAtMany(context, {
      kind: 'prices',
      step: { kind: 'percent', percent: '-60', ending: null },
      crossOut: false,
      products: [await idOf('handbook'), await idOf('hive-frame')],
    });
    expect(rows.map(({ title, belowFloor }) => [title, belowFloor !== null])).toEqual([
      ['Handbook for the first year', true],
      ['Hive frame with foundation', true],
    ]);
    const gentle = await lookAtMany(context, {
      kind: 'prices',
      step: { kind: 'percent', percent: '-1', ending: null },
      crossOut: false,
      products: [await idOf('handbook')],
    });
    expect(gentle.rows[0]?.belowFloor).toBeNull();
  });

  it('and so do many drafts that are published together, of which none would do it alone', async () => {
    const below = async <
      R extends { title: string; belowFloor: string | null; priceBefore: string | null; priceAfter: string | null },
    >(
      steps: AsyncIterable<{ row: R | null }>,
    ) => {
      const rows: R[] = [];
      for await (const { row } of steps) if (row) rows.push(row);
      return { below: rows.flatMap(({ title, belowFloor }) => (belowFloor === null ? [] : title)).sort(), rows };
    };
    // Both sheets are on the smoker, of 42: it costs 14, and with a floor of 20 % and a tax of 20 % must not be sold
    // for less than 21.
    const cheaper = async (id: number, key: string, value: string) => {
      const { draft, draftVersion } = await openSheet(context, id);
      const choices = draft.choices.map((choice) =>
        choice.key === key && 'amount' in choice ? { ...choice, amount: { kind: 'fixed' as const, value } } : choice,
      );
      await saveSheetDraft(context, id, {
        definition: {
          ...draft,
          choices: [
            ...choices,
            ...(choices.some((choice) => choice.key === key)
              ? []
              : [
                  choiceSchema.parse({
                    kind: 'yesNo',
                    key,
                    title: 'Extra',
                    required: false,
                    amount: { kind: 'fixed', value },
                  }),
                ]),
          ],
        },
        baseVersion: draftVersion,
        editor: 'test',
      });
    };
    const shared = (await listSheets(context)).map(({ id }) => id);
    const keys = await Promise.all(shared.map(async (id) => (await openSheet(context, id)).draft.key));
    const idOf = async (slug: string) => (await allProducts(context)).find((row) => row.slug === slug)?.id ?? 0;
    const edit = async (slug: string, change: object) => {
      const { id, draft, draftVersion } = await openProduct(context, await idOf(slug));
      await saveDraft(context, id, { definition: { ...draft, ...change }, baseVersion: draftVersion, editor: 'test' });
      return id;
    };
    const placed = await openProduct(
      context,
      await edit('smoker', { sheets: keys.map((key) => placementSchema.parse({ key })) }),
    );
    await publishProduct(context, placed.id, placed.draftVersion);
    for (const id of shared) await cheaper(id, 'together', '-13');
    const [alone, other, together] = [
      await below(await rippleOf(context, shared.slice(0, 1))),
      await below(await rippleOf(context, shared.slice(1))),
      await below(await rippleOf(context, shared)),
    ];
    expect([alone.below.includes('Smoker'), other.below.includes('Smoker'), together.below.includes('Smoker')]).toEqual(
      [false, false, true],
    );
    expect(together.rows.map(({ title }) => title).sort()).toEqual(
      [...new Set([...alone.rows, ...other.rows].map(({ title }) => title))].sort(),
    );

    // A kit of two parts, each of which becomes a little cheaper: only both together are too much for it. What is in
    // the shop itself is told of, too.
    const kit = await openProduct(context, await edit('starter-kit', { marginFloor: '39' }));
    await publishProduct(context, kit.id, kit.draftVersion);
    const parts = [await edit('smoker', { price: '40' }), await edit('handbook', { price: '17' })];
    const each = await Promise.all(
      parts.map(async (id) => (await below(await rippleOfProducts(context, [id]))).below.includes(kit.draft.title)),
    );
    const all = await below(await rippleOfProducts(context, parts));
    expect([each, all.below.includes(kit.draft.title)]).toEqual([[false, false], true]);
    expect(all.rows.find(({ title }) => title === 'Handbook for the first year')).toMatchObject({
      priceBefore: '€19.80',
      priceAfter: '€17.00',
    });
    await expect(rippleOfProducts(context, [999_999])).rejects.toMatchObject({ status: 404 });
  });

  it('and floors that are none are refused', async () => {
    const { shop } = await openSettings(context);
    const save = (percent: string) =>
      saveSettings(context, {
        name: shop.name,
        timeZone: shop.timeZone,
        skuSeparator: shop.skuSeparator,
        groups: shop.groups,
        marginFloors: [{ category: null, percent }],
      });
    for (const percent of ['100', '-1']) await expect(save(percent)).rejects.toMatchObject({ code: 'floorNotPercent' });
    await save('99.9');
    expect((await openSettings(context)).shop.marginFloors).toEqual([{ category: null, percent: '99.9' }]);
  });
});

describe('what is sold', () => {
  it('keeps what it cost to supply then, with work, and what that earned is the manager’s alone', async () => {
    const before = Number(await costOf('handbook'));
    const basket = await addToBasket(context, undefined, { slug: 'handbook', answers: {}, quantity: 2 });
    const { total } = await viewBasket(context, basket);
    const { number, token } = await checkOut(context, basket, {
      name: 'Ada',
      email: 'ada@example.org',
      payment: 'approve',
      seenTotal: total ?? '',
      idempotencyKey: 'what-it-cost',
    });
    const lineCost = async () => Number((await readOrder(context, number)).lines[0]?.cost);
    expect(await lineCost()).toBe(2 * before);
    await changeStockItem(context, 'handbook', { cost: '0.01', costing: 'standard' });
    expect(await lineCost()).toBe(2 * before);
    expect(JSON.stringify(await readOrderByToken(context, token))).not.toContain('"cost"');
  });
});

describe('customers', () => {
  it('are never sent what anything costs or earns, nor by what that is reckoned', async () => {
    const { draft, draftVersion } = await openProduct(context, 1);
    draft.rates.push(rateSchema.parse({ key: 'secret-wage', title: 'Secret wage', value: '91.17' }));
    draft.formulas.push(
      formulaSchema.parse({
        key: 'secret-work',
        title: 'Secret work',
        serves: { kind: 'cost' },
        text: 'secret_wage / 3',
      }),
    );
    draft.marginFloor = '83.5';
    await saveDraft(context, 1, { definition: draft, baseVersion: draftVersion, editor: 'test' });
    await publishProduct(context, 1, (await openProduct(context, 1)).draftVersion);
    await context.database.write((transaction) =>
      transaction.update(stockItems).set({ cost: '77.123' }).where(eq(stockItems.key, 'handbook')),
    );
    const answers = { size: 'm', cloth: 'linen', veil: 'fencing' };
    const basket = await addToBasket(context, undefined, { slug: 'bee-suit', answers, quantity: 1 });
    const sent = JSON.stringify([
      await openShopProductView(context, 'bee-suit', basket),
      await openShopProductView(context, 'handbook', basket),
      await openShopProductView(context, 'first-inspection', basket),
      await resolveForCustomer(context, 'bee-suit', { answers }, basket),
      await viewBasket(context, basket),
    ]);
    for (const word of [
      'ecret',
      '91.17',
      '83.5',
      '77.123',
      'bench',
      'teacher',
      'Teaching',
      '240.00',
      '"cost"',
      'costing',
      'marginFloors":[{',
    ])
      expect(sent, word).not.toContain(word);
  });
});
