import { and, desc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type EventType, eventTypes, TEST_TYPE } from '../../core/webhooks';
import { log } from '../../data/log';
import { type MessageState, webhookMessages, webhookTargets } from '../../data/schema';
import { type Services } from '../context';
import { notFound, Refusal } from '../refusal';
import { newMessage } from './emit';
import { newWebhookSecret } from './signature';

/** So many addresses are told something. */
const MOST_TARGETS = 50;

/** An address that can be asked, and has no password in it. */
const isAddress = (text: string): boolean => {
  const url = URL.canParse(text) ? new URL(text) : null;
  return url !== null && ['http:', 'https:'].includes(url.protocol) && url.username === '' && url.password === '';
};

export const newTargetSchema = z.strictObject({
  url: z
    .string()
    .trim()
    .max(2000)
    .refine(isAddress, 'Give the whole address, like https://program.example/hook, without a password in it.'),
  events: z
    .array(z.enum(eventTypes))
    .min(1, 'Choose what it is told.')
    .max(eventTypes.length)
    .transform((asked) => eventTypes.filter((type) => asked.includes(type))),
});
export const againSchema = z.strictObject({ message: z.string().max(60) });

/** An address that is told something, as an owner sees it: never what messages are signed with. */
export interface TargetRow {
  readonly id: number;
  readonly url: string;
  readonly events: readonly EventType[];
  readonly isEnded: boolean;
  /** how many messages wait to be sent, or to be sent again */
  readonly waiting: number;
  /** how the newest message that has been sent ended; null before the first */
  readonly last: { readonly state: MessageState; readonly outcome: string; readonly at: number } | null;
}

/** All addresses there have been, the newest first. */
export async function listTargets({ database: { read } }: Services): Promise<TargetRow[]> {
  const rows = await read
    .select({
      target: webhookTargets,
      waiting: sql<number>`(select count(*) from webhook_messages as m where m.target_id = webhook_targets.id and m.state = 'waiting')`,
    })
    .from(webhookTargets)
    .orderBy(desc(webhookTargets.id));
  return Promise.all(
    rows.map(async ({ target: { id, url, events, endedAt }, waiting }) => {
      const sent = and(eq(webhookMessages.targetId, id), isNotNull(webhookMessages.outcome));
      const last = await read.query.webhookMessages.findFirst({
        where: sent,
        orderBy: desc(webhookMessages.createdAt),
      });
      return {
        id,
        url,
        events,
        isEnded: endedAt !== null,
        waiting,
        last: last ? { state: last.state, outcome: last.outcome ?? '', at: last.createdAt.getTime() } : null,
      };
    }),
  );
}

/** So many messages of one address are shown. */
const MOST_SHOWN = 50;

const messagesOf = (read: Services['database']['read'], target: number) =>
  read
    .select()
    .from(webhookMessages)
    .where(eq(webhookMessages.targetId, target))
    .orderBy(desc(webhookMessages.createdAt), desc(sql`rowid`))
    .limit(MOST_SHOWN);

/** A message, as an owner sees it. */
export interface MessageRow {
  readonly id: string;
  readonly type: string;
  readonly state: MessageState;
  readonly tries: number;
  readonly outcome: string | null;
  readonly made: number;
  /** when it is sent again; null where it is not */
  readonly next: number | null;
  readonly body: string;
}

/** The newest messages to an address. @throws Refusal 404 */
export async function listMessages({ database: { read } }: Services, target: number): Promise<MessageRow[]> {
  const known = await read.query.webhookTargets.findFirst({ where: eq(webhookTargets.id, target) });
  if (!known) notFound('such webhook');
  return (await messagesOf(read, target)).map((row) => ({
    id: row.id,
    type: row.type,
    state: row.state,
    tries: row.tries,
    outcome: row.outcome,
    made: row.createdAt.getTime(),
    next: row.state === 'waiting' ? row.nextAt.getTime() : null,
    body: row.body,
  }));
}

/** Begins to tell an address something. @returns what messages are signed with, which is told once */
export async function makeTarget(
  { database, now }: Services,
  { url, events }: z.infer<typeof newTargetSchema>,
): Promise<{ readonly id: number; readonly secret: string }> {
  const secret = newWebhookSecret();
  return database.write(async (transaction) => {
    if ((await transaction.$count(webhookTargets, isNull(webhookTargets.endedAt))) >= MOST_TARGETS)
      throw new Refusal(409, 'tooMany', `There are ${MOST_TARGETS} webhooks already. End one first.`);
    const at = now();
    const [row] = await transaction
      .insert(webhookTargets)
      .values({ url, secret, events, createdAt: at })
      .returning({ id: webhookTargets.id });
    if (!row) throw new Error('the webhook was not stored');
    await log(transaction, at, {
      what: 'made',
      kind: 'webhook',
      key: String(row.id),
      title: url,
      changes: [...events],
    });
    return { id: row.id, secret };
  });
}

/** Ends it at once: nothing that waits is sent any more. @throws Refusal 404 */
export async function endTarget({ database, now }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    const [row] = await transaction
      .update(webhookTargets)
      .set({ endedAt: now() })
      .where(and(eq(webhookTargets.id, id), isNull(webhookTargets.endedAt)))
      .returning({ url: webhookTargets.url });
    if (!row) return notFound('such webhook that is still told something');
    await transaction
      .update(webhookMessages)
      .set({ state: 'givenUp', outcome: 'ended' })
      .where(and(eq(webhookMessages.targetId, id), eq(webhookMessages.state, 'waiting')));
    await log(transaction, now(), { what: 'ended', kind: 'webhook', key: String(id), title: row.url });
  });
}

/** @throws Refusal 409 for one that has ended, 404 */
async function requireOpen({ database }: Services, id: number): Promise<void> {
  const known = await database.read.query.webhookTargets.findFirst({ where: eq(webhookTargets.id, id) });
  if (!known) return notFound('such webhook');
  if (known.endedAt !== null) throw new Refusal(409, 'ended', 'This webhook has ended. Make a new one.');
}

/** Sends a message that says nothing, to see whether somebody listens. @throws Refusal 404, 409 */
export async function sendTest(context: Services, id: number): Promise<void> {
  await requireOpen(context, id);
  await context.database.write((transaction) =>
    transaction.insert(webhookMessages).values(newMessage(id, context.now(), { type: TEST_TYPE, data: {} })),
  );
}

/** Sends a message once more, from the first wait on. @throws Refusal 404, 409 */
export async function sendAgain(context: Services, id: number, message: string): Promise<void> {
  await requireOpen(context, id);
  const sent = await context.database.write((transaction) =>
    transaction
      .update(webhookMessages)
      .set({ state: 'waiting', tries: 0, nextAt: context.now() })
      .where(and(eq(webhookMessages.id, message), eq(webhookMessages.targetId, id)))
      .returning({ id: webhookMessages.id }),
  );
  if (sent.length === 0) notFound('such message');
}

/** Takes away messages that nobody waits for any more. @returns how many */
export async function clearMessages({ database }: Services, before: Date): Promise<number> {
  const gone = await database.write((transaction) =>
    transaction
      .delete(webhookMessages)
      .where(
        sql`${webhookMessages.id} in (select id from webhook_messages where ${and(sql`state <> 'waiting'`, lt(webhookMessages.createdAt, before))} limit 500)`,
      )
      .returning({ id: webhookMessages.id }),
  );
  return gone.length;
}
