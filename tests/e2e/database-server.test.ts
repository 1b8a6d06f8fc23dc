import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { eq } from 'drizzle-orm';
import { Database } from '../../src/data/database';
import { orders, stockItems } from '../../src/data/schema';
import { auditLedger } from '../../src/services/stock/ledger/ledger';
import { buy, counted, pause } from '../soak/buyers';
import { type DatabaseServer, serveDatabase } from '../support/database-server/server';
import { startServer, type TestServer } from '../support/server';

// Two web processes without anything of their own, and the data on a server that both ask over HTTP.

let folder: string;
let file: string;
let server: DatabaseServer;
let one: TestServer;
let other: TestServer;
let database: Database;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-served-'));
  file = join(folder, 'shop.db');
  copyFileSync(inject('demoDatabase'), file);
  server = await serveDatabase(file);
  one = await startServer(undefined, { OAK_KNOT_DATABASE_URL: server.url });
  other = await startServer(undefined, { OAK_KNOT_DATABASE_URL: server.url });
  database = await Database.open(server.url);
});
afterAll(async () => {
  database.close();
  await Promise.all([one.close(), other.close()]);
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});

const pens = [{ slug: 'queen-marking-pens', answers: { colour: 'red' }, quantity: 1 }];
const lastSuit = [{ slug: 'bee-suit', answers: { size: 'xl', cloth: 'slate' }, quantity: 1 }];
const soon = () => Date.now() + 60_000;
const stockOf = async (key: string) =>
  (
    await database.read
      .select({ onHand: stockItems.onHand, reserved: stockItems.reserved })
      .from(stockItems)
      .where(eq(stockItems.key, key))
  )[0];

/** How often the database is asked something for a request, once all that is kept is there. */
async function tripsOf(work: () => Promise<unknown>): Promise<number> {
  await work();
  await pause(1_500);
  const before = server.requests;
  await work();
  return server.requests - before;
}

const page = async (of: TestServer, path: string): Promise<string> => {
  const response = await fetch(of.origin + path);
  expect(response.status, path).toBe(200);
  return response.text();
};

describe('two processes and a database server', () => {
  it('show and sell the same', async () => {
    expect(await page(one, '/shop/queen-marking-pens')).toContain('Queen marking pens');
    expect(await page(other, '/shop')).toContain('Queen marking pens');
    expect((await buy(one, 1, pens, soon())).state).toBe('paid');
    expect((await buy(other, 2, pens, soon())).state).toBe('paid');
    const all = await database.read.select({ name: orders.customerName, state: orders.state }).from(orders);
    expect(all.filter(({ name }) => name.startsWith('Buyer '))).toHaveLength(2);
    const list = await other.ask('/manage/orders');
    expect(await list.text()).toContain('Buyer 1');
  });

  it('sell the last one once', async () => {
    const ends = await Promise.all([one, other].map((of, index) => buy(of, 3 + index, lastSuit, soon())));
    expect(ends.map(({ state }) => state).sort()).toEqual(['noLongerAvailable', 'paid']);
    expect(await stockOf('bee-suit-xl-slate')).toEqual({ onHand: '0', reserved: '0' });
  });

  it('one is killed in the middle of orders: the other goes on, and nothing is lost or sold twice', async () => {
    await counted(one, 'pen-red', 60);
    const until = soon();
    // None of these lets its card be refused, nor gives up.
    const numbers = [101, 102, 103, 106, 107, 108, 109, 111, 112, 113, 114, 116, 118, 119, 122, 123];
    const buyers = numbers.map((number, index) => buy(index % 2 ? one : other, number, pens, until));
    await pause(1_200);
    await one.kill();
    await pause(1_000);
    expect((await buy(other, 201, pens, until)).state).toBe('paid');
    await one.restart();
    const ends = await Promise.all(buyers);
    expect(await auditLedger(database.read)).toEqual([]);
    const paid = await database.read.select({ name: orders.customerName }).from(orders).where(eq(orders.state, 'paid'));
    for (const { buyer, state } of ends)
      expect(paid.filter(({ name }) => name === `Buyer ${buyer}`)).toHaveLength(state === 'paid' ? 1 : 0);
    expect(ends.filter(({ state }) => state === 'paid').length).toBeGreaterThan(8);
    // A process that has died keeps no stream, and so nobody from writing.
    await expect.poll(() => server.streams, { timeout: 20_000 }).toBe(0);
  });

  it('say that the data can’t be reached while its server is away, and go on when it is back', async () => {
    const port = Number(new URL(server.url).port);
    await server.close();
    expect((await fetch(`${other.origin}/shop/queen-marking-pens`)).status).toBeGreaterThanOrEqual(500);
    const headers = { 'Content-Type': 'application/json' };
    const basket = { method: 'POST', headers, body: JSON.stringify(pens[0]) };
    const refused = await fetch(`${other.origin}/api/shop/basket`, basket);
    expect({ status: refused.status, retry: refused.headers.get('retry-after') }).toEqual({ status: 503, retry: '5' });
    expect(await refused.json()).toMatchObject({ code: 'dataAway' });
    // One that is started meanwhile waits for it, too.
    await one.kill();
    const isBack = one.restart();
    await pause(6_000);
    expect(await fetch(`${one.origin}/ready`).then(({ status }) => status)).toBe(503);
    server = await serveDatabase(file, port);
    await isBack;
    expect(await page(one, '/shop/queen-marking-pens')).toContain('Queen marking pens');
    expect(await page(other, '/shop/queen-marking-pens')).toContain('Queen marking pens');
    expect((await buy(other, 301, pens, soon())).state).toBe('paid');
  });

  it('ask it so many times for a page and an order, and no more', async () => {
    const list = await tripsOf(() => page(other, '/shop'));
    const product = await tripsOf(() => page(other, '/shop/hive'));
    // Put into a basket, looked at, and ordered: four requests.
    const order = await tripsOf(() => buy(other, 401, pens, soon()));
    expect(list, `${list} for the shop’s list`).toBeLessThanOrEqual(20);
    expect(product, `${product} for a product`).toBeLessThanOrEqual(8);
    expect(order, `${order} for an order`).toBeLessThanOrEqual(85);
  });
});
