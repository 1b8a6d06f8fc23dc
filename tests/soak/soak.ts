import { existsSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { Exact } from '@/core/number';
import { Database } from '@/data/database';
import { cuts, orders, payments, standInPayments, stockItems } from '@/data/schema';
import { startServer } from '../support/server';
import { buy, counted, pause, talliedWords, verifiedLedger } from './buyers';

/**
 * Sixty buyers after twenty suits, and after mesh that is cut from rolls, while the server is killed three times. Then
 * nobody comes any more. After a minute nothing may be reserved for a suit, twenty are sold or free again, nobody has
 * been charged twice, and the ledger adds up. Ends by itself; exit status 1 where anything of that does not hold.
 */

const BUYERS = 60;
const PIECES = 20;
const KILLS = 3;
/** Everything ends after this long, whatever happens, in milliseconds. */
const BUYING_ENDS = 60_000;
const NOBODY = 60_000;
const SUIT = { slug: 'bee-suit', answers: { size: 'xl', cloth: 'slate' }, quantity: 1 };
const STOCK = 'bee-suit-xl-slate';
const MESH = { slug: 'stainless-mesh', answers: { opening: 'coarse', length: '0.2 m' }, quantity: 2 };

const say = (words: string) => void process.stdout.write(`${words}\n`);

async function soak(): Promise<number> {
  if (!existsSync('.next/BUILD_ID')) throw new Error('Build first: npm run build');
  const server = await startServer();
  const database = await Database.open(server.databaseUrl);
  await counted(server, STOCK, PIECES);
  const chargedBefore = (await database.read.select().from(standInPayments)).length;
  const paidBefore = (await database.read.select().from(orders).where(eq(orders.state, 'paid'))).length;

  const until = Date.now() + BUYING_ENDS;
  const buying = Promise.all(
    Array.from({ length: BUYERS }, (_, buyer) => buy(server, buyer, buyer % 3 === 0 ? [SUIT, MESH] : [SUIT], until)),
  );
  for (let kill = 0; kill < KILLS; kill += 1) {
    await pause(700 + kill * 300);
    await server.kill();
    await pause(300);
    await server.restart();
  }
  const bought = await buying;
  say(`${BUYERS} buyers: ${talliedWords(bought)}`);

  const faults: string[] = [];
  const figures = async () => database.read.query.stockItems.findFirst({ where: eq(stockItems.key, STOCK) });
  const start = Date.now();
  while (Date.now() - start < NOBODY && Exact.from((await figures())?.reserved ?? '0').sign() !== 0) await pause(1_000);
  const after = await figures();
  const waited = Math.round((Date.now() - start) / 1000);
  say(`nothing reserved after ${waited} s; ${after?.onHand} of ${PIECES} free again`);
  if (after?.reserved !== '0') faults.push(`${after?.reserved} suits are still reserved`);

  const all = await database.read.select().from(orders);
  const paid = all.filter(({ state, customerName }) => state === 'paid' && customerName.startsWith('Buyer'));
  if (all.some(({ state }) => state === 'awaitingPayment')) faults.push('an order still waits for its payment');
  if (
    !Exact.from(after?.onHand ?? '0')
      .plus(Exact.of(paid.length))
      .equals(Exact.of(PIECES))
  )
    faults.push(`${paid.length} sold and ${after?.onHand} free are not ${PIECES}`);
  if (paid.length > PIECES) faults.push(`${paid.length} sold of ${PIECES}`);
  const charged = (await database.read.select().from(standInPayments))
    .slice(chargedBefore)
    .filter(({ outcome }) => outcome === 'approved');
  if (charged.length !== all.filter(({ state }) => state === 'paid').length - paidBefore)
    faults.push(`${charged.length} were charged, and ${paid.length} have their order`);
  const perBuyer = new Map<string, number>();
  for (const { customerName } of paid) perBuyer.set(customerName, (perBuyer.get(customerName) ?? 0) + 1);
  for (const [name, times] of perBuyer) if (times > 1) faults.push(`${name} paid ${times} times`);
  for (const { id } of paid) {
    const approved = (await database.read.select().from(payments).where(eq(payments.orderId, id))).filter(
      ({ outcome }) => outcome === 'approved',
    );
    if (approved.length !== 1) faults.push(`order ${id} has ${approved.length} payments`);
  }
  const loose = (
    await database.read
      .select({ cut: cuts, state: orders.state })
      .from(cuts)
      .innerJoin(orders, eq(orders.id, cuts.orderId))
  ).filter(({ cut, state }) => cut.state === 'planned' && state !== 'paid');
  if (loose.length > 0) faults.push(`${loose.length} pieces are still promised to orders that were never paid`);
  const ledger = verifiedLedger(server);
  say(ledger.said);
  if (!ledger.isRight) faults.push('the ledger does not verify');

  database.close();
  await server.close();
  say(
    faults.length === 0 ? `right: ${paid.length} sold, each once` : faults.map((fault) => `WRONG: ${fault}`).join('\n'),
  );
  return faults.length === 0 ? 0 : 1;
}

process.exitCode = await soak();
