import { existsSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { Database, DEFAULT_DATABASE_URL } from '../data/database';
import { stampOf } from '../data/file';
import { products, stockItems } from '../data/schema';
import { stopThreads } from '../services/background/pool';
import { freshenAllCards } from '../services/catalog/cards';
import { loadDemo } from './load-demo';

/** Brings the database up to date and loads the demo into an empty one. `--fresh` starts over. */
async function prepare(fresh: boolean): Promise<void> {
  const url = process.env.OAK_KNOT_DATABASE_URL ?? DEFAULT_DATABASE_URL;
  if (fresh) {
    if (!url.startsWith('file:')) throw new Error('--fresh deletes a local database file; this one is on a server.');
    const file = resolve(url.slice('file:'.length));
    for (const name of [file, `${file}-wal`, `${file}-shm`, stampOf(file)]) rmSync(name, { force: true });
    rmSync(`${file}.outbox`, { recursive: true, force: true });
  }
  const isNew = url.startsWith('file:') && !existsSync(resolve(url.slice('file:'.length)));
  const database = await Database.open(url);
  await database.migrate();
  const known = (await database.read.select({ id: products.id }).from(products).limit(1)).length;
  const counted = (await database.read.select({ id: stockItems.id }).from(stockItems).limit(1)).length;
  if (known + counted === 0) {
    const context = { database, now: () => new Date() };
    await loadDemo(context);
    await freshenAllCards(context);
    await stopThreads();
    process.stdout.write('The demo shop, Pollard Lane Bee Works, is loaded.\n');
  } else if (!isNew) {
    process.stdout.write('The data from last time is kept.\n');
  }
  database.close();
}

prepare(process.argv.includes('--fresh')).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
});
