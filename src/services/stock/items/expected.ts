import { and, asc, eq } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../../context';
import { parseDay } from '../../../core/calendar';
import { Exact } from '../../../core/number';
import { type Queries } from '../../../data/database';
import { expectedReceipts } from '../../../data/schema';
import { notFound, Refusal } from '../../refusal';
import { move } from '../ledger/ledger';
import { receiveLots } from '../ledger/lots';
import { readFigure } from '../ledger/stock-figure';
import { requireItem } from './item';
import { log } from '../../../data/log';

export const expectedReceiptSchema = z.strictObject({
  /** as typed, in any fitting unit; of what lies in lots, the length of one lot */
  quantity: z.string().max(60),
  day: z
    .string()
    .max(10)
    .refine((day) => parseDay(day) !== null, 'Give the day on which it should come, as YYYY-MM-DD.'),
  note: z.string().trim().max(200).default(''),
});

/** Something that is on its way, as the stock item's page shows it. */
export interface ExpectedView {
  readonly id: number;
  readonly quantity: string;
  readonly day: string;
  readonly note: string;
}

/** So much can be on its way of one stock item at once. */
const MOST_EXPECTED = 200;

/** What is on its way of a stock item, in the order of the days. @throws Refusal 404 */
export async function listExpected({ database }: Services, key: string): Promise<ExpectedView[]> {
  const item = await requireItem(database.read, key);
  const rows = await database.read
    .select()
    .from(expectedReceipts)
    .where(eq(expectedReceipts.itemId, item.id))
    .orderBy(asc(expectedReceipts.day), asc(expectedReceipts.id));
  return rows.map(({ id, quantity, day, note }) => ({ id, quantity, day, note }));
}

/** Notes that something is on its way. @throws Refusal 404, or 422 when the quantity can't be read */
export async function expectReceipt(
  { database, now }: Services,
  key: string,
  { quantity, day, note }: z.infer<typeof expectedReceiptSchema>,
): Promise<void> {
  await database.write(async (transaction) => {
    const item = await requireItem(transaction, key);
    const figure = readFigure(quantity, item.unit);
    if (figure.sign() === 0) throw new Refusal(422, 'nothingExpected', 'What is on its way must be more than nothing.');
    if (
      (
        await transaction
          .select({ id: expectedReceipts.id })
          .from(expectedReceipts)
          .where(eq(expectedReceipts.itemId, item.id))
      ).length >= MOST_EXPECTED
    ) {
      throw new Refusal(
        409,
        'tooManyExpected',
        `At most ${MOST_EXPECTED} deliveries of one stock item are kept. Enter those that have come.`,
      );
    }
    await transaction
      .insert(expectedReceipts)
      .values({ itemId: item.id, quantity: figure.toString(), day, note, at: now() });
    const changes = [`on its way: ${figure.toString()} for ${day}`];
    await log(transaction, now(), { what: 'changed', kind: 'stockItem', key, title: item.title, changes });
  });
}

async function takeOut(transaction: Queries, key: string, id: number) {
  const item = await requireItem(transaction, key);
  const [row] = await transaction
    .delete(expectedReceipts)
    .where(and(eq(expectedReceipts.id, id), eq(expectedReceipts.itemId, item.id)))
    .returning();
  return { item, row: row ?? notFound('such delivery on its way any more') };
}

/**
 * Takes what has come from what was on its way, in the caller's transaction: the rest stays on its way.
 *
 * @param item number of the stock item
 * @throws Refusal 404 where it is not on its way any more
 */
export async function takeExpected(transaction: Queries, item: number, id: number, came: Exact): Promise<void> {
  const isIt = and(eq(expectedReceipts.id, id), eq(expectedReceipts.itemId, item));
  const row = await transaction.query.expectedReceipts.findFirst({ where: isIt });
  const left = Exact.from((row ?? notFound('such delivery on its way any more')).quantity).minus(came);
  await (left.sign() > 0
    ? transaction.update(expectedReceipts).set({ quantity: left.toString() }).where(isIt)
    : transaction.delete(expectedReceipts).where(isIt));
}

/** It will not come. @throws Refusal 404 */
export async function dropExpected({ database, now }: Services, key: string, id: number): Promise<void> {
  await database.write(async (transaction) => {
    const { item, row } = await takeOut(transaction, key, id);
    const changes = [`no longer on its way: ${row.quantity} for ${row.day}`];
    await log(transaction, now(), { what: 'changed', kind: 'stockItem', key, title: item.title, changes });
  });
}

/** It has come: books it as a receipt, once. @throws Refusal 404 when it has been booked already */
export async function expectedArrived({ database, now }: Services, key: string, id: number): Promise<void> {
  await database.write(async (transaction) => {
    const { item, row } = await takeOut(transaction, key, id);
    const reason = row.note === '' ? `Expected for ${row.day}` : row.note;
    if (item.cutFrom)
      await receiveLots(transaction, now(), item, [{ label: null, length: Exact.from(row.quantity) }], {
        reason,
      });
    else
      await move(transaction, now(), {
        stock: key,
        kind: 'receipt',
        onHand: Exact.from(row.quantity),
        reserved: Exact.zero,
        reason,
      });
  });
}
