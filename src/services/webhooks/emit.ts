import { isNull } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { inParts } from '../../core/in-parts';
import { type WebhookEvent } from '../../core/webhooks';
import { type Queries, ROWS_AT_ONCE } from '../../data/database';
import { webhookMessages, webhookTargets } from '../../data/schema';

/** A message with a name of its own, to be sent at once. */
export const newMessage = (targetId: number, at: Date, event: { readonly type: string; readonly data: unknown }) => ({
  id: `msg_${nanoid()}`,
  targetId,
  type: event.type,
  body: JSON.stringify({ type: event.type, timestamp: at.toISOString(), data: event.data }),
  state: 'waiting' as const,
  nextAt: at,
  createdAt: at,
});

/** Writes down what is to be told to whoever wants to know, in the caller's transaction. */
export async function emit(transaction: Queries, at: Date, ...events: readonly WebhookEvent[]): Promise<void> {
  if (events.length === 0) return;
  const targets = await transaction.select().from(webhookTargets).where(isNull(webhookTargets.endedAt));
  const messages = targets.flatMap(({ id, events: wanted }) =>
    events.filter(({ type }) => wanted.includes(type)).map((event) => newMessage(id, at, event)),
  );
  for (const some of inParts(messages, ROWS_AT_ONCE)) await transaction.insert(webhookMessages).values(some);
}
