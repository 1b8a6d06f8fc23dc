import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { instant } from './columns';

/**
 * Requests that have written something, by the name that whoever sent them gave them: sent again, one of them does
 * nothing again. Written with what it does; its answer comes after it.
 */
export const doneRequests = sqliteTable(
  'done_requests',
  {
    /** who sent it: a program or a person, by kind and number */
    sender: text('sender').notNull(),
    /** what they call it */
    name: text('name').notNull(),
    /** what was asked, to tell another request of the same name */
    fingerprint: text('fingerprint').notNull(),
    /** null while it has not been answered, and where its answer was lost or is not kept */
    status: integer('status'),
    /** JSON */
    answer: text('answer'),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.sender, table.name] }), index('done_requests_at').on(table.at)],
);

/**
 * Which process has its turn at what is done by itself, by what that is: one at a time, on however many machines. Who
 * does not say for a while that it still is at it has ended, and another takes over.
 */
export const turns = sqliteTable('turns', {
  /** what is done */
  of: text('of').primaryKey(),
  /** a name that the process has given itself */
  holder: text('holder').notNull(),
  /** in milliseconds since 1970, by the clock of the database */
  until: integer('until').notNull(),
});
