import { sql } from 'drizzle-orm';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { copyWhole } from './backup';
import { type Database } from './database';
import { DataUnsound } from './file';

/** What was there before the tables changed their form is kept of so many times. */
const MOST_KEPT = 3;

/** What lies beside a database from before its tables changed their form. */
const keptOf = (file: string): string => `${basename(file)}.before-`;

/** Whether the tables of a database have the newest form. */
export async function isUpToDate(database: Pick<Database, 'read'>, migrations: string): Promise<boolean> {
  const last = await lastStep(database);
  return last !== null && lastWritten(migrations) <= last;
}

/**
 * Copies a database beside itself before its tables change their form, so that there is a way back to the version that
 * made it; those of long ago are cleared away. Does nothing where nothing changes, or nothing is there yet.
 *
 * @param migrations the folder of the steps that change the tables
 * @throws DataUnsound where it can't be copied: nothing is changed then
 */
export async function keepAsItWas(database: Pick<Database, 'read'>, file: string, migrations: string): Promise<void> {
  const last = await lastStep(database);
  if (last === null || lastWritten(migrations) <= last) return;
  const folder = dirname(file);
  try {
    await copyWhole(database, join(folder, `${keptOf(file)}${new Date().toISOString().replace(/[:.]/g, '-')}`));
  } catch (error) {
    throw new DataUnsound(
      `The tables of ${file} are to change their form, and what is there could not be copied first: ${error instanceof Error ? error.message : String(error)} Nothing was changed. Make room beside it, then start again.`,
    );
  }
  const kept = readdirSync(folder)
    .filter((name) => name.startsWith(keptOf(file)) && !name.endsWith('.part'))
    .sort();
  for (const name of kept.slice(0, -MOST_KEPT)) rmSync(join(folder, name));
}

/** When the last step was written that there is, in milliseconds: the journal alone says it, at every start. */
function lastWritten(migrations: string): number {
  const { entries } = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: readonly { when: number }[];
  };
  return Math.max(...entries.map(({ when }) => when));
}

/** When the last step was written that has been taken, in milliseconds; null where none has. */
async function lastStep({ read }: Pick<Database, 'read'>): Promise<number | null> {
  const tables = await read.all<{ n: number }>(
    sql`select count(*) as n from sqlite_master where name = '__drizzle_migrations'`,
  );
  if ((tables[0]?.n ?? 0) === 0) return null;
  const [row] = await read.all<{ last: number | null }>(sql`select max(created_at) as last from __drizzle_migrations`);
  return row?.last ?? null;
}
