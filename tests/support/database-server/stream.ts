import Sqlite from 'libsql';
import { isBusy, patiently } from '../../../src/data/busy';
import type {
  Batch,
  BatchResult,
  Condition,
  Fault,
  Statement,
  StatementResult,
  StreamRequest,
  Value,
} from './protocol';

/** How long a statement waits for whoever writes, in milliseconds; and after which it is tried again. */
const LONGEST_WAIT = 10_000;
const BETWEEN_TRIES = 2;

/** What SQLite takes or gives. */
type Plain = null | number | bigint | string | Uint8Array;

/** A request that is none: the stream can't go on. */
export class NoSuchText extends Error {}

function plain(value: Value): Plain {
  switch (value.type) {
    case 'null':
      return null;
    case 'integer':
      return BigInt(value.value);
    case 'float':
    case 'text':
      return value.value;
    case 'blob':
      return Buffer.from(value.base64, 'base64');
  }
}

function said(value: Plain): Value {
  if (value === null) return { type: 'null' };
  if (typeof value === 'bigint') return { type: 'integer', value: String(value) };
  if (typeof value === 'number') return { type: 'float', value };
  if (typeof value === 'string') return { type: 'text', value };
  return { type: 'blob', base64: Buffer.from(value).toString('base64') };
}

export const faultOf = (error: unknown): Fault => ({
  message: error instanceof Error ? error.message : String(error),
  code: error instanceof Error && 'code' in error ? String(error.code) : null,
});

/** One connection to the database, as a client holds it over several requests. */
export class SqlStream {
  private database: Sqlite.Database;
  private readonly texts = new Map<number, string>();

  constructor(private readonly file: string) {
    this.database = this.connect();
  }

  private connect(): Sqlite.Database {
    return new Sqlite(this.file, { timeout: 0 });
  }

  /** Ends it; what was begun and not committed is taken back. */
  close(): void {
    // As long as a statement of it has not been cleared away, a closed connection would go on keeping others out.
    if (this.database.inTransaction) this.database.exec('ROLLBACK');
    this.database.close();
  }

  /** @returns what the specification calls the response @throws what SQLite refuses */
  async answer(request: StreamRequest): Promise<object> {
    switch (request.type) {
      case 'execute':
        return { type: 'execute', result: await this.run(request.stmt) };
      case 'batch':
        return { type: 'batch', result: await this.runAll(request.batch) };
      case 'sequence':
        await this.patiently(() => this.database.exec(this.textOf(request)));
        return { type: 'sequence' };
      case 'store_sql':
        this.texts.set(request.sql_id, request.sql);
        return { type: 'store_sql' };
      case 'close_sql':
        this.texts.delete(request.sql_id);
        return { type: 'close_sql' };
      case 'get_autocommit':
        return { type: 'get_autocommit', is_autocommit: !this.database.inTransaction };
      case 'close':
        return { type: 'close' };
    }
  }

  /** Runs the steps of a batch whose conditions hold, in their order. */
  async runAll({ steps }: Batch): Promise<BatchResult> {
    const results: (StatementResult | null)[] = [];
    const errors: (Fault | null)[] = [];
    for (const [index, step] of steps.entries()) {
      const holds = (condition: Condition): boolean => {
        switch (condition.type) {
          case 'ok':
            return Boolean(results[condition.step]);
          case 'error':
            return Boolean(errors[condition.step]);
          case 'not':
            return !holds(condition.cond);
          case 'and':
            return condition.conds.every(holds);
          case 'or':
            return condition.conds.some(holds);
          case 'is_autocommit':
            return !this.database.inTransaction;
        }
      };
      const isTaken = !step.condition || holds(step.condition);
      const ended = isTaken ? await this.run(step.stmt).catch((error: unknown) => faultOf(error)) : null;
      const isFault = ended !== null && 'message' in ended;
      results[index] = isFault ? null : ended;
      errors[index] = isFault ? ended : null;
    }
    return { step_results: results, step_errors: errors };
  }

  private textOf({ sql, sql_id }: { readonly sql?: string; readonly sql_id?: number }): string {
    const text = sql ?? (sql_id === undefined ? undefined : this.texts.get(sql_id));
    if (text === undefined) throw new NoSuchText(`no text of SQL is stored as ${sql_id}`);
    return text;
  }

  private run(asked: Statement): Promise<StatementResult> {
    const text = this.textOf(asked);
    return this.patiently(() => {
      const statement = this.database.prepare(text).safeIntegers(true);
      const named = asked.named_args.map(({ name, value }) => [name.replace(/^[:@$]/, ''), plain(value)]);
      const given: unknown = named.length > 0 ? Object.fromEntries(named) : asked.args.map(plain);
      const before = this.changes();
      const isReading = statement.reader;
      const cols = isReading ? statement.columns().map(({ name, type }) => ({ name, decltype: type })) : [];
      const rows = isReading ? (statement.raw(true).all(given) as Plain[][]) : [];
      if (!isReading) statement.run(given);
      const after = this.changes();
      return {
        cols,
        rows: asked.want_rows ? rows.map((row) => row.map(said)) : [],
        affected_row_count: after.total === before.total ? 0 : after.last,
        last_insert_rowid: after.rowid,
      };
    });
  }

  private changes(): { readonly last: number; readonly total: number; readonly rowid: string } {
    // A single row would leave the statement open, and nothing could be committed.
    const rows = this.database.prepare('select changes(), total_changes(), last_insert_rowid()').raw(true).all();
    const [[last, total, rowid]] = rows as [[number, number, number]];
    return { last, total, rowid: String(rowid) };
  }

  /** Others that write are waited for, and let go on meanwhile; within a transaction that would wait for itself. */
  private patiently<T>(work: () => T): Promise<T> {
    const isPassing = (error: unknown) => isBusy(error) && !this.database.inTransaction;
    const attempt = () =>
      Promise.resolve()
        .then(work)
        .catch((error: unknown) => {
          if (isPassing(error)) this.reconnect();
          throw error;
        });
    return patiently(attempt, { between: BETWEEN_TRIES, longest: LONGEST_WAIT, isPassing });
  }

  /** What has been refused stays begun until it is cleared away, and nothing could be committed beside it. */
  private reconnect(): void {
    this.database.close();
    this.database = this.connect();
  }
}
