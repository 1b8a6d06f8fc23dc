import { strFromU8, unzipSync } from 'fflate';
import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET as orderForPrograms } from '@/app/api/manage/v1/orders/[number]/route';
import { type ShopPages, shopSchema } from '@/core/catalog';
import { orders } from '@/data/schema';
import { listCutting } from '@/services/stock/ledger/cutting';
import { makeAnonymous } from '@/services/selling/anonymous';
import { orderGrid } from '@/services/selling/orders-out';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { personalDataOf } from '@/services/selling/personal-data';
import { openShopProductView, viewBasket } from '@/services/selling/shop';
import { openSettings, saveSettings } from '@/services/settings/settings';
import { basketWith, openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const pagesOf = (pages: object): ShopPages => shopSchema.parse({ name: 'x', currency: 'EUR', pages }).pages;

async function say(pages: object): Promise<void> {
  const { shop } = await openSettings(context);
  const { name, timeZone, skuSeparator, groups, tax } = shop;
  await saveSettings(context, { name, timeZone, skuSeparator, groups, tax, pages: pagesOf(pages) });
}

const ASKED = [
  { kind: 'text', title: 'Gift note' },
  { kind: 'choice', title: 'Wrapping', offered: ['Paper', 'Cloth'], required: true },
  { kind: 'date', title: 'Send it on' },
];
const aPen = () => basketWith(context, 'queen-marking-pens', { colour: 'yellow' });
const answersTo = (answers: Record<string, string>) => ({
  asked: Object.entries(answers).map(([title, value]) => ({ title, value })),
});

describe('what a shop asks at checkout', () => {
  it('stands on the order, wherever that is read, as it was asked then', async () => {
    await say({ asked: ASKED });
    const basket = await aPen();
    expect((await viewBasket(context, basket)).pages.asked.map(({ title }) => title)).toEqual(
      ASKED.map(({ title }) => title),
    );
    const answers = { 'Gift note': 'For Hedwig', Wrapping: 'Cloth', 'Send it on': '' };
    const { number, token } = await order(context, basket, answersTo(answers));
    const kept = [
      { title: 'Gift note', kind: 'text', value: 'For Hedwig' },
      { title: 'Wrapping', kind: 'choice', value: 'Cloth' },
    ];
    await say({ asked: [] });
    expect((await readOrder(context, number)).asked).toEqual(kept);
    expect((await readOrderByToken(context, token)).asked).toEqual(kept);
    const asked = new Request('http://x/', { headers: context.letsIn });
    const told = await orderForPrograms(asked, { params: Promise.resolve({ number: String(number) }) });
    expect(((await told.json()) as { asked: unknown }).asked).toEqual(kept);
    const [head = [], ...rows] = await orderGrid(context.database.read);
    expect(rows.at(-1)?.[head.indexOf('Asked at checkout')]).toBe('Gift note: For Hedwig; Wrapping: Cloth');
    const parts: Uint8Array[] = [];
    for await (const part of await personalDataOf(context, number)) parts.push(part);
    const files = unzipSync(new Uint8Array(Buffer.concat(parts)));
    expect(strFromU8(files['personal-data.json'] ?? new Uint8Array())).toContain('For Hedwig');
  });

  it('goes with the customer when the order is made anonymous', async () => {
    await say({ asked: ASKED });
    const { number } = await order(context, await aPen(), answersTo({ 'Gift note': 'For Hedwig', Wrapping: 'Paper' }));
    expect(await listCutting(context)).not.toContainEqual(expect.objectContaining({ order: number }));
    await makeAnonymous(context, { orders: [number] });
    const [row] = await context.database.read.select().from(orders).where(eq(orders.id, number));
    expect(row?.asked).toEqual([]);
  });

  it('refuses what is missing or can’t be answered, and orders nothing', async () => {
    await say({ asked: ASKED });
    const basket = await aPen();
    const refused = { status: 422, code: 'answerFaulty' };
    await expect(order(context, basket)).rejects.toMatchObject({
      ...refused,
      message: 'Choose something for “Wrapping”.',
      details: { asked: [{ title: 'Wrapping', message: 'Choose something for “Wrapping”.' }] },
    });
    await expect(order(context, basket, answersTo({ Wrapping: 'Foil' }))).rejects.toMatchObject(refused);
    await expect(order(context, basket, answersTo({ Wrapping: 'Paper', Else: 'x' }))).rejects.toMatchObject(refused);
    const count = await context.database.read.$count(orders, eq(orders.basket, basket));
    expect([count, (await viewBasket(context, basket)).lines.length]).toEqual([0, 1]);
  });

  it('is part of what a key means: the same key with another answer is refused', async () => {
    await say({ asked: ASKED });
    const basket = await aPen();
    const once = { idempotencyKey: 'asked-at-checkout', ...answersTo({ Wrapping: 'Paper' }) };
    const placed = await order(context, basket, {
      ...once,
      seenTotal: (await viewBasket(context, basket)).total ?? '',
    });
    const again = { ...once, seenTotal: placed.total };
    expect((await order(context, basket, again)).number).toBe(placed.number);
    await expect(order(context, basket, { ...again, ...answersTo({ Wrapping: 'Cloth' }) })).rejects.toMatchObject({
      code: 'keyUsed',
    });
  });
});

describe('what a shop says of its pages', () => {
  it.each([
    [{ asked: [{ kind: 'text', title: ' ' }] }, 'Field 1 at checkout: Give the field a name.'],
    [{ asked: [ASKED[0], ASKED[0]] }, 'Field 2 at checkout: Two are called “Gift note”. Give each a name of its own.'],
    [
      { asked: [{ kind: 'choice', title: 'Wrapping', offered: [] }] },
      'Field 1 at checkout: Wrapping has no options to choose from. Add at least one.',
    ],
    [
      { asked: [{ kind: 'choice', title: 'Wrapping', offered: ['Paper', 'Paper'] }] },
      'Field 1 at checkout: Two are called “Paper”. Give each a name of its own.',
    ],
  ])('must make sense: %j', async (pages, message) => {
    await expect(say(pages)).rejects.toMatchObject({ status: 422, code: 'pagesFaulty', message });
  });

  it('is told on a product’s page, and how many there are of plenty only where it wants that', async () => {
    const penStock = async () => {
      const { stock, surroundings } = await openShopProductView(context, 'queen-marking-pens', undefined);
      return [surroundings.shop.pages.words.buy, stock.map(({ available }) => available)];
    };
    await say({ words: { buy: 'Take it' }, stock: 'inSteps', asked: ASKED });
    const [buy, inSteps] = await penStock();
    expect([buy, inSteps]).toEqual(['Take it', expect.arrayContaining([null])]);
    await say({ stock: 'exactly' });
    const [, exactly] = await penStock();
    expect(exactly).not.toContain(null);
  });
});
