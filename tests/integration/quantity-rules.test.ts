import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type PlacedQuantity, placedQuantitySchema } from '@/core/catalog';
import { addToBasket, changeLine, readBasket } from '@/services/selling/basket';
import { checkOut } from '@/services/selling/checkout';
import { viewBasket } from '@/services/selling/shop';
import { openShopProductView } from '@/services/selling/shop';
import {
  listHeld,
  openQuantityRules,
  previewQuantityRules,
  saveQuantityRules,
} from '@/services/settings/quantity-rules';
import { enterGroupCode, openSettings, saveSettings } from '@/services/settings/settings';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;

beforeEach(async () => {
  context = await openServices({ demo: true });
});

afterEach(() => context.close());

const rule = (given: object): PlacedQuantity =>
  placedQuantitySchema.parse({ key: 'r', title: 'Tools in pairs', ...given });
const tools = rule({ places: [{ category: 'Tools' }], rule: { minimum: 2, multiple: 2 } });
const hold = async (...more: PlacedQuantity[]) => {
  const rules = [...(await openQuantityRules(context)).rules, ...more];
  await saveQuantityRules(context, { rules, accepted: (await previewQuantityRules(context, { rules })).count });
};

describe('rules about quantities for many products', () => {
  it('are seen before they hold, and hold at once in the shop', async () => {
    const { rules } = await openQuantityRules(context);
    const { rows: ripple } = await previewQuantityRules(context, { rules: [...rules, tools] });
    expect(ripple.map(({ title, group, from, to, inShop }) => [title, group, from, to, inShop])).toEqual([
      ['Smoker', null, 'any number', 'at least 2, in multiples of 2', true],
      ['Smoker fuel', null, 'any number', 'at least 2, in multiples of 2', true],
    ]);
    await expect(saveQuantityRules(context, { rules: [...rules, tools], accepted: 1 })).rejects.toMatchObject({
      status: 409,
      code: 'moreChanges',
    });
    await hold(tools);
    await expect(addToBasket(context, undefined, { slug: 'smoker', answers: {}, quantity: 3 })).rejects.toThrow(
      'multiples of 2',
    );
    const view = await openShopProductView(context, 'smoker', undefined);
    expect(view.product.quantity).toMatchObject({ minimum: 2, multiple: 2 });
    expect(JSON.stringify(view)).not.toContain('Tools in pairs');
    expect((await listHeld(context)).r).toEqual({ count: 2, titles: ['Smoker', 'Smoker fuel'] });
  });

  it('that can’t be kept are refused, and so is taking away a group that one names', async () => {
    const save = (given: object) => previewQuantityRules(context, { rules: [rule(given)] });
    await expect(save({ rule: { maximum: 1, multiple: 2 } })).rejects.toMatchObject({ code: 'quantityImpossible' });
    await expect(save({ rule: { list: [{ quantity: 2 }, { quantity: 2 }] } })).rejects.toMatchObject({
      code: 'quantityTwice',
    });
    await expect(save({ rule: {}, groups: ['nobody'] })).rejects.toMatchObject({ code: 'groupUnknown' });
    await expect(save({ rule: {}, title: '\u200b' })).rejects.toMatchObject({ code: 'hidesSigns' });
    await expect(save({ rule: {}, title: 'Pairs\u202e' })).rejects.toMatchObject({
      code: 'hidesSigns',
      message:
        'The name of a rule: There are signs in it that nobody sees, or that turn the direction of reading. Type it anew.',
    });
    await expect(save({ rule: { list: [{ quantity: 2, caption: 'a\u200bpair' }] } })).rejects.toMatchObject({
      code: 'hidesSigns',
    });
    await expect(previewQuantityRules(context, { rules: [tools, tools] })).rejects.toMatchObject({
      code: 'duplicateKey',
    });
    const { shop } = await openSettings(context);
    await expect(
      saveSettings(context, { name: shop.name, timeZone: shop.timeZone, skuSeparator: shop.skuSeparator, groups: [] }),
    ).rejects.toMatchObject({ code: 'groupInUse' });
  });

  it('of a whole basket count what is in it together, for those they are for', async () => {
    const basket = await addToBasket(context, undefined, { slug: 'honey-jars', answers: {}, quantity: 2 });
    expect((await readBasket(context, basket)).canOrder).toBe(true);
    await enterGroupCode(context, basket, 'HONEYTRADE');
    const { problems, canOrder, lines } = await viewBasket(context, basket);
    expect([canOrder, problems.map(({ message }) => message)]).toEqual([
      false,
      ['Bottling for trade customers: there are 2 in the basket together. The smallest quantity is 3.'],
    ]);
    const order = {
      name: 'Ada',
      email: 'ada@example.org',
      payment: 'approve' as const,
      seenTotal: '19.80',
      idempotencyKey: 'basket-rule-1',
    };
    await expect(checkOut(context, basket, order)).rejects.toMatchObject({ status: 422 });
    await changeLine(context, basket, lines[0]?.id ?? 0, 4);
    expect((await readBasket(context, basket)).canOrder).toBe(true);
  });

  it('of a customer count what they have ordered before, however their address is written, and what is refused is not ordered', async () => {
    const few = rule({ title: 'Few smokers', per: 'customer', places: [{ category: 'Tools' }], rule: { maximum: 3 } });
    for (const other of [{ minimum: 2 }, { multiple: 2 }, { list: [{ quantity: 2 }] }, {}]) {
      await expect(
        previewQuantityRules(context, {
          rules: [
            { ...few, rule: rule({ rule: { ...(Object.keys(other).length > 0 && { maximum: 4 }), ...other } }).rule },
          ],
        }),
      ).rejects.toMatchObject({ code: 'onlyMaximum' });
    }
    await hold(few);
    expect((await listHeld(context)).r).toEqual({ count: 2, titles: ['Smoker', 'Smoker fuel'] });
    expect((await openShopProductView(context, 'smoker', undefined)).jointly).toEqual([
      'Few smokers: at most 3 for each customer, in all orders.',
    ]);
    expect((await openShopProductView(context, 'hook-tool', undefined)).jointly).toEqual([]);

    let key = 0;
    const order = async (basket: string, email: string, payment: 'approve' | 'decline' = 'approve') => {
      const { total } = await viewBasket(context, basket);
      return checkOut(context, basket, {
        name: 'Ada',
        email,
        payment,
        seenTotal: total ?? '',
        idempotencyKey: `customer-rule-${(key += 1)}`,
      });
    };
    const basketOf = (slug: string, quantity: number, basket?: string) =>
      addToBasket(context, basket, { slug, answers: {}, quantity });
    // Two kinds count together; four are too many for anybody, and the basket says so.
    const full = await basketOf('smoker-fuel', 2, await basketOf('smoker', 2));
    expect((await viewBasket(context, full)).problems.map(({ message, remedy }) => `${message} ${remedy}`)).toEqual([
      'Few smokers: one customer can have at most 3, and there are 4 in the basket. Leave at most 3 in the basket.',
    ]);
    await expect(order(full, 'ada@example.org')).rejects.toMatchObject({ status: 422, code: 'notSellable' });

    // What was not paid was not had.
    expect((await order(await basketOf('smoker', 2), 'ada@example.org', 'decline')).state).toBe('declined');
    expect((await order(await basketOf('smoker', 2), 'ada@example.org')).state).toBe('paid');
    const again = await basketOf('smoker', 2);
    expect((await viewBasket(context, again)).canOrder).toBe(true);
    await expect(order(again, ' ADA@Example.org '.trim())).rejects.toThrow(
      'Few smokers: one customer can have at most 3, and there are 2 in the basket. 2 were ordered before. Leave at most 1 in the basket.',
    );
    expect((await order(again, 'grace@example.org')).state).toBe('paid');
    // At the same moment, twice: one of them is the last.
    const both = await Promise.allSettled([
      order(await basketOf('smoker', 1), 'ada@example.org'),
      order(await basketOf('smoker-fuel', 1), 'ada@example.org'),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    // What is for others than tools is nobody's matter.
    expect((await order(await basketOf('handbook', 5), 'ada@example.org')).state).toBe('paid');
  });
});

describe('more of something in a basket', () => {
  it('costs by what is in it, is told where more cost less, and is kept with the order', async () => {
    const basket = await addToBasket(context, undefined, {
      slug: 'wax-foundation',
      answers: { size: 'shallow', wired: true },
      quantity: 70,
    });
    const { lines, total } = await viewBasket(context, basket);
    // 50 at 1.70, 20 beyond at 1.45.
    expect([lines[0]?.resolution?.lineTotal, total]).toEqual(['114.00', '114.00']);
    await changeLine(context, basket, lines[0]?.id ?? 0, 100);
    const [line] = (await viewBasket(context, basket)).lines;
    // From 100 on wires cost 0.28: 50 at 1.58, 50 at 1.33. Nobody is told of a price that changed with the number.
    expect([line?.resolution?.lineTotal, line?.formerPrice]).toEqual(['145.50', null]);
  });

  it('refuses a quantity that is not listed with the nearest and their captions', async () => {
    const basket = await addToBasket(context, undefined, { slug: 'hexagon-jars', answers: {}, quantity: 12 });
    const [line] = (await viewBasket(context, basket)).lines;
    await expect(changeLine(context, basket, line?.id ?? 0, 60)).rejects.toMatchObject({
      status: 422,
      message: '60 is not a quantity that this is sold in. Nearest: 48 (four cases) or 144 (three cartons).',
    });
    await changeLine(context, basket, line?.id ?? 0, 48);
    const [now] = (await viewBasket(context, basket)).lines;
    expect([now?.resolution?.unitPrice, now?.resolution?.lineTotal]).toEqual(['0.78', '37.44']);
  });
});
