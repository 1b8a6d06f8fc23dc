import { existsSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { Exact } from '@/core/number';
import { Database } from '@/data/database';
import { orders, stockItems } from '@/data/schema';
import { startServer } from '../support/server';
import { buy, counted, type Line, pause, talliedWords, verifiedLedger } from './buyers';

/**
 * Sixty buyers after twenty pieces, in each of the shapes in which these can be taken: alone, as a variant, as part of
 * a kit, in a slot of a build, in two lines of one basket, and along with something. Of each, no more may be sold than
 * there are, nothing may stay reserved, and the ledger adds up. Ends by itself; exit status 1 where that does not hold.
 */

const [BUYERS, PIECES, PLENTY] = [60, 20, 500];
/** A shape is over after this long, in milliseconds. */
const ENDS = 60_000;

interface Shape {
  readonly title: string;
  readonly lines: readonly Line[];
  /** what there are twenty of, and how many of it one order takes */
  readonly stock: string;
  readonly takes: number;
  /** what else it takes, of which there is plenty */
  readonly along: readonly string[];
}

const one = (slug: string, answers: Line['answers'] = {}): Line => ({ slug, answers, quantity: 1 });
const SUIT = { size: 'm', cloth: 'slate' };
const HIVE = { floor: ['hive-floor'], brood: ['brood-box'], crown: ['crown-board'], roof: ['flat-roof'], legs: '0 cm' };
const KIT: Line = { ...one('starter-kit'), parts: { suit: { answers: { size: 'm', cloth: 'linen' } } } };
const IN_KIT = ['hive-flat-pine', 'hive-frame', 'bee-suit-m-linen', 'veil-round', 'smoker', 'handbook', 'hook-tool'];

const SHAPES: readonly Shape[] = [
  { title: 'alone', lines: [one('smoker-fuel')], stock: 'fuel-sack', takes: 1, along: [] },
  { title: 'a variant', lines: [one('bee-suit', SUIT)], stock: 'bee-suit-m-slate', takes: 1, along: ['veil-round'] },
  { title: 'part of a kit', lines: [KIT], stock: 'hook-tool', takes: 1, along: IN_KIT },
  {
    title: 'in a build',
    lines: [one('hive', HIVE)],
    stock: 'hive-floor',
    takes: 1,
    along: ['brood-box-pine', 'hive-frame', 'crown-board', 'roof-flat'],
  },
  { title: 'in two lines', lines: [one('handbook'), KIT], stock: 'handbook', takes: 2, along: IN_KIT },
  {
    title: 'several at once',
    lines: [{ ...one('smoker-fuel'), quantity: 3 }],
    stock: 'fuel-sack',
    takes: 3,
    along: [],
  },
];

const say = (words: string) => void process.stdout.write(`${words}\n`);

async function race(server: Awaited<ReturnType<typeof startServer>>, shape: Shape): Promise<string[]> {
  const database = await Database.open(server.databaseUrl);
  const { title, lines, stock, takes, along } = shape;
  const paid = async () => (await database.read.select().from(orders).where(eq(orders.state, 'paid'))).length;
  const there = async () => {
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.key, stock) });
    return { onHand: Number(item?.onHand), reserved: Exact.from(item?.reserved ?? '0') };
  };
  for (const other of along) if (other !== stock) await counted(server, other, PLENTY);
  await counted(server, stock, PIECES);
  const before = await paid();
  const until = Date.now() + ENDS;
  const bought = await Promise.all(Array.from({ length: BUYERS }, (_, buyer) => buy(server, buyer, lines, until)));
  while ((await there()).reserved.sign() !== 0 && Date.now() < until) await pause(500);
  const sold = (await paid()) - before;
  const { onHand, reserved } = await there();
  database.close();
  say(`${title}: ${talliedWords(bought)}; ${sold} × ${takes} of ${PIECES} sold, ${onHand} left`);
  const faults: string[] = [];
  if (sold === 0) faults.push('nothing was sold');
  if (sold * takes + onHand !== PIECES) faults.push(`${sold} × ${takes} sold and ${onHand} left are not ${PIECES}`);
  if (reserved.sign() !== 0) faults.push(`${reserved.toString()} are still reserved`);
  return faults.map((fault) => `${title}: ${fault}`);
}

if (!existsSync('.next/BUILD_ID')) throw new Error('Build first: npm run build');
const server = await startServer();
const faults: string[] = [];
for (const shape of SHAPES) faults.push(...(await race(server, shape)));
const ledger = verifiedLedger(server);
say(ledger.said);
if (!ledger.isRight) faults.push('the ledger does not verify');
await server.close();
say(faults.length === 0 ? 'right' : faults.map((fault) => `WRONG: ${fault}`).join('\n'));
process.exitCode = faults.length === 0 ? 0 : 1;
