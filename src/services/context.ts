import { randomBytes } from 'node:crypto';
import { type Database } from '../data/database';

/** What every use case works with; tests bring their own clock. */
export interface Services {
  readonly database: Database;
  now(): Date;
  /** whether whoever reads lists waits until they are up to date, as tests do; absent for no */
  readonly waitsForCards?: boolean;
}

/** Runs reads that belong together on one state of the database, whatever is written meanwhile. */
export function atOneMoment<T>(context: Services, work: (still: Services) => Promise<T>): Promise<T> {
  return context.database.atOneMoment((database) => work({ ...context, database }));
}

/** An unguessable name for a basket or an order, safe in an address. */
export function newToken(): string {
  return randomBytes(18).toString('base64url');
}
