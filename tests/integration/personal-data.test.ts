import { strFromU8, unzipSync } from 'fflate';
import { desc, eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { POST as takeOut } from '@/app/api/manage/orders/anonymous/route';
import { GET as handOut } from '@/app/api/manage/orders/personal-data/route';
import { baskets, logEntries, orderLines, orders, stockMovements, uploads } from '@/data/schema';
import { actingAs } from '@/services/acting';
import { keptPng } from '@/services/drawing';
import { addToBasket } from '@/services/selling/basket';
import { makeAnonymous } from '@/services/selling/anonymous';
import { personalDataOf } from '@/services/selling/personal-data';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { uploadFile } from '@/services/selling/upload-file';
import { openSettings, saveSettings } from '@/services/settings/settings';
import { asPlanned, confirmCuts, listCutting } from '@/services/stock/ledger/cutting';
import { forget } from '@/services/upkeep/forgetting';
import { openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const DAY = 24 * 3600_000;
const OTTILIE = { name: 'Ottilie Brandt', email: ' Ottilie@Brandt.example ' };

/** A kit whose parts are written on, labels from a file with wishes, and an iron with a drawing. @returns the order */
async function orderOfOttilie(changes: object = {}): Promise<number> {
  const png = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#335577' } })
    .png()
    .toBuffer();
  const { token } = await uploadFile(context, 'jar-labels', 'artwork', 'ottilie-brandt.png', png);
  const basket = await addToBasket(context, undefined, {
    slug: 'starter-kit',
    answers: {},
    parts: {
      suit: { answers: { size: 'm', cloth: 'slate', name: 'Ottilie' } },
      tool: { answers: { name: 'OTTILIE B' } },
    },
  });
  const labels = { shape: 'square', artwork: [token], wishes: 'Please ring Ottilie first.' };
  await addToBasket(context, basket, { slug: 'jar-labels', answers: labels, quantity: 100 });
  await addToBasket(context, basket, { slug: 'bee-suit', answers: { size: 'l', cloth: 'slate', name: 'Ottilie' } });
  const gift = { 'gift.box': true, 'gift.card': 'For Ottilie, who has all the bees' };
  await addToBasket(context, basket, { slug: 'smoker-fuel', answers: gift });
  const iron = { words: 'Ottilie', face: 'slab', size: 'medium', proof: true };
  await addToBasket(context, basket, { slug: 'branding-iron', answers: iron });
  const { number } = await order(context, basket, { ...OTTILIE, ...changes });
  return number;
}

/** Every row of every table, as text. */
async function everything(): Promise<string> {
  const { database } = context;
  const tables = await database.read.all<{ name: string }>(sql`select name from sqlite_master where type = 'table'`);
  const rows = await Promise.all(
    tables.map(({ name }) => database.read.all<object>(sql.raw(`select * from "${name}"`))),
  );
  return JSON.stringify(rows).toLowerCase();
}

const ask = (path: string, init: RequestInit = {}) =>
  new Request(`http://x${path}`, { ...init, headers: { ...context.letsIn, 'Content-Type': 'application/json' } });
const sold = (number: number) =>
  context.database.read.select().from(orderLines).where(eq(orderLines.orderId, number)).orderBy(orderLines.id);

describe('an order that is made anonymous', () => {
  it('says in no table any more whose it was, and still what was sold, for how much, and what it took', async () => {
    const number = await orderOfOttilie();
    expect(await everything()).toContain('ottilie');
    const before = await sold(number);
    const movements = await context.database.read.select().from(stockMovements).orderBy(stockMovements.id);
    const response = await takeOut(
      ask('/', { method: 'POST', body: JSON.stringify({ email: 'ottilie@brandt.EXAMPLE' }) }),
    );
    expect(await response.json()).toEqual({ made: 1 });
    expect(await everything()).not.toContain('ottilie');
    expect(await context.database.read.select().from(stockMovements).orderBy(stockMovements.id)).toEqual(movements);
    const after = await sold(number);
    const figures = (lines: typeof before) =>
      lines.map(({ title, sku, quantity, unitPrice, lineTotal, cost, resolution }) => [
        [title, sku, quantity, unitPrice, lineTotal, cost],
        resolution.working,
        resolution.draws,
        resolution.counted.map(({ choice, picks }) => [choice, picks]),
      ]);
    expect(figures(after)).toEqual(figures(before));
    expect(after[2]?.resolution.counted.map(({ title, shown }) => `${title}: ${shown}`)).toEqual([
      'Size: L',
      'Cloth: Slate',
      expect.stringContaining('Veil: '),
      'Name to embroider: (taken out)',
      'Reinforced knees: No',
    ]);
    const { customerName, customerEmail, total, anonymousAt } = await readOrder(context, number);
    expect([customerName, customerEmail, total, anonymousAt]).toEqual(['', '', expect.any(String), expect.any(Number)]);
    // Whoever has the address of the order still sees what was bought.
    const [row] = await context.database.read.select().from(orders).where(eq(orders.id, number));
    expect((await readOrderByToken(context, row?.token ?? '')).lines).toHaveLength(5);
    expect(await makeAnonymous(context, { orders: [number] })).toEqual({ made: 0 });
  });

  it('is made so once, however often it is asked at the same time', async () => {
    const number = await orderOfOttilie();
    const asked = await Promise.all(
      Array.from({ length: 4 }, () => makeAnonymous(context, { orders: [number, number] })),
    );
    expect(asked.map(({ made }) => made).sort()).toEqual([0, 0, 0, 1]);
  });

  it('shows no more what was drawn of it, although it has been looked at', async () => {
    const number = await orderOfOttilie();
    const views = (await readOrder(context, number)).lines.flatMap((line) => line.views);
    expect(views.length).toBeGreaterThan(2);
    for (const { hash } of views) expect((await keptPng(context, hash)).length).toBeGreaterThan(500);
    await makeAnonymous(context, { orders: [number] });
    const [, , suit] = await sold(number);
    for (const { hash } of views) await expect(keptPng(context, hash)).rejects.toMatchObject({ status: 404 });
    expect((await readOrder(context, number)).lines.flatMap((line) => line.views)).toEqual([]);
    expect([suit?.picture, suit?.resolution.pictures]).toEqual([null, []]);
  });

  it('is told in the log by its number, and by nothing of its customer', async () => {
    const number = await orderOfOttilie();
    await takeOut(ask('/', { method: 'POST', body: JSON.stringify({ orders: [number] }) }));
    const [entry] = await context.database.read.select().from(logEntries).orderBy(desc(logEntries.id)).limit(1);
    expect(entry).toMatchObject({ whoName: 'A test', what: 'madeAnonymous', aboutKey: String(number) });
  });

  it('is none that waits for its payment, or for a cut; then none of several is changed', async () => {
    const done = await orderOfOttilie();
    const mesh = await addToBasket(context, undefined, {
      slug: 'stainless-mesh',
      answers: { opening: 'fine', length: '1 m' },
    });
    const { number: waits } = await order(context, mesh, OTTILIE);
    const ask = makeAnonymous(context, { orders: [done, waits] });
    await expect(ask).rejects.toMatchObject({ status: 409, code: 'stillToCut' });
    expect((await readOrder(context, done)).customerName).toBe('Ottilie Brandt');
    for (const job of await listCutting(context)) await confirmCuts(context, job.order, job.stock, asPlanned(job));
    expect(await makeAnonymous(context, { orders: [done, waits] })).toEqual({ made: 2 });
    await expect(makeAnonymous(context, { orders: [9999] })).rejects.toMatchObject({ status: 404 });
    await expect(makeAnonymous(context, { email: 'ottilie@brandt.example' })).rejects.toMatchObject({ status: 404 });
  });

  it('leaves a file that somebody else’s order names, too', async () => {
    const [first, second] = [await orderOfOttilie(), await orderOfOttilie({ email: 'ada@moss.example' })];
    const files = () => context.database.read.$count(uploads);
    expect(await files()).toBe(1);
    await makeAnonymous(context, { orders: [first] });
    expect((await readOrder(context, second)).lines.flatMap((line) => line.files)).toHaveLength(1);
    await makeAnonymous(context, { orders: [second] });
    expect(await files()).toBe(0);
  });
});

describe('all that is kept of a customer', () => {
  it('is handed out as a ZIP, by any order of theirs, and nothing of anybody else', async () => {
    const number = await orderOfOttilie();
    await orderOfOttilie({ name: 'Ada Moss', email: 'ada@moss.example' });
    const response = await handOut(ask(`/?order=${number}`));
    expect(response.headers.get('content-disposition')).toContain('personal-data.zip');
    const zip = unzipSync(new Uint8Array(await response.arrayBuffer()));
    const told = JSON.parse(strFromU8(zip['personal-data.json'] ?? new Uint8Array())) as {
      email: string;
      orders: { name: string; lines: { files: string[] }[] }[];
    };
    expect(told.email).toBe('ottilie@brandt.example');
    expect(told.orders.map(({ name }) => name)).toEqual(['Ottilie Brandt']);
    expect(JSON.stringify(told.orders)).toContain('Please ring Ottilie first.');
    expect(JSON.stringify(told.orders)).toContain('OTTILIE B');
    expect(Object.keys(zip).filter((name) => name.startsWith('files/'))).toEqual(told.orders[0]?.lines[1]?.files);
    const [entry] = await context.database.read.select().from(logEntries).orderBy(desc(logEntries.id)).limit(1);
    expect(entry).toMatchObject({ what: 'handedOut', aboutKey: String(number) });
  });

  it('is nothing of an order that no longer says whose it was', async () => {
    const number = await orderOfOttilie();
    await makeAnonymous(context, { orders: [number] });
    await expect(personalDataOf(context, number)).rejects.toMatchObject({ status: 409, code: 'anonymous' });
    await expect(personalDataOf(context, 999)).rejects.toMatchObject({ status: 404 });
  });
});

describe('what the shop no longer keeps', () => {
  const keep = async (personalData: { orderMonths: number | null; basketDays: number }) => {
    const { shop } = await openSettings(context);
    const { name, timeZone, skuSeparator, groups } = shop;
    await actingAs({ kind: 'person', id: 'x', name: 'Hild' }, () =>
      saveSettings(context, { name, timeZone, skuSeparator, groups, personalData }),
    );
  };

  it('is whose orders were, once they are as old as the settings say, and never before', async () => {
    const [old] = [await orderOfOttilie()];
    context.advance(70 * DAY);
    const young = await orderOfOttilie();
    const known = async () =>
      (await context.database.read.select().from(orders)).flatMap(({ id, customerName }) =>
        customerName === OTTILIE.name ? [id] : [],
      );
    expect((await forget(context)).orders).toBe(0);
    await keep({ orderMonths: 3, basketDays: 90 });
    expect((await forget(context)).orders).toBe(0);
    await keep({ orderMonths: 2, basketDays: 90 });
    await forget(context);
    expect(await known()).toEqual([young]);
    expect((await readOrder(context, old)).anonymousAt).not.toBeNull();
    const [entry] = await context.database.read.select().from(logEntries).orderBy(desc(logEntries.id)).limit(1);
    expect(entry?.changes.join()).toContain('what is kept of customers, months until orders are anonymous: 3 → 2');
  });

  it('is a basket that nobody touches, with its files, unless an order is being made of it', async () => {
    const png = await sharp({ create: { width: 5, height: 5, channels: 3, background: '#335577' } })
      .png()
      .toBuffer();
    const { token } = await uploadFile(context, 'jar-labels', 'artwork', 'mark.png', png);
    const left = await addToBasket(context, undefined, {
      slug: 'jar-labels',
      answers: { shape: 'square', artwork: [token] },
      quantity: 100,
    });
    context.advance(60 * DAY);
    const touched = await addToBasket(context, undefined, { slug: 'honey-pail', answers: {} });
    const there = async () => (await context.database.read.select().from(baskets)).map((basket) => basket.token);
    await forget(context);
    expect(await there()).toEqual(expect.arrayContaining([left, touched]));
    const ordering = await addToBasket(context, undefined, { slug: 'handbook', answers: {} });
    const stopped = order(context, ordering, {}, () => Promise.reject(new Error('the process was stopped')));
    await expect(stopped).rejects.toThrow('stopped');
    await context.database.write((transaction) =>
      transaction
        .update(baskets)
        .set({ updatedAt: new Date(0) })
        .where(eq(baskets.token, ordering)),
    );
    context.advance(31 * DAY);
    await forget(context);
    expect(await there()).toContain(ordering);
    expect(await there()).not.toContain(left);
    expect(await there()).toContain(touched);
    expect(await context.database.read.$count(uploads)).toBe(0);
  });
});

describe('a basket', () => {
  it('holds no more files than one customer may leave here', async () => {
    const given = async (name: string) =>
      (await uploadFile(context, 'jar-labels', 'artwork', name, Buffer.from('%PDF-1.7\n1 0 obj\n<<>>\nendobj\n')))
        .token;
    const [one, other] = [await given('one.pdf'), await given('other.pdf')];
    const put = (basket: string | undefined, artwork: string) =>
      addToBasket(context, basket, {
        slug: 'jar-labels',
        answers: { shape: 'square', artwork: [artwork] },
        quantity: 100,
      });
    const basket = await put(undefined, one);
    // As if it were as large as many of them are together.
    await context.database.write((transaction) =>
      transaction.update(uploads).set({ size: 255_999_990 }).where(eq(uploads.token, one)),
    );
    await expect(put(basket, other)).rejects.toMatchObject({
      status: 413,
      code: 'tooManyFiles',
      message: expect.stringContaining('256 MB'),
    });
  });
});
