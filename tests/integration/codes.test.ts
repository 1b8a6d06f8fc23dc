import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Discount, discountSchema } from '@/core/catalog';
import { discountUses, orders } from '@/data/schema';
import { addToBasket } from '@/services/selling/basket';
import { checkOut, checkoutSchema } from '@/services/selling/checkout';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { viewBasket } from '@/services/selling/shop';
import { dropCode, enterCode, sayCountry } from '@/services/selling/terms';
import { codesCsv, deleteDiscount, makeCodes, openDiscounts, saveDiscount } from '@/services/prices/discounts';
import { openSettings, saveSettings, type SettingsInput } from '@/services/settings/settings';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
let number = 0;

beforeEach(async () => {
  context = await openServices({ demo: true });
});

afterEach(() => context.close());

const discount = (given: object): Discount =>
  discountSchema.parse({
    key: 'spring',
    title: 'Spring',
    gives: { kind: 'percent', percent: '100' },
    products: ['smoker'],
    ...given,
  });
const save = (given: object, codes: string[] = ['SPRING']) =>
  saveDiscount(context, { definition: discount(given), codes, acceptedBelow: 99 });
const smokers = (quantity = 2) => addToBasket(context, undefined, { slug: 'smoker', answers: {}, quantity });
const order = async (basket: string, more: object = {}) => {
  const key = `code-order-${(number += 1)}`;
  const { total } = await viewBasket(context, basket);
  return checkOut(
    context,
    basket,
    checkoutSchema.parse({
      name: 'Ada',
      email: 'ada@example.org',
      payment: 'approve',
      seenTotal: total ?? '',
      idempotencyKey: key,
      ...more,
    }),
  );
};
const change = async (more: Partial<SettingsInput>) => {
  const { shop } = await openSettings(context);
  const { name, timeZone, skuSeparator, groups } = shop;
  await saveSettings(context, { name, timeZone, skuSeparator, groups, ...more });
};

