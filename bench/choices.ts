import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Product, productSchema, type Sheet, sheetSchema } from '../src/core/catalog';
import { compile } from '../src/core/compile';
import { resolutionJson } from '../src/core/exchange';
import { readiness } from '../src/core/judge';
import { resolve } from '../src/core/run';
import { stockViewOf } from '../src/core/stock';
import { Database } from '../src/data/database';
import { publishRevision } from '../src/services/drafts/life';
import { openForEditing } from '../src/services/products/editing';
import { publishDraft } from '../src/services/products/publishing';
import { sheetLife } from '../src/services/sheets/life';
import { rippleOf } from '../src/services/sheets/ripple';
import { openSheetForEditing } from '../src/services/sheets/sheets';
import { createStockItem } from '../src/services/stock/items/stock';
import { surroundings } from './product';
import { insertProduct, insertSheet } from '../tests/support/begin';

/**
 * How a product of forty choices and a sheet on five hundred products feel: a keystroke in the editor, opening it, and
 * the ripple of a changed sheet. Beside each the same documents read by a JSON parser and a schema validator, which is
 * the least that any program does that takes such documents in.
 */

const CHOICES = 40;
const OPTIONS = 8;
const PRODUCTS = 500;

function option(key: string, place: number) {
  return {
    key,
    title: `Option ${key}`,
    sku: `${key}${place}`,
    amount: { kind: place % 3 === 0 ? 'percentOfBase' : 'fixed', value: String(place + 1) },
  };
}

const choices = Array.from({ length: CHOICES }, (_, index) => ({
  kind: index % 4 === 0 ? 'several' : 'list',
  key: `choice-${index}`,
  title: `Choice ${index}`,
  required: index % 4 !== 0,
  options: Array.from({ length: OPTIONS }, (__, place) => option(`o${place}`, place)),
}));

const large: Product = productSchema.parse({
  slug: 'large',
  title: 'Large',
  sku: 'L',
  price: '100',
  category: 'C',
  choices,
  draws: [{ kind: 'fixed', stock: 'board', quantity: '1' }],
});
const sheet: Sheet = sheetSchema.parse({
  key: 'shared',
  title: 'Shared',
  places: [{ category: 'C' }],
  choices: choices.slice(1, 6),
});

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

async function timed(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** Runs both in turn, so that a machine whose speed drifts drifts for both. */
async function beside(name: string, ours: () => unknown, peer: () => unknown, rounds: number): Promise<void> {
  await ours();
  await peer();
  const times: { ours: number; peer: number }[] = [];
  for (let count = 0; count < rounds; count += 1) times.push({ ours: await timed(ours), peer: await timed(peer) });
  const own = median(times.map((time) => time.ours));
  const ratio = median(times.map((time) => time.ours / time.peer));
  process.stdout.write(
    `  ${name.padEnd(52)} ${own.toFixed(1).padStart(8)} ms, ${ratio.toFixed(2)} times reading and validating the same\n`,
  );
}

function keystroke(): void {
  const program = compile(large, surroundings);
  const answers = Object.fromEntries(choices.map(({ key, kind }) => [key, kind === 'several' ? ['o1', 'o2'] : 'o3']));
  resolutionJson(
    resolve(program, { answers, quantity: 2 }, { stock: stockViewOf(() => undefined), today: '2026-11-24' }),
  );
  readiness(
    large,
    surroundings,
    stockViewOf(() => undefined),
    program,
  );
}

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-bench-'));
  const database = await Database.open(`file:${join(folder, 'bench.db')}`);
  try {
    await database.migrate();
    const context = { database, now: () => new Date() };
    await createStockItem(context, { key: 'board', title: 'Board', unit: '1', onHand: '50' });
    const documents: string[] = [];
    await database.write(async (transaction) => {
      const sheetId = await insertSheet(transaction, sheet, new Date());
      await publishRevision(sheetLife, transaction, { id: sheetId, draft: sheet, draftVersion: 1 }, new Date());
      for (let index = 0; index < PRODUCTS; index += 1) {
        const draft: Product = {
          ...large,
          slug: `product-${index}`,
          title: `Product ${index}`,
          choices: large.choices.slice(index % 30, (index % 30) + 6),
        };
        documents.push(JSON.stringify(draft));
        const id = await insertProduct(transaction, draft, new Date());
        await publishDraft(transaction, { id, draft, draftVersion: 1 }, new Date());
      }
      const id = await insertProduct(transaction, large, new Date());
      await publishDraft(transaction, { id, draft: large, draftVersion: 1 }, new Date());
    });
    const text = JSON.stringify(large);
    const readOne = () => productSchema.parse(JSON.parse(text));
    const readAll = () => documents.map((document) => productSchema.parse(JSON.parse(document)));

    process.stdout.write(
      `A product of ${CHOICES} choices of ${OPTIONS} options, a sheet of 5 choices on ${PRODUCTS + 1} products, median of rounds in turn:\n`,
    );
    await beside('a keystroke: compile, resolve, readiness', keystroke, readOne, 60);
    await beside(
      'opening the product in the editor (server’s part)',
      () => openForEditing(context, PRODUCTS + 1),
      readAll,
      7,
    );
    await beside('opening the sheet in its editor (server’s part)', () => openSheetForEditing(context, 1), readAll, 7);
    const ripple = async () => {
      let reached = 0;
      for await (const { row } of await rippleOf(context, [1])) reached += row ? 1 : 0;
      if (reached !== PRODUCTS + 1) throw new Error(`the ripple reached ${reached} products`);
    };
    await beside('the ripple of the sheet over all products', ripple, readAll, 5);
  } finally {
    database.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

await main();
