import { sql } from 'drizzle-orm';
import { spawn } from 'node:child_process';
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import { factsOf } from '@/data/backup';
import { Database } from '@/data/database';
import { oneAtATime } from '@/data/one-at-a-time';
import { fillEarlier, makeEarlier, rowsOf, steps } from '../support/earlier-database';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
let file: string;
beforeEach(async () => {
  context = await openServices({ local: true });
  file = context.file;
});
afterEach(() => context.close());

const kept = () => readdirSync(dirname(file)).filter((name) => name.startsWith(`${basename(file)}.before-`));

/** Whether the tables are as the newest version wants them. */
const isToday = async ({ read }: Database): Promise<boolean> =>
  (await read.all<{ n: number }>(sql`select count(*) as n from __drizzle_migrations`))[0]?.n === steps.length;

/** Puts a database of an earlier version, with all that fits into it, in the place of today's. */
async function asBefore(): Promise<void> {
  const rows = await rowsOf(inject('demoAtStart'));
  context.database.close();
  for (const name of readdirSync(dirname(file)))
    if (!name.includes('.before-')) rmSync(join(dirname(file), name), { recursive: true });
  await makeEarlier(file, steps.length - 1);
  await fillEarlier(file, rows);
  context = { ...context, database: await Database.open(context.url) };
}

/** Starts a process that brings the database up to date. @returns how it ended, and what it said of what went wrong */
const process = () =>
  new Promise<string>((resolve) => {
    const child = spawn(globalThis.process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/cli/prepare.ts'], {
      env: { ...globalThis.process.env, OAK_KNOT_DATABASE_URL: context.url },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (chunk) => (said += String(chunk)));
    child.on('exit', (status) => resolve(`${status ?? 'killed'} ${said}`.trim()));
  });

describe('a database whose tables change their form', () => {
  it('is copied beside itself first, and not where nothing changes', async () => {
    await context.database.migrate();
    expect(kept()).toEqual([]);
    await asBefore();
    await context.database.migrate();
    expect(kept()).toHaveLength(1);
    const [copy = ''] = kept();
    const [there] = await context.database.read.all(sql`select count(*) as products from products`);
    expect(await factsOf(join(dirname(file), copy))).toMatchObject(there as object);
    const former = await Database.open(`file:${join(dirname(file), copy)}`);
    expect(await isToday(former)).toBe(false);
    former.close();
    expect(await isToday(context.database)).toBe(true);
  });

  it('is kept of the last three times', async () => {
    for (let time = 0; time < 5; time += 1) {
      await asBefore();
      await context.database.migrate();
    }
    expect(kept()).toHaveLength(3);
  });

  it('stays as it is where it can’t be copied, and says so', async () => {
    await asBefore();
    const full = vi.spyOn(context.database.read, 'run').mockImplementation(() => {
      throw new Error('database or disk is full');
    });
    await expect(context.database.migrate()).rejects.toMatchObject({
      name: 'DataUnsound',
      message: expect.stringContaining('disk is full') as string,
    });
    full.mockRestore();
    expect(kept()).toEqual([]);
    expect(await isToday(context.database)).toBe(false);
  });

  it('that is new is copied by nobody', async () => {
    const folder = join(dirname(file), 'new');
    mkdirSync(folder);
    writeFileSync(join(folder, 'shop.db'), '');
    const fresh = await Database.open(`file:${join(folder, 'shop.db')}`);
    await fresh.migrate();
    fresh.close();
    expect(readdirSync(folder).filter((name) => name.includes('before'))).toEqual([]);
    rmSync(folder, { recursive: true });
  });

  it('is changed by one process, while the others wait', async () => {
    await asBefore();
    expect(await Promise.all([process(), process(), process()])).toEqual(['0', '0', '0']);
    expect(kept()).toHaveLength(1);
    expect(await isToday(context.database)).toBe(true);
  });

  it('is the next one’s turn where somebody gives up, and whoever waits says so once', async () => {
    const order: string[] = [];
    let giveUp: () => void = () => undefined;
    const first = oneAtATime(
      file,
      () => new Promise((_resolve, reject) => (giveUp = () => reject(new Error('no room')))),
      () => order.push('the first waits'),
    );
    await vi.waitUntil(() => readdirSync(dirname(file)).includes(`${basename(file)}.changing`));
    const second = oneAtATime(
      file,
      () => Promise.resolve(void order.push('second')),
      () => order.push('the second waits'),
    );
    await vi.waitUntil(() => order.length > 0);
    giveUp();
    await expect(first).rejects.toThrow('no room');
    await second;
    expect(order).toEqual(['the second waits', 'second']);
  });
});
