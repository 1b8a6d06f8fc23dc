import { asc, eq } from 'drizzle-orm';
import { ORDER_STATE_WORDS } from '../../core/words';
import { log } from '../../data/log';
import { orders } from '../../data/schema';
import { atOneMoment, type Services } from '../context';
import { readUpload } from '../files/uploads';
import { type PackedFile, packedAs } from '../packing/packed';
import { notFound, Refusal } from '../refusal';
import { customerOf, ordersOf } from './customers';
import { type OrderView, viewOf } from './orders';

/**
 * All that is kept of one customer: their orders with what they chose and typed as JSON, and the files that came with
 * them, in a ZIP.
 *
 * @param number an order of theirs
 * @throws Refusal 404 where it is not there, 409 `anonymous` where it no longer says whose it was
 */
export async function personalDataOf(context: Services, number: number): Promise<AsyncGenerator<Uint8Array>> {
  const { text, files, numbers } = await atOneMoment(context, async (still) => {
    const known = await still.database.read.query.orders.findFirst({ where: eq(orders.id, number) });
    if (!known) return notFound(`order ${number}`);
    if (known.anonymousAt)
      throw new Refusal(
        409,
        'anonymous',
        `Order ${number} no longer says whose it was: nothing is kept of them in it.`,
      );
    const email = known.customerEmail;
    const rows = await still.database.read.select().from(orders).where(ordersOf(email)).orderBy(asc(orders.id));
    const told = [];
    const named = new Map<string, string>();
    for (const row of rows) {
      const { lines, ...order } = await viewOf(still.database.read, row);
      for (const { token, name } of lines.flatMap((line) => line.files)) named.set(token, name);
      told.push({
        order: order.number,
        state: ORDER_STATE_WORDS[order.state],
        placed: new Date(order.placedAt).toISOString(),
        name: order.customerName,
        email: order.customerEmail,
        asked: order.asked.map(({ title, value }) => ({ what: title, answer: value })),
        currency: order.currency,
        total: order.total,
        payments: order.payments.map(({ outcome, amount, reference, at }) => ({
          outcome,
          amount,
          reference,
          at: new Date(at).toISOString(),
        })),
        lines: lines.map(({ title, sku, quantity, unitPrice, lineTotal, resolution, files: came }) => ({
          title,
          sku: resolution.forCustomers?.sku === false ? '' : sku,
          quantity,
          unitPrice,
          lineTotal,
          chosen: chosenIn(resolution),
          files: came.map(({ token, name }) => pathOf(token, name)),
        })),
      });
    }
    return {
      text: JSON.stringify({ email: customerOf(email), orders: told }, null, 2),
      files: [...named],
      numbers: rows.map(({ id }) => id),
    };
  });
  await context.database.write((transaction) => {
    const [first] = numbers;
    return log(transaction, context.now(), {
      what: 'handedOut',
      kind: 'order',
      // The log stays for ever: it names the order, and not whose it is.
      ...(numbers.length === 1 && { key: String(first) }),
      title: String(first),
      count: numbers.length,
    });
  });
  return packedAs(
    'personal-data.json',
    [`${text}\n`],
    files.map(([token, name]): PackedFile => ({
      path: pathOf(token, name),
      read: async () => (await readUpload(context, token)).bytes,
    })),
  );
}

/** Where a file lies in the ZIP: two may have one name. */
const pathOf = (token: string, name: string): string => `files/${token.slice(0, 8)} ${name}`;

type Chosen = OrderView['lines'][number]['resolution'];

interface ChosenOf {
  readonly chosen: readonly { readonly what: string; readonly answer: string }[];
  readonly parts?: readonly ({ readonly title: string } & ChosenOf)[];
}

/** What was chosen, as its customer was told it. */
const chosenIn = ({ counted, parts }: Pick<Chosen, 'counted' | 'parts'>): ChosenOf => ({
  chosen: counted.map(({ title, shown }) => ({ what: title, answer: shown })),
  ...(parts.length > 0 && {
    parts: parts.map(({ productTitle, resolution }) => ({ title: productTitle, ...chosenIn(resolution) })),
  }),
});
