import { sql } from 'drizzle-orm';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { factsOf } from '@/data/backup';
import { Database } from '@/data/database';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
let file: string;
beforeEach(async () => {
  context = await openServices();
  file = context.url.slice('file:'.length);
});
afterEach(() => context.close());

const kept = () => readdirSync(dirname(file)).filter((name) => name.startsWith(`${basename(file)}.before-`));

/** The table that the newest step makes. */
function newestTable(): string {
  const folder = join('src', 'data', 'migrations');
  const [newest = ''] = readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()
    .reverse();
  const [, name] = /CREATE TABLE `(\w+)`/.exec(readFileSync(join(folder, newest), 'utf8')) ?? [];
  if (name === undefined) throw new Error(`${newest} makes no table: take back here what it does`);
  return name;
}

const isThere = async (database: Database): Promise<boolean> =>
  (await database.read.all(sql`select name from sqlite_master where name = ${newestTable()}`)).length === 1;

/** Takes the last step back, as if an earlier version had made the database. */
async function asBefore(): Promise<void> {
  const { read } = context.database;
  await read.run(sql`drop table ${sql.identifier(newestTable())}`);
  await read.run(
    sql`delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)`,
  );
}

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
    expect(await isThere(former)).toBe(false);
    former.close();
    expect(await isThere(context.database)).toBe(true);
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
    expect(await isThere(context.database)).toBe(false);
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
});
