import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { type EventType } from '../../core/webhooks';
import { id, instant } from './columns';

/** Whom other programs' addresses are told what. A row stays when it ends, as its messages name it. */
export const webhookTargets = sqliteTable('webhook_targets', {
  id: id(),
  url: text('url').notNull(),
  /** what messages to it are signed with */
  secret: text('secret').notNull(),
  events: text('events', { mode: 'json' }).$type<readonly EventType[]>().notNull(),
  createdAt: instant('created_at').notNull(),
  /** since when nothing is sent to it any more; null while it is */
  endedAt: instant('ended_at'),
});

/** How far a message has come. */
export type MessageState = 'waiting' | 'taken' | 'givenUp';

/** What is sent to them: written with what it tells, so that nothing is told that did not happen, and nothing lost. */
export const webhookMessages = sqliteTable(
  'webhook_messages',
  {
    /** what the receiver knows it by, however often it is sent */
    id: text('id').primaryKey(),
    targetId: integer('target_id')
      .notNull()
      .references(() => webhookTargets.id),
    type: text('type').notNull(),
    /** JSON, as it is sent */
    body: text('body').notNull(),
    state: text('state').$type<MessageState>().notNull(),
    tries: integer('tries').notNull().default(0),
    /** when it is sent next; while somebody sends it, when another may try */
    nextAt: instant('next_at').notNull(),
    /** how it ended the last time; null before the first */
    outcome: text('outcome'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    index('webhook_messages_due').on(table.state, table.nextAt),
    index('webhook_messages_target').on(table.targetId, table.createdAt),
  ],
);
