import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inject } from 'vitest';
import { moneyDigits } from '@/core/money';
import { Database } from '@/data/database';
import { type Services } from '@/services/context';
import { makeToken } from '@/services/people/tokens';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { checkOut, type Checkout, type PlacedOrder } from '@/services/selling/checkout';
import { type PaymentService, simulatedPayments } from '@/services/selling/payment';
import { asPlanned, confirmCuts, listCutting } from '@/services/stock/ledger/cutting';
import { serveDatabase } from './database-server/server';
import { START } from './start';

/** Services on a real SQLite file of their own, with a clock that a test can turn. */
export interface TestServices extends Services {
  readonly url: string;
  /** where the database lies */
  readonly file: string;
  advance(milliseconds: number): void;
  close(): void;
}

/**
 * Opens them on a copy of the demo, or of an empty shop. Where `OAK_KNOT_TESTS_ON` says `server`, the database is asked
 * through a server, as one on another machine would be.
 *
 * @param local whether what is tried is of a file alone
 */
export async function openServices({ demo = true, local = false } = {}): Promise<TestServices> {
  const template = inject(demo ? 'demoAtStart' : 'emptyAtStart');
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  const file = join(folder, 'test.db');
  // What has not been written back yet stands beside the file.
  for (const part of ['', '-wal']) if (existsSync(template + part)) copyFileSync(template + part, file + part);
  const isServed = !local && process.env.OAK_KNOT_TESTS_ON === 'server';
  const server = isServed ? await serveDatabase(file) : null;
  const url = server?.url ?? `file:${file}`;
  const database = await Database.open(url);
  let now = START;
  const context: TestServices = {
    database,
    url,
    file,
    waitsForCards: true,
    now: () => new Date(now),
    advance: (milliseconds) => void (now += milliseconds),
    close() {
      database.close();
      const remove = () => rmSync(folder, { recursive: true, force: true });
      if (server) void server.close().then(remove);
      else remove();
    },
  };
  return context;
}

/** Services under what routes are called. */
export interface RouteServices extends TestServices {
  /** what a program sends that may do everything but say who comes in */
  readonly letsIn: Readonly<Record<string, string>>;
}

/** The same, under what routes are called: whatever they are asked is asked of it, until it is closed. */
export async function openForRoutes(options: Parameters<typeof openServices>[0] = {}): Promise<RouteServices> {
  const holder = globalThis as { oakKnotServices?: Promise<Services> };
  const context = await openServices(options);
  holder.oakKnotServices = Promise.resolve(context);
  const { token } = await makeToken(context, { title: 'A test', roles: ['catalog', 'stock', 'orders'], days: 30 });
  return {
    ...context,
    letsIn: { Authorization: `Bearer ${token}` },
    close() {
      delete holder.oakKnotServices;
      context.close();
    },
  };
}

/**
 * Cuts what is to be cut and counts the mesh of the demo as a sum: for tests of what is taken by quantity and sold at
 * once.
 */
export async function countMeshAsSum(context: TestServices): Promise<void> {
  for (const job of await listCutting(context)) await confirmCuts(context, job.order, job.stock, asPlanned(job));
  await context.database.write((transaction) =>
    transaction.run(`update stock_items set cut_from = null where key like 'mesh-%'`),
  );
}

type Answers = Record<string, string | number | boolean | null>;

/** Puts one selection in a new basket. @returns the basket's token */
export function basketWith(context: Services, slug: string, answers: Answers, quantity?: number): Promise<string> {
  return addToBasket(context, undefined, { slug, answers, quantity });
}

/** Whoever may do everything: nothing is refused. */
export const asOwner = (): void => undefined;

let keys = 0;

/** Orders what is in a basket, as a customer who saw its total would. */
/** @param pay what happens while the payment service is asked */
export async function order(
  context: Services,
  basket: string,
  changes: Partial<Checkout> = {},
  pay?: PaymentService['request'],
): Promise<PlacedOrder> {
  const { total, currency } = await readBasket(context, basket);
  const seenTotal = total ? moneyDigits(total, currency) : '0';
  keys += 1;
  return checkOut(
    context,
    basket,
    {
      idempotencyKey: `test-key-${keys}`,
      name: 'Tilda Fenn',
      email: 'tilda@fenn.example',
      payment: 'approve',
      seenTotal,
      ...changes,
    },
    { ...simulatedPayments(context), ...(pay && { request: pay }) },
  );
}
