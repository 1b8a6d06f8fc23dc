import { z } from 'zod';

// What is said between a client and a database server, by the Hrana specification, version 3, over HTTP and as JSON
// (https://github.com/tursodatabase/libsql/blob/main/docs/HRANA_3_SPEC.md, from memory and from what the client library
// sends and reads).

const value = z.discriminatedUnion('type', [
  z.object({ type: z.literal('null') }),
  z.object({ type: z.literal('integer'), value: z.string().regex(/^-?\d{1,19}$/) }),
  z.object({ type: z.literal('float'), value: z.number() }),
  z.object({ type: z.literal('text'), value: z.string() }),
  z.object({ type: z.literal('blob'), base64: z.base64() }),
]);

/** A text of SQL, said or stored under a number beforehand. */
const text = { sql: z.string().optional(), sql_id: z.int().optional() };

const statement = z.object({
  ...text,
  args: z.array(value).default([]),
  named_args: z.array(z.object({ name: z.string(), value })).default([]),
  want_rows: z.boolean().default(true),
});

/** When a step of a batch is taken: by how earlier ones ended. */
export type Condition =
  | { readonly type: 'ok' | 'error'; readonly step: number }
  | { readonly type: 'not'; readonly cond: Condition }
  | { readonly type: 'and' | 'or'; readonly conds: readonly Condition[] }
  | { readonly type: 'is_autocommit' };

const condition: z.ZodType<Condition> = z.lazy(() =>
  z.discriminatedUnion('type', [
    z.object({ type: z.enum(['ok', 'error']), step: z.int().nonnegative() }),
    z.object({ type: z.literal('not'), cond: condition }),
    z.object({ type: z.enum(['and', 'or']), conds: z.array(condition) }),
    z.object({ type: z.literal('is_autocommit') }),
  ]),
);

const batch = z.object({ steps: z.array(z.object({ condition: condition.nullish(), stmt: statement })) });

const request = z.discriminatedUnion('type', [
  z.object({ type: z.literal('close') }),
  z.object({ type: z.literal('execute'), stmt: statement }),
  z.object({ type: z.literal('batch'), batch }),
  z.object({ type: z.literal('sequence'), ...text }),
  z.object({ type: z.literal('store_sql'), sql_id: z.int(), sql: z.string() }),
  z.object({ type: z.literal('close_sql'), sql_id: z.int() }),
  z.object({ type: z.literal('get_autocommit') }),
]);

/** What a stream is asked, several things at once. */
export const pipelineSchema = z.object({ baton: z.string().nullish(), requests: z.array(request) });

/** A batch whose rows are told one by one. */
export const cursorSchema = z.object({ baton: z.string().nullish(), batch });

export type Value = z.infer<typeof value>;
export type Statement = z.infer<typeof statement>;
export type Batch = z.infer<typeof batch>;
export type StreamRequest = z.infer<typeof request>;

/** What a statement has found and done. */
export interface StatementResult {
  readonly cols: readonly { readonly name: string; readonly decltype: string | null }[];
  readonly rows: readonly (readonly Value[])[];
  readonly affected_row_count: number;
  readonly last_insert_rowid: string | null;
}

/** Why a statement was not run; the code is SQLite's. */
export interface Fault {
  readonly message: string;
  readonly code: string | null;
}

/** How the steps of a batch ended, one entry a step; null where it was not taken, or ended otherwise. */
export interface BatchResult {
  readonly step_results: readonly (StatementResult | null)[];
  readonly step_errors: readonly (Fault | null)[];
}
