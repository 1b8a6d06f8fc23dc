import { and, asc, eq, inArray, lte } from 'drizzle-orm';
import PQueue from 'p-queue';
import { waitAfter } from '../../core/webhooks';
import { webhookMessages, webhookTargets } from '../../data/schema';
import { type Services } from '../context';
import { signatureOf } from './signature';

/** So many messages are taken on at once, and so many sent beside each other. */
export const AT_ONCE = 20;
const BESIDE = 4;

/** How long an answer is waited for; and how long nobody else tries meanwhile, in milliseconds. */
const PATIENCE = 10_000;
const HELD = 60_000;

/** A message, and where it goes. */
interface Outgoing {
  readonly id: string;
  readonly body: string;
  readonly tries: number;
  readonly target: number;
  readonly url: string;
  readonly secret: string;
}

/** How it ended. */
interface Outcome {
  readonly isTaken: boolean;
  /** whether the receiver says that it wants nothing any more */
  readonly isGone: boolean;
  readonly said: string;
}

/** Sends one message. */
export type Send = (message: Outgoing, at: Date) => Promise<Outcome>;

/** Why nothing was reached, in a few words. */
function whyNot(error: unknown): string {
  if (!(error instanceof Error)) return 'no answer';
  if (error.name === 'TimeoutError') return `no answer within ${PATIENCE / 1000} seconds`;
  const { cause } = error;
  const code = cause instanceof Error && 'code' in cause ? String(cause.code) : '';
  return code === '' ? 'no answer' : `no answer (${code})`;
}

/** Sends a message by HTTP; nothing of what is answered is read but its status, and nobody is followed elsewhere. */
export const sendByHttp: Send = async ({ id, body, url, secret }, at) => {
  const timestamp = Math.floor(at.getTime() / 1000);
  try {
    const response = await fetch(url, {
      method: 'POST',
      redirect: 'manual',
      signal: AbortSignal.timeout(PATIENCE),
      headers: {
        'Content-Type': 'application/json',
        'User-Agent': 'Oak-Knot',
        'webhook-id': id,
        'webhook-timestamp': String(timestamp),
        'webhook-signature': signatureOf(secret, { id, timestamp, body }),
      },
      body,
    });
    await response.body?.cancel();
    return { isTaken: response.ok, isGone: response.status === 410, said: `answered ${response.status}` };
  } catch (error) {
    return { isTaken: false, isGone: false, said: whyNot(error) };
  }
};

/** Takes on what is due, so that no other process does. */
function takeOn({ database, now }: Services): Promise<Outgoing[]> {
  return database.write(async (transaction) => {
    const at = now();
    const due = await transaction
      .select({
        id: webhookMessages.id,
        body: webhookMessages.body,
        tries: webhookMessages.tries,
        target: webhookTargets.id,
        url: webhookTargets.url,
        secret: webhookTargets.secret,
      })
      .from(webhookMessages)
      .innerJoin(webhookTargets, eq(webhookTargets.id, webhookMessages.targetId))
      .where(and(eq(webhookMessages.state, 'waiting'), lte(webhookMessages.nextAt, at)))
      .orderBy(asc(webhookMessages.nextAt))
      .limit(AT_ONCE);
    const ids = due.map(({ id }) => id);
    const nextAt = new Date(at.getTime() + HELD);
    await transaction.update(webhookMessages).set({ nextAt }).where(inArray(webhookMessages.id, ids));
    return due;
  });
}

/** Notes how it ended; where it was not taken, when it is sent again. */
function note({ database, now }: Services, { id, tries, target }: Outgoing, outcome: Outcome): Promise<void> {
  return database.write(async (transaction) => {
    const at = now();
    const wait = waitAfter(tries + 1);
    const state = outcome.isTaken ? 'taken' : wait === null || outcome.isGone ? 'givenUp' : 'waiting';
    const nextAt = new Date(at.getTime() + (wait ?? 0));
    await transaction
      .update(webhookMessages)
      .set({ state, tries: tries + 1, outcome: outcome.said, nextAt })
      .where(eq(webhookMessages.id, id));
    if (!outcome.isGone) return;
    await transaction.update(webhookTargets).set({ endedAt: at }).where(eq(webhookTargets.id, target));
    await transaction
      .update(webhookMessages)
      .set({ state: 'givenUp', outcome: outcome.said })
      .where(and(eq(webhookMessages.targetId, target), eq(webhookMessages.state, 'waiting')));
  });
}

/** Sends what is due. @returns how many messages were sent */
export async function deliverDue(context: Services, send: Send = sendByHttp): Promise<number> {
  const { database, now } = context;
  const isDue = and(eq(webhookMessages.state, 'waiting'), lte(webhookMessages.nextAt, now()));
  // To look takes nobody's turn to write.
  if ((await database.read.$count(webhookMessages, isDue)) === 0) return 0;
  const due = await takeOn(context);
  const queue = new PQueue({ concurrency: BESIDE });
  await queue.addAll(due.map((message) => async () => note(context, message, await send(message, now()))));
  return due.length;
}
