import { type Client, createClient, type InStatement, type Transaction } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import PQueue from 'p-queue';
import { askServer } from './away';
import { isUpToDate, keepAsItWas } from './before-migrating';
import { causesOf, isBusy, patiently } from './busy';
import { DataUnsound, localFile, requireStillThere, stamp } from './file';
import { ofProcess } from './of-process';
import { noteDone } from './once';
import { oneAtATime } from './one-at-a-time';
import { followChanges, keepReferences } from './references/keep';
import * as schema from './schema';

type Handle = LibSQLDatabase<typeof schema>;

/** What queries run on: the database itself, or a transaction in it. */
export type Queries = Pick<
  Handle,
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'query' | 'run' | 'all' | '$count'
>;

/**
 * How long a connection that reads waits for another process, in milliseconds: hardly ever, as what is written ahead
 * lets it go on.
 */
const BUSY_TIMEOUT = 5_000;
/** How long one that writes does; the whole process stands still meanwhile. */
const BUSY_WRITING = 50;
/** After which others may go on before it is tried again, in milliseconds. */
const BETWEEN_TRIES = 40;
/** So many connections has a client; and so many moments are read at once, further ones after them. */
const CONNECTIONS = 40;
const MOST_MOMENTS = 16;
/** How long a write waits in all for those of other processes, in milliseconds. */
const LONGEST_WAIT = 20_000;

/** So many rows are written or asked for at once: a statement takes only so many values. */
export const ROWS_AT_ONCE = 200;

/** So many definitions are looked through in one write, where it is not known yet what they refer to. */
const MOST_KEPT_AT_ONCE = 200;

/** What is open of a database. */
interface Opened {
  readonly client: Client;
  readonly handle: Handle;
  /** opens the connection that is written with */
  openWriter(): Client;
  /** the local file; null for a server */
  readonly file: string | null;
}

/** Others have been writing for longer than a write waits. Nothing has been changed. */
export class DatabaseBusy extends Error {
  override readonly name = 'DatabaseBusy';
  constructor() {
    super(`Others have been writing for ${LONGEST_WAIT / 1000} seconds.`);
  }
}

/** The same error, or that others have been writing for too long where it says so in SQLite's words. */
const saidBusy = (error: unknown): unknown => (isBusy(error) ? new DatabaseBusy() : error);

/** Where the data is kept unless `OAK_KNOT_DATABASE_URL` says otherwise. */
export const DEFAULT_DATABASE_URL = 'file:./data/oak-knot.db';

// Everything is run from the project's root; bundled code has no folder of its own beside the migrations.
const MIGRATIONS = resolve('src/data/migrations');

/** Handles that read one moment: what they have read once they need not read again. */
const stillHandles = ofProcess('stillHandles', () => new WeakSet<Queries>());

/** Whether all that a handle reads is of one moment. */
export const readsOneMoment = (queries: Queries): boolean => stillHandles.has(queries);

/** The open database that a handle reads; of one that writes nothing is known, as what it reads may be taken back. */
const homes = ofProcess('homes', () => new WeakMap<Queries, object>());

/**
 * Names the open database that a handle reads, to keep with it what never changes once it is written; undefined for a
 * handle that writes, as what it reads may yet be taken back.
 */
export const homeOf = (queries: Queries): object | undefined => homes.get(queries);

export class Database {
  private lastWrite: Promise<unknown> = Promise.resolve();
  /** who reads one moment holds a connection: there are so many, and a few are for all that reads in passing */
  private readonly moments = new PQueue({ concurrency: MOST_MOMENTS });
  private writer: Client | null = null;

  private constructor(
    private readonly opened: Opened,
    readonly read: Queries,
    /** whether all it reads is of one moment, so that it can't write */
    private readonly isStill = false,
  ) {
    homes.set(read, opened);
  }

  /**
   * Opens a database: a local file (`file:…`) or a libSQL server (`libsql://…`, `http://…`).
   *
   * @throws DataUnsound when a local file is not a sound database, or is gone although there was one; the message says
   *   which file, and what to do
   */
  static async open(url: string = process.env.OAK_KNOT_DATABASE_URL ?? DEFAULT_DATABASE_URL): Promise<Database> {
    const file = localFile(url);
    if (file) {
      mkdirSync(dirname(file), { recursive: true });
      requireStillThere(file);
    }
    let client: Client | undefined;
    const connect = (timeout: number) =>
      createClient({
        url,
        authToken: process.env.OAK_KNOT_DATABASE_TOKEN,
        timeout,
        concurrency: CONNECTIONS,
        ...(file === null && { fetch: askServer }),
      });
    try {
      client = connect(BUSY_TIMEOUT);
      if (file) {
        // Foreign keys are on by default in every connection of libSQL; a write-ahead log lets readers go on
        // while someone writes, and is a property of the file.
        await client.execute('PRAGMA journal_mode = WAL');
        await soundnessCheck(client);
      }
    } catch (error) {
      client?.close();
      if (!file) throw error;
      const reason = error instanceof Error ? error.message : String(error);
      throw new DataUnsound(
        `The database ${file} is damaged or not a database (${reason}). Put a backup in its place with: npm run -s oak -- restore FILE --replace`,
      );
    }
    const handle = drizzle(client, { schema });
    return new Database({ client, handle, openWriter: () => connect(BUSY_WRITING), file }, handle);
  }

  /** Where the local file is; null for a database on a server. */
  get file(): string | null {
    return this.opened.file;
  }

