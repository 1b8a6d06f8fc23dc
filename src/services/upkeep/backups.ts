import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { dayAt, type Keeping, keptDays } from '../../core/calendar';
import { DEFAULT_DATABASE_URL } from '../../data/database';
import { inTurn } from '../../data/turns';
import { readShop } from '../catalog/surroundings';
import { type Services } from '../context';
import { nowAndAgain } from './now-and-again';

/** A week day by day, a month of weeks, a year of months. */
const KEEPING: Keeping = { days: 7, weeks: 4, months: 12 };

/** When it is looked whether there is one of today. */
const TIMES = { firstAfter: 60_000, every: 15 * 60_000 };

/** What a backup of a day is called. */
export const backupName = (day: string): string => `oak-knot-${day}.db`;

const NAME = /^oak-knot-(\d{4}-\d\d-\d\d)\.db$/;

/** Makes a backup of a shop in a file. @throws Error where it can't be made */
export type MakeBackup = (file: string) => Promise<void>;

/**
 * Makes the backup of a day in a folder unless it is there, and clears away what is no longer kept. Only files that it
 * has named itself are cleared away.
 *
 * @param day as YYYY-MM-DD
 * @returns whether one was made
 */
export async function backUpDay(folder: string, day: string, make: MakeBackup): Promise<boolean> {
  const file = join(folder, backupName(day));
  if (existsSync(file)) return false;
  mkdirSync(folder, { recursive: true });
  await make(file);
  const days = readdirSync(folder).flatMap((name) => NAME.exec(name)?.[1] ?? []);
  const kept = new Set(keptDays(days, KEEPING));
  for (const one of days) if (!kept.has(one)) rmSync(join(folder, backupName(one)));
  return true;
}

/** Lets the command line make it in a process of its own, so that nobody waits for it. */
const byCommand =
  (url: string): MakeBackup =>
  (file) =>
    new Promise((resolve, reject) => {
      const command = ['node_modules/tsx/dist/cli.mjs', 'src/cli/oak.ts', 'backup', file, '--database', url];
      const child = spawn(process.execPath, command, { stdio: ['ignore', 'ignore', 'pipe'] });
      let said = '';
      child.stderr.on('data', (chunk) => (said += String(chunk)));
      child.on('error', reject);
      child.on('exit', (status) =>
        status === 0 ? resolve() : reject(new Error(said.trim() || `the backup ended with ${status ?? 'a signal'}`)),
      );
    });

/**
 * Makes a backup a day, by the shop's time zone, in the folder that `OAK_KNOT_BACKUPS` names, as long as the process
 * lives; none where it names none. What goes wrong stands in the log of the process and is tried again.
 */
export function keepBackups(context: Services): void {
  const folder = process.env.OAK_KNOT_BACKUPS?.trim() ?? '';
  if (folder === '') return;
  const make = byCommand(process.env.OAK_KNOT_DATABASE_URL ?? DEFAULT_DATABASE_URL);
  nowAndAgain(TIMES, 'No backup was made', async () => {
    const { timeZone } = await readShop(context.database.read);
    await inTurn(context.database, 'backups', async () => {
      await backUpDay(folder, dayAt(context.now(), timeZone), make);
    });
  });
}
