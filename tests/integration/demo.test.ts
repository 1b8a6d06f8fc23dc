import { spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { products } from '@/data/schema';
import { createProduct } from '@/services/products/products';
import { newestOrders } from '../support/all-of';
import { openServices } from '../support/services';

let folder: string;
let url: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  url = `file:${join(folder, 'shop.db')}`;
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const prepare = (...args: string[]) => {
  const env = { ...process.env, OAK_KNOT_DATABASE_URL: url };
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'src/cli/prepare.ts', ...args],
    { env, encoding: 'utf8' },
  );
  return { status, stdout, stderr };
};
const countProducts = async () => {
  const database = await Database.open(url);
  const count = (await database.read.select().from(products)).length;
  database.close();
  return count;
};

describe('preparing the demo', () => {
  it('loads it once, keeps the data afterwards, says what is wrong with the file, and starts over when told to', async () => {
    expect(prepare().stdout).toContain('Pollard Lane Bee Works, is loaded');
    const database = await Database.open(url);
    await createProduct({ database, now: () => new Date() }, { title: 'Mine' });
    database.close();
    expect(prepare().stdout).toContain('kept');
    expect(await countProducts()).toBe(38);
    // Nobody is greeted with an empty shop where there was a full one.
    const file = join(folder, 'shop.db');
    const leave = (what: string | null) => {
      for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
      if (what !== null) writeFileSync(file, what);
    };
    for (const nothing of [null, '']) {
      leave(nothing);
      const { status, stderr } = prepare();
      expect(status).toBe(1);
      expect(stderr).toMatch(
        /The database .*shop\.db is (gone|empty), and there was one: shop\.db\.stamp beside it says so\..*npm run -s oak -- restore FILE/,
      );
      await expect(Database.open(url)).rejects.toMatchObject({ name: 'DataUnsound' });
    }
    leave('this was a database once, before the cat walked over it'.repeat(100));
    const { status, stderr } = prepare();
    expect(status).toBe(1);
    expect(stderr).toMatch(
      /The database .*shop\.db is damaged or not a database .*npm run -s oak -- restore FILE --replace/,
    );
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(prepare('--fresh').stdout).toContain('is loaded');
    expect(await countProducts()).toBe(37);
  });

  it('finds a page that was overwritten in the middle of a database', () => {
    const file = join(folder, 'shop.db');
    copyFileSync(inject('demoAtStart'), file);
    const bytes = readFileSync(file);
    bytes.fill(0xa5, 4096 * 3, 4096 * 5);
    writeFileSync(file, bytes);
    expect(prepare()).toMatchObject({ status: 1, stderr: expect.stringContaining('is damaged') });
  });

  it('has past orders in several states', async () => {
    const context = await openServices();
    expect((await newestOrders(context)).map(({ state }) => state)).toEqual(['paid', 'declined', 'paid', 'paid']);
    context.close();
  });
});

describe('npm run demo', () => {
  const demo = (env: Record<string, string>) =>
    new Promise<{ code: number | null; said: string }>((resolve) => {
      const child = spawn(process.execPath, ['scripts/demo.mjs'], { env: { ...process.env, ...env } });
      let said = '';
      child.stderr.on('data', (chunk) => (said += String(chunk)));
      child.on('exit', (code) => resolve({ code, said }));
    });

  it('says when the port is in use, and how to take another', async () => {
    const squatter = createServer();
    const port = await new Promise<number>((resolve) =>
      squatter.listen(0, '127.0.0.1', () => {
        const address = squatter.address();
        resolve(typeof address === 'object' && address ? address.port : 0);
      }),
    );
    const { code, said } = await demo({ PORT: String(port) });
    squatter.close();
    expect(code).toBe(1);
    expect(said).toContain(`Port ${port} is in use. Stop what uses it, or choose another: PORT=3001 npm run demo`);
  });

  it('says what a port is', async () => {
    expect(await demo({ PORT: 'eighty' })).toMatchObject({
      code: 1,
      said: expect.stringContaining('PORT must be a number'),
    });
  });
});
