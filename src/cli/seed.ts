import { parseArgs } from 'node:util';
import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { withPictures } from '../core/catalog';
import { readCatalog } from '../core/exchange';
import { Database } from '../data/database';
import { media, products } from '../data/schema';
import { stopThreads } from '../services/background/pool';
import { freshenAllCards } from '../services/catalog/cards';
import { pictureAddress } from '../services/files/picture-address';
import { fill } from './seed/fill';
import { loadDemo } from './load-demo';

const USAGE = `npm run seed -- --products 10000 [--movements 10] [--cards]

Fills the shop of OAK_KNOT_DATABASE_URL with so many products: the demo again and again, each time with names, SKUs and
stock of its own. --movements: so many of each stock item. --cards: also works out what lists say of them, which the
application otherwise does once it runs.
`;

/** A number that was given, from 1 on. */
function countOf(text: string | undefined, usual: number | null, name: string): number {
  if (text === undefined && usual !== null) return usual;
  const count = Number(text);
  if (!Number.isInteger(count) || count < 1) throw new Error(`--${name} wants a whole number from 1 on.\n\n${USAGE}`);
  return count;
}

async function seed(): Promise<void> {
  const { values } = parseArgs({
    options: { products: { type: 'string' }, movements: { type: 'string' }, cards: { type: 'boolean' } },
  });
  const wanted = countOf(values.products, null, 'products');
  const movements = countOf(values.movements, 10, 'movements');
  const database = await Database.open();
  await database.migrate();
  const context = { database, now: () => new Date() };
  if ((await database.read.select({ id: products.id }).from(products).limit(1)).length === 0) await loadDemo(context);
  const reading = readCatalog(await readFile(join('demo', 'catalog.json'), 'utf8'));
  if (reading.faults) throw new Error('The demo catalog has faults.');
  const { catalog } = reading;
  // The pictures have been uploaded with the demo: those of a further series are the same.
  const uploaded = await database.read.select({ hash: media.hash, name: media.name }).from(media);
  const addresses = new Map(uploaded.map(({ hash, name }) => [name, pictureAddress(hash)]));
  const shown = catalog.products.map((product) => withPictures(product, (src) => addresses.get(basename(src)) ?? src));
  const began = performance.now();
  let told = 0;
  const filled = await fill(
    context,
    { ...catalog, products: shown },
    {
      wanted,
      movements,
      tell: ({ products: count }) => {
        if (count - told < 1_000 && count < wanted) return;
        told = count;
        process.stdout.write(`${count} products\n`);
      },
    },
  );
  const seconds = Math.round((performance.now() - began) / 100) / 10;
  process.stdout.write(
    `${filled.products} products, ${filled.stock} stock items and ${filled.movements} movements in ${seconds} s.\n`,
  );
  if (values.cards) await freshenAllCards(context);
  await stopThreads();
  database.close();
}

seed().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
});
