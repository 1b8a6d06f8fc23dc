import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { productSchema } from '../src/core/catalog';
import { compile } from '../src/core/compile';
import { resolve } from '../src/core/run';
import { Database, type Queries } from '../src/data/database';
import { orderLines, orders, stockItems, stockMovements } from '../src/data/schema';
import { readSurroundings } from '../src/services/catalog/surroundings';
import { type Services } from '../src/services/context';
import { openProduct } from '../src/services/products/drafts';
import { publishProduct } from '../src/services/products/publishing';
import { addToBasket, readBasket } from '../src/services/selling/basket';
import { checkOut } from '../src/services/selling/checkout';
import { median } from './rounds';
import { insertProduct } from '../tests/support/begin';

/** How long an order of ten lines takes, beside three times ten bare resolves and as many rows written; in one run. */

const LINES = 10;
const ROUNDS = 15;

const folder = mkdtempSync(join(tmpdir(), 'oak-knot-bench-'));
const database = await Database.open(`file:${join(folder, 'bench.db')}`);
await database.migrate();
const context: Services = { database, now: () => new Date() };
const definitions = Array.from({ length: LINES }, (_, place) =>
  productSchema.parse({
    slug: `p${place}`,
    title: `Product ${place}`,
    sku: `P${place}`,
    category: 'C',
    price: '20',
    pictures: [{ src: '/p.svg' }],
    draws: [{ kind: 'fixed', stock: `s${place}`, quantity: '1' }],
    choices: Array.from({ length: 6 }, (__, choice) => ({
      kind: 'list',
      key: `c${choice}`,
      title: `Choice ${choice}`,
      options: ['a', 'b', 'c'].map((key, cost) => ({
        key,
        title: key,
        sku: `${choice}${key}`,
        amount: { kind: 'fixed', value: String(cost) },
      })),
    })),
  }),
);
await database.write((transaction) =>
  transaction
    .insert(stockItems)
    .values(
      definitions.map((_, place) => ({ key: `s${place}`, title: `Stock ${place}`, unit: '1', onHand: '100000' })),
    ),
);
for (const definition of definitions) {
  const id = await database.write((transaction) => insertProduct(transaction, definition, context.now()));
  await publishProduct(context, id, (await openProduct(context, id)).draftVersion);
}
const answers = Object.fromEntries(Array.from({ length: 6 }, (_, choice) => [`c${choice}`, 'b']));

async function timed(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

const [ordered, bare, written]: number[][] = [[], [], []];
const { surroundings, there, today } = await readSurroundings(database.read, context.now(), definitions);
const programs = definitions.map((definition) => compile(definition, surroundings));
for (let round = 0; round < ROUNDS; round += 1) {
  let token: string | undefined;
  for (const { slug } of definitions) token = await addToBasket(context, token, { slug, answers, quantity: 1 });
  const { total } = await readBasket(context, token);
  ordered?.push(
    await timed(() =>
      checkOut(context, token, {
        idempotencyKey: `bench-${round}-key`,
        name: 'Ada',
        email: 'ada@example.org',
        payment: 'approve',
        seenTotal: total?.toString() ?? '',
      }),
    ),
  );
  bare?.push(
    await timed(() =>
      programs.forEach((program) => resolve(program, { answers, quantity: 1 }, { stock: there, today, naming: true })),
    ),
  );
  // The same rows in as many transactions: the order and its lines, the payment, and of each line a movement for what
  // is reserved and one for what is sold, with the item that it moves read and written.
  const rows = await database.read.select().from(orderLines).limit(LINES);
  const movements = await database.read
    .select()
    .from(stockMovements)
    .limit(2 * LINES);
  const [order] = await database.read.select().from(orders).limit(1);
  if (!order) throw new Error('nothing was ordered');
  const moved = async (transaction: Queries, some: typeof movements) => {
    for (const { id: _, ...row } of some) {
      const [item] = await transaction.select().from(stockItems).where(eq(stockItems.id, row.itemId));
      await transaction.insert(stockMovements).values(row);
      await transaction.update(stockItems).set({ onHand: item?.onHand }).where(eq(stockItems.id, row.itemId));
    }
  };
  written?.push(
    await timed(async () => {
      await database.write(async (transaction) => {
        await transaction
          .insert(orders)
          .values({ ...order, id: undefined, token: `t${round}`, idempotencyKey: `again-${round}-key` });
        for (const { id: _, ...row } of rows) await transaction.insert(orderLines).values(row);
        await moved(transaction, movements.slice(0, LINES));
      });
      await database.write((transaction) =>
        transaction.update(orders).set({ state: order.state }).where(eq(orders.id, order.id)),
      );
      await database.write((transaction) => moved(transaction, movements.slice(LINES)));
    }),
  );
}
const [whole, resolves, writes] = [median(ordered ?? []), median(bare ?? []), median(written ?? [])];
process.stdout.write(
  `An order of ${LINES} lines: ${whole.toFixed(1)} ms; ${LINES} bare resolves ${resolves.toFixed(1)} ms, as many rows written ${writes.toFixed(1)} ms: ${(whole / (3 * resolves + writes)).toFixed(1)} times three resolves of each and the rows\n`,
);
database.close();
rmSync(folder, { recursive: true, force: true });
