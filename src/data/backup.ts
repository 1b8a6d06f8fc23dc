import { type Client, createClient } from '@libsql/client';
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { type Database } from './database';
import { localFile, stamp } from './file';

/** What is in a backup, so that people know which one it is. */
export interface BackupFacts {
  readonly products: number;
  readonly orders: number;
  readonly movements: number;
  readonly pictures: number;
}

/** A backup can't be made, or not be put back; the message says why and what to do. */
export class BackupRefused extends Error {
  override readonly name = 'BackupRefused';
}

/**
 * Copies the whole database as it is at one moment into a file, while others read and write, and looks whether the copy
 * is sound. The file is there only once it is whole.
 *
 * @throws BackupRefused where the file is there already, or can't be written
 */
export async function backUp(database: Pick<Database, 'read'>, to: string): Promise<BackupFacts> {
  return copied(database, to, factsOf);
}

/** The same of a database in whatever form its tables are. */
export async function copyWhole(database: Pick<Database, 'read'>, to: string): Promise<void> {
  await copied(database, to, (half) => looking(half, requireSound));
}

/** @param looked looks the copy through before it has its name */
async function copied<T>(
  { read }: Pick<Database, 'read'>,
  to: string,
  looked: (half: string) => Promise<T>,
): Promise<T> {
  const file = resolve(to);
  if (existsSync(file))
    throw new BackupRefused(`${to} is there already. Choose another name: no backup is overwritten.`);
  const half = `${file}.part`;
  try {
    mkdirSync(dirname(file), { recursive: true });
    rmSync(half, { force: true });
    await read.run(sql`vacuum into ${half}`);
    const found = await looked(half);
    renameSync(half, file);
    return found;
  } catch (error) {
    if (existsSync(half)) rmSync(half);
    if (error instanceof BackupRefused) throw error;
    throw new BackupRefused(`${to} can’t be written (${whyOf(error)}). Nothing is left of it.`);
  }
}

const whyOf = (error: unknown): string => {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error;
  return cause instanceof Error ? cause.message : String(cause);
};

/** What a file has in it, all of it looked through. @throws BackupRefused where it is no sound database of a shop */
export function factsOf(file: string): Promise<BackupFacts> {
  return looking(file, async (client) => {
    await requireSound(client);
    const count = async (table: string) =>
      Number((await client.execute(`select count(*) as n from ${table}`)).rows[0]?.n);
    return {
      products: await count('products'),
      orders: await count('orders'),
      movements: await count('stock_movements'),
      pictures: await count('media'),
    };
  });
}

async function requireSound(client: Client): Promise<void> {
  const { rows } = await client.execute('pragma integrity_check(1)');
  const answer = String(rows[0]?.integrity_check ?? 'no answer');
  if (answer !== 'ok') throw new Error(answer);
}

/** @throws BackupRefused for what can't be looked at */
async function looking<T>(file: string, work: (client: Client) => Promise<T>): Promise<T> {
  if (!existsSync(file) || statSync(file).size === 0) throw new BackupRefused(`There is no backup ${file}.`);
  const client = createClient({ url: `file:${resolve(file)}` });
  try {
    return await work(client);
  } catch (error) {
    throw new BackupRefused(`${file} is no sound backup of a shop (${whyOf(error)}).`);
  } finally {
    client.close();
  }
}

/** What lies beside a database file while it is open. */
const BESIDE = ['', '-wal', '-shm'];

/**
 * Puts a backup in the place of a database. What is there is never deleted: it is put aside under another name.
 *
 * @param replace whether what is there may be put aside
 * @returns what is in it, and where what was there lies now; null where nothing was
 * @throws BackupRefused for a backup that is not sound, a database on a server, or one that is there
 */
export async function restore(
  from: string,
  url: string,
  { replace, at }: { readonly replace: boolean; readonly at: Date },
): Promise<{ readonly facts: BackupFacts; readonly aside: string | null }> {
  const file = localFile(url);
  if (!file) throw new BackupRefused(`${url} is on a server: use what that has for backups.`);
  const facts = await factsOf(from);
  const isThere = existsSync(file) && statSync(file).size > 0;
  if (isThere && !replace)
    throw new BackupRefused(
      `There is a database ${file}. Stop the shop, then say --replace: the database is put aside, and not deleted.`,
    );
  mkdirSync(dirname(file), { recursive: true });
  // It is whole before it has the name under which it is opened.
  const half = `${file}.part`;
  copyFileSync(resolve(from), half);
  const aside = isThere ? `${file}.replaced-${at.toISOString().replace(/[:.]/g, '-')}` : null;
  for (const part of BESIDE)
    if (existsSync(file + part)) {
      if (aside) renameSync(file + part, aside + part);
      else rmSync(file + part);
    }
  renameSync(half, file);
  stamp(file);
  return { facts, aside };
}
