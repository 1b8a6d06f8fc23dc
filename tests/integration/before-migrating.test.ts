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

/** What the newest step makes: tables, and columns of others. */
function newest(): { tables: string[]; columns: [table: string, column: string][] } {
  const folder = join('src', 'data', 'migrations');
  const [step = ''] = readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()
    .reverse();
  const written = readFileSync(join(folder, step), 'utf8');
  const tables = [...written.matchAll(/CREATE TABLE `(\w+)`/g)].map(([, name = '']) => name);
  const columns = [...written.matchAll(/ALTER TABLE `(\w+)` ADD `(\w+)`/g)].map(
    ([, table = '', column = '']): [string, string] => [table, column],
  );
  if (tables.length === 0) throw new Error(`${step} makes no table: take back here what it does`);
  return { tables, columns };
}

const isThere = async (database: Database): Promise<boolean> =>
  (await database.read.all(sql`select name from sqlite_master where name = ${newest().tables[0]}`)).length === 1;

/** Takes the last step back, as if an earlier version had made the database. */
async function asBefore(): Promise<void> {
  const { read } = context.database;
  const { tables, columns } = newest();
  for (const [table, column] of columns)
    await read.run(sql`alter table ${sql.identifier(table)} drop column ${sql.identifier(column)}`);
  for (const table of tables) await read.run(sql`drop table ${sql.identifier(table)}`);
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
