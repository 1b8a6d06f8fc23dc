import { AsyncLocalStorage } from 'node:async_hooks';
import { type LogEntry, type Who } from '../core/people';
import { sortKey } from '../core/text';
import { type Queries } from './database';
import { ofProcess } from './of-process';
import { logEntries } from './schema';

const acting = ofProcess('acting', () => new AsyncLocalStorage<Who>());

/** Does something as somebody: what is written meanwhile carries who it was. */
export const actingAs = <T>(who: Who, work: () => T): T => acting.run(who, work);

/** Who does what is being done; undefined for customers, and for what happens by itself. */
export const whoActs = (): Who | undefined => acting.getStore();

/** Goes on later as whoever acts now. */
export const asNow = (): (<T>(work: () => T) => T) => AsyncLocalStorage.snapshot();

/** The entry that a write transaction has made first. */
const written = ofProcess('written', () => new WeakMap<Queries, number>());

/**
 * Writes into the log what is done in a transaction, with who does it. Customers, and what happens by itself, leave no
 * entry.
 *
 * @returns the number of the entry; null where there is none
 */
export async function log(transaction: Queries, at: Date, entry: LogEntry): Promise<number | null> {
  const who = whoActs();
  if (!who) return null;
  const { what, kind, key = null, title, count = 1, changes = [] } = entry;
  const [row] = await transaction
    .insert(logEntries)
    .values({
      at,
      whoKind: who.kind,
      whoId: who.id,
      whoName: who.name,
      what,
      aboutKind: kind,
      aboutKey: key,
      aboutTitle: title,
      count,
      changes,
      words: sortKey([who.name, title, key ?? '', ...changes].join(' ')),
    })
    .returning({ id: logEntries.id });
  if (!row) throw new Error('an entry of the log was not written');
  if (!written.has(transaction)) written.set(transaction, row.id);
  return row.id;
}

/** Says that a transaction goes on with what an entry tells of, so that its parts need none of their own. */
export const belongsTo = (transaction: Queries, entry: number): void => void written.set(transaction, entry);

/**
 * The entry that rows of a transaction were written with: what it is about, where it has said so, else one that is
 * made for them. For customers, who move most of the stock, none is even put together.
 *
 * @returns null for what customers do, and for what happens by itself
 */
export const loggedIn = async (transaction: Queries, at: Date, otherwise: () => LogEntry): Promise<number | null> =>
  whoActs() ? (written.get(transaction) ?? log(transaction, at, otherwise())) : null;
