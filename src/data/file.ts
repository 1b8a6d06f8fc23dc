import { existsSync, statSync, writeFileSync } from 'node:fs';
import { basename, resolve } from 'node:path';

/**
 * The data can't be read: it is damaged, or it was here and is not any more. The message says which file, and what to
 * do.
 */
export class DataUnsound extends Error {
  override readonly name = 'DataUnsound';
}

/** Where the file of a database is; null for one on a server. */
export function localFile(url: string): string | null {
  return url.startsWith('file:') ? resolve(url.slice('file:'.length)) : null;
}

/**
 * Beside a database: says that there is one, so that nobody is greeted with an empty shop where there was a full one.
 */
export const stampOf = (file: string): string => `${file}.stamp`;

export function stamp(file: string): void {
  if (!existsSync(stampOf(file)))
    writeFileSync(stampOf(file), `There is a database here since ${new Date().toISOString()}: ${basename(file)}\n`);
}

/** @throws DataUnsound where a stamp says that there was a database, and none is there */
export function requireStillThere(file: string): void {
  if (!existsSync(stampOf(file)) || (existsSync(file) && statSync(file).size > 0)) return;
  throw new DataUnsound(
    `The database ${file} is ${existsSync(file) ? 'empty' : 'gone'}, and there was one: ${basename(stampOf(file))} beside it says so. Put a backup in its place with: npm run -s oak -- restore FILE`,
  );
}