describe('a discount code', () => {
  it('is taken off in the basket, kept with the order line by line, and can’t be used by the same customer again', async () => {
    const basket = await smokers();
    await enterCode(context, basket, ' firsthive');
    const { sums, total, codes } = await viewBasket(context, basket);
    expect([total, codes, sums?.codes]).toMatchObject([
      '75.60',
      [{ code: 'FIRSTHIVE', whyNot: '' }],
      [{ title: 'Welcome to the apiary', amount: '-8.40', shares: ['-8.40'] }],
    ]);
    const placed = await order(basket);
    expect([placed.state, placed.total]).toEqual(['paid', '75.60']);
    expect(await readOrder(context, placed.number)).toMatchObject({
      sums: {
        goods: '84.00',
        codes: [{ code: 'FIRSTHIVE', amount: '-8.40' }],
        tax: { name: 'VAT', net: '63.00', sums: [{ percent: '20', net: '63.00', tax: '12.60' }] },
      },
    });
    expect((await readOrderByToken(context, placed.token)).sums?.goods).toBe('84.00');
    const again = await smokers();
    await enterCode(context, again, 'FIRSTHIVE');
    await expect(order(again, { email: 'ADA@example.org' })).rejects.toMatchObject({ status: 409, code: 'codeUsed' });
    await dropCode(context, again, 'firsthive');
    expect((await order(again)).total).toBe('84.00');
    expect((await openDiscounts(context)).discounts[0]).toMatchObject({ used: 1, number: 1 });
  });

  it('to nothing needs no payment', async () => {
    await save({});
    const basket = await smokers();
    await enterCode(context, basket, 'SPRING');
    const placed = await order(basket, { payment: 'decline' });
    expect(placed).toMatchObject({ state: 'paid', total: '0.00' });
  });

  it('that has been used as often as it can be gives nothing, whoever comes first', async () => {
    await save({ uses: 1, usesPerCustomer: null });
    const baskets = [await smokers(), await smokers()];
    for (const basket of baskets) await enterCode(context, basket, 'SPRING');
    const outcomes = await Promise.allSettled(
      baskets.map((basket, place) => order(basket, { email: `c${place}@example.org` })),
    );
    // The second sees that the total is another now.
    expect(outcomes.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const late = baskets[outcomes.findIndex(({ status }) => status === 'rejected')] ?? '';
    expect((await viewBasket(context, late)).codes).toMatchObject([
      { whyNot: 'It has been used as often as it can be.' },
    ]);
    expect(await context.database.read.select().from(discountUses)).toHaveLength(1);
  });

  it('comes back with the basket when the payment is declined, and can be used then', async () => {
    await save({ gives: { kind: 'amount', amount: '4' }, uses: 1 });
    const basket = await smokers();
    await enterCode(context, basket, 'SPRING');
    expect((await order(basket, { payment: 'decline' })).state).toBe('declined');
    expect(await viewBasket(context, basket)).toMatchObject({
      total: '80.00',
      codes: [{ code: 'SPRING', whyNot: '' }],
    });
    expect((await order(basket)).state).toBe('paid');
    expect((await viewBasket(context, basket)).codes).toEqual([]);
  });

  it('says in the basket why it gives nothing, and doesn’t keep it from being ordered', async () => {
    const basket = await smokers(1);
    await enterCode(context, basket, 'READMORE');
    context.advance(1000);
    await enterCode(context, basket, 'FIRSTHIVE');
    const { codes, canOrder, total } = await viewBasket(context, basket);
    expect(codes.map(({ whyNot }) => whyNot)).toEqual([
      'Nothing that it is for is in the basket.',
      'What it is for must come to €60.00: €18.00 more.',
    ]);
    expect([canOrder, total]).toEqual([true, '42.00']);
    await expect(enterCode(context, basket, 'NOSUCH')).rejects.toMatchObject({ status: 422, code: 'codeUnknown' });
  });

  it('is refused where it can’t be kept, is another’s, or brings something below its floor', async () => {
    const refused = async (given: object, codes: string[] = []) =>
      save(given, codes).then(
        () => 'kept',
        (error: Error) => error.message,
      );
    expect(await refused({ gives: { kind: 'percent', percent: '101' } })).toContain('is no percentage');
    expect(await refused({ gives: { kind: 'amount', amount: '0' } })).toContain('is no amount');
    expect(await refused({ gives: { kind: 'product', product: '' } })).toBe('Choose the free product.');
    expect(await refused({ products: ['gone'] })).toContain('no product at the address “gone”');
    expect(await refused({ from: '2026-13-01' })).toContain('is not a date');
    expect(await refused({ groups: ['nobody'] })).toContain('which is none');
    expect(await refused({ title: ' ' })).toContain('needs a name');
    expect(await refused({}, ['firsthive'])).toContain('that of another discount');
    await expect(
      saveDiscount(context, {
        definition: discount({ gives: { kind: 'percent', percent: '60' }, products: ['hexagon-jars'] }),
        codes: [],
        acceptedBelow: 0,
      }),
    ).rejects.toMatchObject({ status: 409, code: 'belowFloor' });
    // €9 of at least €15 is 60 % of what such a basket costs; of €900 it is hardly anything. What is for nothing earns
    // nothing.
    const jars = (given: object) =>
      saveDiscount(context, {
        definition: discount({ products: ['hexagon-jars'], ...given }),
        codes: [],
        acceptedBelow: 0,
      }).then(
        () => 'kept',
        (error: Error) => error.message,
      );
    expect(await jars({ gives: { kind: 'amount', amount: '9' }, least: '15' })).toMatch(
      /^With up to 60 % off, a selection of Hexagon jars.* falls below its floor\./,
    );
    expect(await jars({ gives: { kind: 'product', product: 'hexagon-jars' } })).toMatch(
      /^For nothing, a selection of Hexagon jars.* falls below its floor\./,
    );
    expect(await jars({ gives: { kind: 'amount', amount: '9' }, least: '900' })).toBe('kept');
  });

  it('comes by the thousand, each another, as CSV; and goes with its discount', async () => {
    await save({ uses: 1 }, []);
    expect(await makeCodes(context, 'spring', { number: 1000, begins: 'bee-' })).toEqual({ made: 1000 });
    const rows = (await codesCsv(context, 'spring')).trim().split('\r\n');
    expect(rows).toHaveLength(1001);
    expect(new Set(rows).size).toBe(1001);
    expect(rows[1]).toMatch(/^BEE-[A-Z0-9]{10},Spring,0$/);
    const basket = await smokers();
    await enterCode(context, basket, rows[700]?.split(',')[0] ?? '');
    expect((await viewBasket(context, basket)).total).toBe('0.00');
    await deleteDiscount(context, 'spring');
    expect((await viewBasket(context, basket)).total).toBe('84.00');
    await expect(makeCodes(context, 'spring', { number: 1, begins: '' })).rejects.toMatchObject({ status: 404 });
  });
});

describe('tax and delivery', () => {
  it('follow where it is sent to, and are kept with the order', async () => {
    await change({
      delivery: [
        { country: 'DE', price: '9.90', freeFrom: null },
        { country: null, price: '5.90', freeFrom: '100' },
      ],
    });
    const basket = await smokers();
    expect(await viewBasket(context, basket)).toMatchObject({
      total: '89.90',
      country: 'AT',
      countries: ['AT', 'DE'],
      toFreeDelivery: '16.00',
      sums: { delivery: { price: '5.90' }, tax: { net: '74.92', sums: [{ percent: '20', tax: '14.98' }] } },
    });
    await sayCountry(context, basket, 'DE');
    expect(await viewBasket(context, basket)).toMatchObject({
      total: '93.90',
      country: 'DE',
      toFreeDelivery: null,
      sums: { tax: { country: 'DE', sums: [{ percent: '19' }] } },
    });
    await expect(sayCountry(context, basket, 'XX')).rejects.toMatchObject({ status: 422 });
    const placed = await order(basket);
    expect(
      (await context.database.read.query.orders.findFirst({ where: eq(orders.id, placed.number) }))?.sums,
    ).toMatchObject({ tax: { country: 'DE' }, delivery: { price: '9.90' } });
  });

  it('on prices without tax comes on top of them', async () => {
    const { shop } = await openSettings(context);
    if (!shop.tax) throw new Error('the demo tells tax');
    await change({ tax: { ...shop.tax, pricesInclude: false, rounding: 'order' } });
    const basket = await smokers();
    expect(await viewBasket(context, basket)).toMatchObject({
      total: '100.80',
      sums: { goods: '84.00', tax: { net: '84.00', sums: [{ percent: '20', tax: '16.80' }] } },
    });
    expect((await order(basket)).total).toBe('100.80');
  });

  it('that can’t be kept are refused in words', async () => {
    const { shop } = await openSettings(context);
    const { tax } = shop;
    if (!tax) throw new Error('the demo tells tax');
    const refused = (more: Partial<SettingsInput>) =>
      change(more).then(
        () => 'kept',
        (error: Error) => error.message,
      );
    expect(await refused({ tax: { ...tax, rates: tax.rates.slice(1) } })).toBe(
      'Enter the tax rate on Usual in AT; 0 for none.',
    );
    expect(
      await refused({ tax: { ...tax, rates: [...tax.rates, { class: 'usual', country: 'AT', percent: '5' }] } }),
    ).toContain('Two rates');
    expect(await refused({ tax: { ...tax, rates: tax.rates.map((rate) => ({ ...rate, percent: '120' })) } })).toContain(
      'is no rate of tax',
    );
    expect(
      await refused({
        tax: { ...tax, classes: tax.classes.slice(0, 1), rates: tax.rates.filter((rate) => rate.class === 'usual') },
      }),
    ).toContain('taxed as Books and courses');
    expect(await refused({ delivery: [{ country: null, price: 'much', freeFrom: null }] })).toContain(
      'is no price of delivery',
    );
    expect(
      await refused({
        delivery: [
          { country: null, price: '1', freeFrom: null },
          { country: null, price: '2', freeFrom: null },
        ],
      }),
    ).toContain('said twice');
    expect(await refused({ tax: null })).toBe('kept');
  });
});