  /**
   * Brings the tables to the newest form; what there was before is kept beside a local file. Safe to call again, and
   * from several processes at once: one does it while the others wait.
   *
   * @param onWaiting said once, where another process is at it
   */
  async migrate(onWaiting: () => void = () => undefined): Promise<void> {
    const { file } = this.opened;
    if (file === null) await this.changeForm();
    else if (!(await isUpToDate(this, MIGRATIONS)))
      await oneAtATime(
        file,
        async () => {
          await keepAsItWas(this, file, MIGRATIONS);
          await this.changeForm();
        },
        onWaiting,
      );
    while (await this.hasDue())
      await this.inTransaction((transaction) => keepReferences(transaction, MOST_KEPT_AT_ONCE));
    if (file !== null) stamp(file);
  }

  private changeForm(): Promise<void> {
    return this.patiently(
      () => migrate(this.opened.handle, { migrationsFolder: MIGRATIONS }),
      (error) => isBusy(error) || isMadeAlready(error),
    );
  }

  /** Whether it is not known what some definition refers to: it was written before that was kept. */
  private async hasDue(): Promise<boolean> {
    return (await this.read.select().from(schema.catalogReferencesDue).limit(1)).length > 0;
  }

  /**
   * Runs one use case in one write transaction. A local file has one writer at a time and waiting for it would block
   * the process, so writes queue up here and each begins when the one before has ended. While another process writes,
   * it is tried again and again.
   *
   * @throws DatabaseBusy where others write for too long
   */
  async write<T>(work: (transaction: Queries) => Promise<T>): Promise<T> {
    const { result, isDone } = await this.inTransaction(async (transaction) => {
      const done = await noteDone(transaction);
      const result = await work(transaction);
      await followChanges(transaction);
      return { result, isDone: done };
    });
    // Only what has been committed is done.
    isDone?.();
    return result;
  }

  private inTransaction<T>(work: (transaction: Queries) => Promise<T>): Promise<T> {
    if (this.isStill) return Promise.reject(new Error('what reads at one moment can’t write'));
    const run = this.lastWrite.then(async () => {
      const transaction = await this.patiently(() => this.begin());
      try {
        const result = await writing.run(true, () =>
          work(drizzle(clientOf(transaction, this.opened.client), { schema })),
        );
        await transaction.commit();
        return result;
      } catch (error) {
        // A server is asked to begin with the first statement, and lets nobody in for long while others write.
        throw saidBusy(error);
      } finally {
        // What was not committed is rolled back.
        transaction.close();
      }
    });
    this.lastWrite = run.catch(() => undefined);
    return run;
  }

  /** Begins to write. A connection on which that has failed may go on seeing what was there before: it is ended. */
  private async begin(): Promise<Transaction> {
    this.writer ??= this.opened.openWriter();
    try {
      return await this.writer.transaction('write');
    } catch (error) {
      this.writer.close();
      this.writer = null;
      throw error;
    }
  }

  /** Tries something again as long as others write, up to {@link LONGEST_WAIT}. */
  private async patiently<T>(work: () => Promise<T>, isPassing = isBusy): Promise<T> {
    try {
      return await patiently(work, { between: BETWEEN_TRIES, longest: LONGEST_WAIT, isPassing });
    } catch (error) {
      throw saidBusy(error);
    }
  }

  /**
   * Runs reads that belong together in one read transaction: all of them see the database as it is at one moment,
   * whatever is written meanwhile, here or by another process.
   */
  async atOneMoment<T>(work: (still: Database) => Promise<T>): Promise<T> {
    if (this.isStill) return work(this);
    // What looks at another moment from within one would wait for itself.
    return reading.getStore() === true
      ? this.momentOf(work)
      : this.moments.add(() => reading.run(true, () => this.momentOf(work)));
  }

  private async momentOf<T>(work: (still: Database) => Promise<T>): Promise<T> {
    const transaction = await this.opened.client.transaction('deferred');
    try {
      const still = drizzle(clientOf(transaction, this.opened.client), { schema });
      stillHandles.add(still);
      return await work(new Database(this.opened, still, true));
    } finally {
      // Nothing was written: to end it is enough.
      transaction.close();
    }
  }

  close(): void {
    this.writer?.close();
    this.opened.client.close();
  }
}

const writing = ofProcess('writing', () => new AsyncLocalStorage<true>());
const reading = ofProcess('reading', () => new AsyncLocalStorage<true>());

/** Whether a write transaction is open here: whoever holds it keeps all others from writing, and waits for nothing. */
export const isWriting = (): boolean => writing.getStore() === true;

/** Whether another process has just made the tables that were to be made here. */
const isMadeAlready = (error: unknown): boolean =>
  [...causesOf(error)].some(({ message }) => /already exists/i.test(message));

/** A client whose every statement runs in one transaction. */
function clientOf(transaction: Transaction, client: Client): Client {
  const refuse = () => Promise.reject(new Error('a read of one moment does nothing but read'));
  return {
    execute: (statement: InStatement | string) => transaction.execute(statement),
    batch: (statements) =>
      transaction.batch(
        statements.map((statement) =>
          Array.isArray(statement) ? { sql: statement[0], args: statement[1] } : statement,
        ),
      ),
    migrate: refuse,
    transaction: refuse,
    executeMultiple: refuse,
    sync: refuse,
    reconnect: () => undefined,
    close: () => undefined,
    closed: false,
    protocol: client.protocol,
  };
}

async function soundnessCheck(client: Client): Promise<void> {
  const { rows } = await client.execute('PRAGMA quick_check(1)');
  const answer = String(rows[0]?.quick_check ?? 'no answer');
  if (answer !== 'ok') throw new Error(answer);
}
