import { and, eq, lt } from 'drizzle-orm';
import { atOneMoment, type Services } from '../context';
import { orders } from '../../data/schema';
import { releaseAbandoned, RESERVATION_MILLISECONDS } from './settlement';
import { processLog } from '../process-log';

/** How often the process looks by itself for orders that nobody pays any more, in milliseconds. */
const LOOKS_EVERY = 10_000;

/**
 * Frees what overdue orders hold before stock is read, so that nobody is told that it is gone. Costs one look-up where
 * there are none.
 */
export async function freeOverdue(context: Services): Promise<void> {
  const before = new Date(context.now().getTime() - RESERVATION_MILLISECONDS);
  const overdue = await context.database.read.query.orders.findFirst({
    where: and(eq(orders.state, 'awaitingPayment'), lt(orders.placedAt, before)),
    columns: { id: true },
  });
  if (overdue) await releaseAbandoned(context);
}

/** Runs reads that look at stock on one state of the database, after overdue orders have given back what they held. */
export async function withStock<T>(context: Services, work: (still: Services) => Promise<T>): Promise<T> {
  await freeOverdue(context);
  return atOneMoment(context, work);
}

/** Frees what overdue orders hold, now and again and again as long as the process lives. */
export async function keepFreeing(context: Services): Promise<void> {
  await releaseAbandoned(context);
  const free = () =>
    freeOverdue(context).catch((err: unknown) => processLog.error({ err }, 'Overdue orders could not be freed'));
  setInterval(() => void free(), LOOKS_EVERY).unref();
}
