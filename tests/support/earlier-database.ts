import { createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const MIGRATIONS = join('src', 'data', 'migrations');

interface Journal {
  readonly entries: readonly { readonly tag: string }[];
}

const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as Journal;

/** What the steps are called that have made the tables what they are, the first first. */
export const steps: readonly string[] = journal.entries.map(({ tag }) => tag);

/** Makes the tables of a database as they were after so many steps. */
export async function makeEarlier(file: string, count: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-steps-'));
  mkdirSync(join(folder, 'meta'));
  for (const tag of steps.slice(0, count)) copyFileSync(join(MIGRATIONS, `${tag}.sql`), join(folder, `${tag}.sql`));
  writeFileSync(
    join(folder, 'meta', '_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }),
  );
  const client = createClient({ url: `file:${file}` });
  await migrate(drizzle(client), { migrationsFolder: folder });
  client.close();
  rmSync(folder, { recursive: true });
}

type Row = Readonly<Record<string, string | number | bigint | ArrayBuffer | null>>;

const TABLES = `select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and name not like '\\_\\_%' escape '\\'`;

/** The rows of every table of a database, by the table. */
export async function rowsOf(file: string): Promise<Map<string, readonly Row[]>> {
  const client = createClient({ url: `file:${file}` });
  const found = new Map<string, readonly Row[]>();
  for (const { name } of (await client.execute(TABLES)).rows)
    found.set(String(name), (await client.execute(`select * from "${String(name)}"`)).rows as unknown as Row[]);
  client.close();
  return found;
}

/**
 * Puts rows into a database whose tables are of an earlier day, as far as there are such columns.
 *
 * @returns how many rows each table has got, those of tables that there are
 */
export async function fillEarlier(
  file: string,
  rows: ReadonlyMap<string, readonly Row[]>,
): Promise<Map<string, number>> {
  const client = createClient({ url: `file:${file}` });
  const filled = new Map<string, number>();
  const statements = ['PRAGMA foreign_keys = OFF'] as (string | { sql: string; args: Row[string][] })[];
  for (const { name } of (await client.execute(TABLES)).rows) {
    const table = String(name);
    const given = rows.get(table) ?? [];
    const columns = (await client.execute(`select * from pragma_table_info('${table}')`)).rows.map((column) => ({
      name: String(column.name),
      // What has to be said, and is said by nobody any more.
      mustBe: column.notnull === 1 && column.dflt_value === null,
    }));
    const [first] = given;
    if (!first) continue;
    const taken = columns.filter((column) => column.name in first || column.mustBe);
    const sql = `insert or ignore into "${table}" (${taken.map((column) => `"${column.name}"`).join(', ')}) values (${taken.map(() => '?').join(', ')})`;
    for (const row of given)
      statements.push({ sql, args: taken.map((column) => row[column.name] ?? (column.mustBe ? 0 : null)) });
    filled.set(table, given.length);
  }
  await client.migrate(statements);
  client.close();
  return filled;
}
