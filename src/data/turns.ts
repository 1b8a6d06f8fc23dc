import { and, eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { type Database } from './database';
import { ofProcess } from './of-process';
import { turns } from './schema';

/** How long a turn lasts without a word of its holder, and how often that says that it is at it, in milliseconds. */
const LASTS = 10_000;
const SAYS_EVERY = 3_000;

/** What this process calls itself towards others. */
const self = ofProcess('holderOfTurns', () => ({ name: randomUUID() }));

/** Clocks of machines differ; there is one database. */
const now = sql`cast(unixepoch('subsec') * 1000 as integer)`;

/** Takes a turn that nobody has, or goes on with one's own. @returns whether it is ours */
const take = (database: Database, of: string, holder: string): Promise<boolean> =>
  database.write(async (transaction) => {
    const taken = await transaction.all(sql`
      insert into turns ("of", holder, until) values (${of}, ${holder}, ${now} + ${LASTS})
      on conflict ("of") do update set holder = excluded.holder, until = excluded.until
      where holder = excluded.holder or until <= ${now} returning 1`);
    return taken.length > 0;
  });

const giveBack = (database: Database, of: string, holder: string) =>
  database.write((transaction) => transaction.delete(turns).where(and(eq(turns.of, of), eq(turns.holder, holder))));

/**
 * Does something that one process does at a time, of all that share the database. Where the one that was at it has
 * ended without a word, the next takes over after ten seconds: what is done must bear to be begun again.
 *
 * @param of what is done, as nothing else is called
 * @param work is given what says whether it still is our turn: asked between two pieces of work, and ended where not
 * @param holder who asks; this process, unless said
 * @returns whether it was our turn; where not, nothing was done
 */
export async function inTurn(
  database: Database,
  of: string,
  work: (isOurs: () => boolean) => Promise<void>,
  holder: string = self.name,
): Promise<boolean> {
  if (!(await take(database, of, holder))) return false;
  let isOurs = true;
  const saying = setInterval(() => {
    // Who can't say so just now may do so the next time, or has lost the turn by then.
    take(database, of, holder).then(
      (still) => (isOurs = still),
      () => undefined,
    );
  }, SAYS_EVERY);
  saying.unref();
  try {
    await work(() => isOurs);
  } finally {
    clearInterval(saying);
    // What can't be given back just now ends by itself, and is no reason for what was done to fail.
    await giveBack(database, of, holder).catch(() => undefined);
  }
  return true;
}
