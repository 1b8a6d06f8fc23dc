import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readCatalog } from '@/core/exchange';
import { Database } from '@/data/database';
import { stopThreads } from '@/services/background/pool';
import { freshenAllCards } from '@/services/catalog/cards';
import { importCatalog } from '@/services/importing/catalog-import';

/** Fills a new database with the demo and so many small products more. @param file where it is to be */
export async function prepareMany(file: string, count: number): Promise<void> {
  const demo = JSON.parse(await readFile('demo/catalog.json', 'utf8')) as { products: object[] };
  const spares = Array.from({ length: count }, (_, place) => ({
    slug: `spare-${place}`,
    title: `Spare ${place}`,
    sku: `SPARE${place}`,
    category: 'Spares',
    price: String(10 + (place % 40)),
    draws: [{ kind: 'fixed', stock: 'bee-suit-m-linen', quantity: '1' }],
    choices: ['size', 'finish'].map((key) => ({
      kind: 'list',
      key,
      title: key,
      options: ['one', 'two', 'three'].map((option, more) => ({
        key: option,
        title: option,
        sku: `${key.slice(0, 1)}${more}`.toUpperCase(),
        amount: { kind: 'fixed', value: String(more) },
      })),
    })),
  }));
  const reading = readCatalog(JSON.stringify({ ...demo, products: [...demo.products, ...spares] }));
  if (reading.faults) throw new Error(JSON.stringify(reading.faults.slice(0, 3)));
  const database = await Database.open(`file:${file}`);
  await database.migrate();
  const context = { database, now: () => new Date() };
  await importCatalog(context, reading.catalog, (src) => readFile(join('demo', src)));
  await freshenAllCards(context);
  await stopThreads();
  database.close();
}
