import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Database } from '@/data/database';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { backUpDay, backupName } from '@/services/upkeep/backups';
import { enterStock } from '@/services/stock/entering/entry';
import { oak } from '../support/oak';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let folder: string;
let shop: TestServices;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  shop = await openServices();
});
afterEach(() => {
  shop.close();
  rmSync(folder, { recursive: true, force: true });
});
const at = (name: string) => join(folder, name);
const backup = (name: string) => oak(['backup', at(name), '--database', shop.url]);

describe('a backup', () => {
  it('is made while the shop goes on, and restored into an empty folder with the order found again', async () => {
    const placed = await order(shop, await basketWith(shop, 'smoker', {}));
    // Somebody writes all the while.
    const [made] = await Promise.all([
      backup('night.db'),
      ...Array.from({ length: 20 }, () =>
        enterStock(shop, 'pen-white', { kind: 'receipt', quantity: '1', reason: 'Delivery' }),
      ),
    ]);
    expect(made).toMatchObject({ status: 0, stderr: '' });
    expect(made.stdout).toMatch(
      /night\.db: \d+ products, 5 orders, \d+ movements, \d+ pictures; looked through, sound\n$/,
    );
    const fresh = `file:${at('fresh/shop.db')}`;
    expect(await oak(['restore', at('night.db'), '--database', fresh])).toMatchObject({ status: 0, stderr: '' });
    const database = await Database.open(fresh);
    try {
      const found = await database.read.query.orders.findFirst({
        where: ({ token }, { eq }) => eq(token, placed.token),
      });
      expect(found?.state).toBe('paid');
      expect(await auditLedger(database.read)).toEqual([]);
    } finally {
      database.close();
    }
  });

  it('overwrites nothing, and leaves nothing where it can’t be made', async () => {
    writeFileSync(at('taken.db'), 'mine');
    expect(await backup('taken.db')).toMatchObject({
      status: 2,
      stderr: `${at('taken.db')} is there already. Choose another name: no backup is overwritten.`,
    });
    expect(readFileSync(at('taken.db'), 'utf8')).toBe('mine');
    expect(await backup('taken.db/night.db')).toMatchObject({ status: 2 });
    expect(readdirSync(folder)).toEqual(['taken.db']);
  });

  it('takes the place of a database only when that is said, and puts that aside', async () => {
    await backup('night.db');
    const url = `file:${at('shop.db')}`;
    writeFileSync(at('shop.db'), 'damaged beyond reading');
    await expect(Database.open(url)).rejects.toThrow(/is damaged or not a database .* oak -- restore FILE --replace$/);
    expect(await oak(['restore', at('night.db'), '--database', url])).toMatchObject({
      status: 2,
      stderr: `There is a database ${at('shop.db')}. Stop the shop, then say --replace: the database is put aside, and not deleted.`,
    });
    expect(await oak(['restore', at('night.db'), '--replace', '--database', url])).toMatchObject({ status: 0 });
    const [aside = ''] = readdirSync(folder).filter((name) => name.startsWith('shop.db.replaced-'));
    expect(readFileSync(at(aside), 'utf8')).toBe('damaged beyond reading');
    (await Database.open(url)).close();
    // One that is gone is told, and comes back in the same way.
    rmSync(at('shop.db'));
    await expect(Database.open(url)).rejects.toThrow(/is gone, and there was one: .* oak -- restore FILE$/);
    expect(await oak(['restore', at('night.db'), '--database', url])).toMatchObject({ status: 0 });
  });

  it('is refused where it is none, or not whole', async () => {
    const url = `file:${at('shop.db')}`;
    await backup('night.db');
    writeFileSync(at('half.db'), readFileSync(at('night.db')).subarray(0, 200_000));
    writeFileSync(at('text.db'), 'no database');
    writeFileSync(at('empty.db'), '');
    for (const name of ['half.db', 'text.db', 'empty.db', 'none.db'])
      expect(await oak(['restore', at(name), '--database', url])).toMatchObject({ status: 2, stdout: '' });
    expect(existsSync(at('shop.db'))).toBe(false);
    expect(await oak(['restore', at('night.db'), '--database', 'libsql://far.example'])).toMatchObject({
      status: 2,
      stderr: 'libsql://far.example is on a server: use what that has for backups.',
    });
  });
});

describe('a backup a day', () => {
  const make = (file: string) => oak(['backup', file, '--database', shop.url]).then(() => undefined);

  it('is made once, and those that are kept no longer are cleared away, with nothing else', async () => {
    writeFileSync(at('oak-knot-2026-05-04.db.mine'), 'mine');
    writeFileSync(at('notes.txt'), 'mine');
    for (let day = 1; day <= 20; day += 1)
      writeFileSync(at(backupName(`2026-04-${String(day).padStart(2, '0')}`)), 'old');
    expect(await backUpDay(folder, '2026-05-04', make)).toBe(true);
    expect(await backUpDay(folder, '2026-05-04', make)).toBe(false);
    const kept = readdirSync(folder).filter((name) => name.endsWith('.db'));
    expect(kept.sort()).toEqual(
      // Seven days; then the last of each week before these.
      ['04-05', '04-12', ...['15', '16', '17', '18', '19', '20'].map((day) => `04-${day}`), '05-04'].map((day) =>
        backupName(`2026-${day}`),
      ),
    );
    expect(readFileSync(at('notes.txt'), 'utf8')).toBe('mine');
    expect(existsSync(at('oak-knot-2026-05-04.db.mine'))).toBe(true);
    // It is one that the shop can be restored from.
    const fresh = `file:${at('fresh/shop.db')}`;
    expect(await oak(['restore', at(backupName('2026-05-04')), '--database', fresh])).toMatchObject({ status: 0 });
  });

  it('that can’t be made takes none away', async () => {
    for (let day = 1; day <= 20; day += 1)
      writeFileSync(at(backupName(`2026-04-${String(day).padStart(2, '0')}`)), 'old');
    await expect(backUpDay(folder, '2026-05-04', () => Promise.reject(new Error('full')))).rejects.toThrow('full');
    expect(readdirSync(folder)).toHaveLength(20);
  });
});
