import { randomBytes } from 'node:crypto';
import { Database } from '../data/database';
import { keepFreeing } from './overdue';

/** What every use case works with; tests bring their own clock. */
export interface Services {
  readonly database: Database;
  now(): Date;
}

/** An unguessable name for a basket or an order, safe in an address. */
export function newToken(): string {
  return randomBytes(18).toString('base64url');
}

const holder = globalThis as { oakKnotServices?: Promise<Services> };

/** The services of this process, opened once: bundles of one server share them through the global object. */
export function services(): Promise<Services> {
  holder.oakKnotServices ??= open().catch((error: unknown) => {
    delete holder.oakKnotServices;
    throw error;
  });
  return holder.oakKnotServices;
}

async function open(): Promise<Services> {
  const database = await Database.open();
  await database.migrate();
  const context: Services = { database, now: () => new Date() };
  await keepFreeing(context);
  return context;
}
