import { existsSync, readFileSync } from 'node:fs';
import { type Catalog } from '../core/catalog';
import { pathText, readCatalog } from '../core/exchange';
import { type Fault } from '../core/problems';
import { faultWords } from '../core/words';
import { Database, DEFAULT_DATABASE_URL } from '../data/database';

/** What a command reads and writes beside files. */
export interface Streams {
  /** all of the standard input */
  read(): string;
  write(text: string): void;
  /** where faults are told */
  complain(text: string): void;
}

/** Input that can't be used: one line per fault, exit status 2. */
export class BadInput extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}

/** Why a file can't be read, in words. */
export function whyUnreadable(error: unknown): string {
  const code = error instanceof Error && 'code' in error ? String(error.code) : 'unreadable';
  return code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'it is a folder' : code;
}

/** The text of a file, or of the standard input for `-`. @throws BadInput */
export function readText(io: Streams, file: string, what: string): string {
  try {
    return file === '-' ? io.read() : readFileSync(file, 'utf8');
  } catch (error) {
    throw new BadInput([`${file}: can’t read the ${what}: ${whyUnreadable(error)}`]);
  }
}

/** What is wrong with a file, and where in it. */
export function faultLine(file: string, { path, data }: Fault): string {
  return `${file}: ${pathText(path)}: ${faultWords(data)}`;
}

/** @throws BadInput */
export function openCatalog(io: Streams, file: string): Catalog {
  const reading = readCatalog(readText(io, file, 'catalog'));
  if (reading.faults) throw new BadInput(reading.faults.map((fault) => faultLine(file, fault)));
  return reading.catalog;
}

/**
 * Does something, and tells what is refused as input that can't be used.
 *
 * @param linesOf what to say of an error; null for what is no refusal
 */
export async function asBadInput<T>(
  linesOf: (error: unknown) => readonly string[] | null,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const lines = linesOf(error);
    throw lines ? new BadInput(lines) : error;
  }
}

/** Where the database is that was said, or else that of the environment. */
export const addressOf = (url: string | undefined): string =>
  url ?? process.env.OAK_KNOT_DATABASE_URL ?? DEFAULT_DATABASE_URL;

/**
 * Works with the database of `--database`, or else of the environment.
 *
 * @param mayBegin whether one is made where there is none
 * @param migrates whether it is brought to the newest form first
 * @throws BadInput where there is none, or it can't be opened
 */
export async function withDatabase<T>(
  command: string,
  url: string | undefined,
  work: (database: Database) => Promise<T>,
  { mayBegin = false, migrates = true }: { readonly mayBegin?: boolean; readonly migrates?: boolean } = {},
): Promise<T> {
  const address = addressOf(url);
  if (!mayBegin && address.startsWith('file:') && !existsSync(address.slice('file:'.length)))
    throw new BadInput([`oak ${command}: there is no database ${address}. Say which with --database file:PATH.`]);
  const database = await Database.open(address).catch((error: unknown) => {
    throw new BadInput([error instanceof Error ? error.message : String(error)]);
  });
  try {
    if (migrates) await database.migrate();
    return await work(database);
  } finally {
    database.close();
  }
}
