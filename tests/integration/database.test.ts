import { createClient } from '@libsql/client';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { shopSchema } from '@/core/catalog';
import { Database } from '@/data/database';
import { basketLines, settings, stockItems } from '@/data/schema';

let folder: string;
let url: string;
let database: Database;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  url = `file:${join(folder, 'test.db')}`;
  database = await Database.open(url);
  await database.migrate();
});
afterEach(() => {
  database.close();
  rmSync(folder, { recursive: true, force: true });
});

const addItem = (key: string) =>
  database.write((transaction) => transaction.insert(stockItems).values({ key, title: key, unit: '1' }));
const keys = async () => (await database.read.select({ key: stockItems.key }).from(stockItems)).map(({ key }) => key);

describe('the database', () => {
  it('writes ahead, waits for others and keeps its references', async () => {
    const pragma = async (name: string) => Object.values((await database.read.run(`PRAGMA ${name}`)).rows[0] ?? {})[0];
    expect(await pragma('journal_mode')).toBe('wal');
    expect(await pragma('foreign_keys')).toBe(1);
    expect(Number(await pragma('busy_timeout'))).toBeGreaterThanOrEqual(1000);
    const orphan = { basket: 'none', productId: 1, answers: {}, quantity: 1, itemKey: 'x', unitPrice: '1' };
    await expect(database.write((transaction) => transaction.insert(basketLines).values(orphan))).rejects.toThrow();
  });

  it('lets any number read one moment each, and others read in passing meanwhile', async () => {
    await addItem('oak');
    const reads = Array.from({ length: 80 }, () =>
      database.atOneMoment(async (still) => {
        const before = (await still.read.select().from(stockItems)).length;
        await new Promise((resolve) => setTimeout(resolve, 5));
        // Another moment may be looked at from within one, however many others read.
        const within = await database.atOneMoment(async (other) => (await other.read.select().from(stockItems)).length);
        return [before, (await still.read.select().from(stockItems)).length, within];
      }),
    );
    const passing = Array.from({ length: 30 }, keys);
    expect(await Promise.all(passing)).toEqual(Array(30).fill(['oak']));
    expect(await Promise.all(reads)).toEqual(Array(80).fill([1, 1, 1]));
  });

  it('keeps its references in connections opened after a transaction, too', async () => {
    for (let count = 0; count < 3; count += 1) await addItem(`item-${count}`);
    const orphan = { basket: 'none', productId: 1, answers: {}, quantity: 1, itemKey: 'x', unitPrice: '1' };
    await expect(database.write((transaction) => transaction.insert(basketLines).values(orphan))).rejects.toThrow();
  });

  it('runs writes one after another, in the order they came', async () => {
    const log: string[] = [];
    const slowly = (name: string, milliseconds: number) =>
      database.write(async () => {
        log.push(`${name} begins`);
        await new Promise((resolve) => setTimeout(resolve, milliseconds));
        log.push(`${name} ends`);
      });
    await Promise.all([slowly('first', 40), slowly('second', 5), slowly('third', 1)]);
    expect(log).toEqual(['first begins', 'first ends', 'second begins', 'second ends', 'third begins', 'third ends']);
  });

  it('takes a failed write back whole, and goes on with the next', async () => {
    const failing = database.write(async (transaction) => {
      await transaction.insert(stockItems).values({ key: 'half', title: 'Half', unit: '1' });
      throw new Error('in the middle');
    });
    const next = addItem('whole');
    await expect(failing).rejects.toThrow('in the middle');
    await next;
    expect(await keys()).toEqual(['whole']);
  });

  it('lets readers go on while someone writes', async () => {
    await addItem('there');
    const seen: string[][] = [];
    await database.write(async (transaction) => {
      await transaction.insert(stockItems).values({ key: 'coming', title: 'Coming', unit: '1' });
      seen.push(await keys());
    });
    seen.push(await keys());
    expect(seen.map((list) => list.sort())).toEqual([['there'], ['coming', 'there']]);
  });

  it('can be brought up to date again and again', async () => {
    await database.write((transaction) =>
      transaction.insert(settings).values({ name: 'shop', shop: shopSchema.parse({ name: 'S', currency: 'EUR' }) }),
    );
    await database.migrate();
    await database.migrate();
    expect((await database.read.select().from(settings))[0]?.shop.name).toBe('S');
  });

  it('takes writes of several processes', async () => {
    const script = `
      import { Database } from './src/data/database';
      import { stockItems } from './src/data/schema';
      const main = async () => {
        const database = await Database.open(process.env.TEST_URL);
        for (let count = 0; count < 25; count += 1) {
          await database.write((transaction) => transaction.insert(stockItems).values({ key: process.env.TEST_NAME + '-' + count, title: 'x', unit: '1' }));
        }
        database.close();
      };
      main().catch((error) => { console.error(error); process.exitCode = 1; });`;
    const process_ = (name: string) =>
      new Promise<string>((resolve) => {
        const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
          env: { ...process.env, TEST_URL: url, TEST_NAME: name },
        });
        let said = '';
        child.stderr.on('data', (chunk) => (said += String(chunk)));
        child.on('exit', (code) => resolve(code === 0 ? 'done' : said));
      });
    expect(await Promise.all(['a', 'b', 'c'].map(process_))).toEqual(['done', 'done', 'done']);
    expect(await keys()).toHaveLength(75);
  });

  it('waits for whoever holds the lock, leaves the process to others meanwhile, and writes as ever afterwards', async () => {
    const other = createClient({ url });
    const held = await other.transaction('write');
    await held.execute({ sql: 'update stock_items set title = title', args: [] });
    let ticks = 0;
    const ticking = setInterval(() => (ticks += 1), 10);
    const waiting = [addItem('first'), addItem('second')];
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    clearInterval(ticking);
    await held.commit();
    await Promise.all(waiting);
    await addItem('third');
    expect((await keys()).sort()).toEqual(['first', 'second', 'third']);
    // Waiting inside of SQLite would have stopped everything for a second and a half.
    expect(ticks).toBeGreaterThan(20);
    other.close();
  });

  it('is made ready by several at once', async () => {
    const fresh = `file:${join(folder, 'several.db')}`;
    const all = await Promise.all(Array.from({ length: 6 }, () => Database.open(fresh)));
    await Promise.all(all.map((one) => one.migrate()));
    expect(await Promise.all(all.map(async (one) => (await one.read.select().from(stockItems)).length))).toEqual([
      0, 0, 0, 0, 0, 0,
    ]);
    for (const one of all) one.close();
  });
});
