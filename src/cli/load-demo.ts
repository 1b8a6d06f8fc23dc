import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DAY } from '../core/calendar';
import { checkCatalog, pathText, readCatalog } from '../core/exchange';
import { moneyDigits } from '../core/money';
import { faultWords } from '../core/words';
import { type Services } from '../services/context';
import { importCatalog } from '../services/importing/catalog-import';
import { createProduct } from '../services/products/products';
import { addToBasket, readBasket } from '../services/selling/basket';
import { checkOut } from '../services/selling/checkout';
import { type PaymentWish } from '../services/selling/payment';
import { asPlanned, confirmCuts, listCutting } from '../services/stock/ledger/cutting';
import { enterStock } from '../services/stock/entering/entry';

const FOLDER = 'demo';

interface PastOrder {
  readonly daysAgo: number;
  readonly name: string;
  readonly email: string;
  readonly payment: PaymentWish;
  readonly lines: readonly { slug: string; quantity: number; answers: Record<string, string | number | boolean> }[];
}

const PAST_ORDERS: readonly PastOrder[] = [
  {
    daysAgo: 6,
    name: 'Ottoline Marsh',
    email: 'ottoline@marshgarden.example',
    payment: 'approve',
    lines: [
      { slug: 'bee-suit', quantity: 1, answers: { size: 'm', cloth: 'linen', veil: 'fencing', name: 'Ottoline' } },
      { slug: 'queen-marking-pens', quantity: 2, answers: { colour: 'yellow' } },
    ],
  },
  {
    daysAgo: 4,
    name: 'Ivo Tarrant',
    email: 'ivo.tarrant@hilltop.example',
    payment: 'approve',
    lines: [{ slug: 'stainless-mesh', quantity: 6, answers: { opening: 'fine', length: '45 cm' } }],
  },
  {
    daysAgo: 2,
    name: 'Wren Ashdown',
    email: 'wren@ashdown.example',
    payment: 'decline',
    lines: [{ slug: 'bee-suit', quantity: 1, answers: { size: 'xl', cloth: 'linen', reinforced: true } }],
  },
  {
    daysAgo: 1,
    name: 'Lower Barn Honey',
    email: 'orders@lowerbarn.example',
    payment: 'approve',
    lines: [
      { slug: 'honey-jars', quantity: 4, answers: { case: 'forty-eight', seals: true } },
      { slug: 'stainless-mesh', quantity: 2, answers: { opening: 'coarse', length: '2 ft 6 in', hemmed: true } },
    ],
  },
];

/**
 * Loads the demo shop into an empty database: its catalog, a few past orders and receipts, and a draft that is not
 * ready yet.
 *
 * @throws Error naming every fault when the demo catalog is not sound
 */
export async function loadDemo(context: Services): Promise<void> {
  const reading = readCatalog(await readFile(join(FOLDER, 'catalog.json'), 'utf8'));
  const faults = reading.faults ?? checkCatalog(reading.catalog);
  if (reading.faults || faults.length > 0) {
    throw new Error(
      `The demo catalog has faults:\n${faults.map(({ path, data }) => `${pathText(path)}: ${faultWords(data)}`).join('\n')}`,
    );
  }
  const today = context.now().getTime();
  const daysAgo = (days: number): Services => ({ ...context, now: () => new Date(today - days * DAY) });

  await importCatalog(daysAgo(9), reading.catalog, (src) => readFile(join(FOLDER, src)));
  for (const order of PAST_ORDERS) await placePastOrder(daysAgo(order.daysAgo), order);
  // What was sold lately is still to be cut.
  for (const job of await listCutting(context)) {
    if (job.placedAt < today - 3 * DAY) await confirmCuts(daysAgo(3), job.order, job.stock, asPlanned(job));
  }
  await enterStock(daysAgo(3), 'mesh-fine', { kind: 'receipt', quantity: '25 m', reason: 'Delivery from Calder Wire' });
  await enterStock(daysAgo(3), 'pen-white', { kind: 'adjustment', quantity: '58', reason: 'Counted: two dried out' });
  await createProduct(daysAgo(1), { title: 'Hive tool', sku: 'TOOL' });
}

async function placePastOrder(context: Services, { name, email, payment, lines, daysAgo }: PastOrder): Promise<void> {
  let basket: string | undefined;
  for (const line of lines) basket = await addToBasket(context, basket, line);
  const { total, currency } = await readBasket(context, basket);
  if (!total) throw new Error(`the demo order of ${name} has no total`);
  await checkOut(context, basket, {
    idempotencyKey: `demo-order-${daysAgo}`,
    name,
    email,
    payment,
    seenTotal: moneyDigits(total, currency),
  });
}
