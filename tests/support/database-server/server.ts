import Sqlite from 'libsql';
import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { ZodError, type z } from 'zod';
import { cursorSchema, pipelineSchema } from './protocol';
import { faultOf, NoSuchText, SqlStream } from './stream';

/** After so long without a word a stream is ended, in milliseconds: who had it has died, and keeps others waiting. */
const FORGOTTEN_AFTER = 2_000;

/** A database server on this machine, in the place of one that could be anywhere. */
export interface DatabaseServer {
  readonly url: string;
  /** how often it has been asked something, since it was started */
  readonly requests: number;
  /** how many streams are open */
  readonly streams: number;
  close(): Promise<void>;
}

/** A request that is refused as a whole. */
class Refused extends Error {}

interface Open {
  readonly stream: SqlStream;
  end: NodeJS.Timeout;
}

/**
 * Serves a local file as a libSQL server does: pipelines and cursors of Hrana over HTTP, as JSON.
 *
 * @param port any that is free, unless said
 * @param distance how long each answer is on its way, in milliseconds
 */
export async function serveDatabase(file: string, port = 0, distance = 0): Promise<DatabaseServer> {
  const first = new Sqlite(file);
  first.exec('PRAGMA journal_mode = WAL');
  first.close();

  let requests = 0;
  /** streams between two requests, by the baton that goes on with them: a baton is good once */
  const waiting = new Map<string, Open>();

  const take = (baton: string | null | undefined): SqlStream => {
    if (baton === null || baton === undefined) return new SqlStream(file);
    const open = waiting.get(baton);
    if (!open) throw new Refused('the stream has been ended, or another request goes on with it');
    waiting.delete(baton);
    clearTimeout(open.end);
    return open.stream;
  };
  const keep = (stream: SqlStream): string => {
    const baton = randomUUID();
    const forget = () => {
      waiting.delete(baton);
      stream.close();
    };
    waiting.set(baton, { stream, end: setTimeout(forget, FORGOTTEN_AFTER).unref() });
    return baton;
  };

  /** Does something with a stream. What can't be read by the protocol ends it. */
  async function withStream<T>(baton: string | null | undefined, work: (stream: SqlStream) => Promise<T>): Promise<T> {
    const stream = take(baton);
    try {
      return await work(stream);
    } catch (error) {
      stream.close();
      throw error;
    }
  }

  const pipeline = ({ baton, requests: asked }: z.infer<typeof pipelineSchema>) =>
    withStream(baton, async (stream) => {
      const results: object[] = [];
      for (const request of asked)
        results.push(
          await stream.answer(request).then(
            (response) => ({ type: 'ok', response }),
            (error: unknown) => {
              if (error instanceof NoSuchText) throw error;
              return { type: 'error', error: faultOf(error) };
            },
          ),
        );
      const isOver = asked.some(({ type }) => type === 'close');
      if (isOver) stream.close();
      return { baton: isOver ? null : keep(stream), base_url: null, results };
    });

  const cursor = ({ baton, batch }: z.infer<typeof cursorSchema>) =>
    withStream(baton, async (stream) => {
      const { step_results, step_errors } = await stream.runAll(batch);
      const entries = step_results.flatMap((result, step): object[] => {
        const error = step_errors[step];
        if (error) return [{ type: 'step_error', step, error }];
        if (!result) return [];
        const { cols, rows, affected_row_count, last_insert_rowid } = result;
        return [
          { type: 'step_begin', step, cols },
          ...rows.map((row) => ({ type: 'row', row })),
          { type: 'step_end', affected_row_count, last_insert_rowid },
        ];
      });
      return [{ baton: keep(stream), base_url: null }, ...entries]
        .map((entry) => `${JSON.stringify(entry)}\n`)
        .join('');
    });

  async function answer(request: IncomingMessage): Promise<string | object> {
    const path = request.url ?? '';
    if (request.method === 'GET' && /^\/v[23]$/.test(path)) return '';
    const body = await bodyOf(request);
    if (request.method === 'POST' && /^\/v[23]\/pipeline$/.test(path)) return pipeline(pipelineSchema.parse(body));
    if (request.method === 'POST' && path === '/v3/cursor') return cursor(cursorSchema.parse(body));
    throw new Refused(`nothing is served at ${request.method} ${path}`);
  }

  async function serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
    requests += 1;
    if (distance > 0) await new Promise((resolve) => setTimeout(resolve, distance));
    try {
      const said = await answer(request);
      response.setHeader('Content-Type', 'application/json');
      response.end(typeof said === 'string' ? said : JSON.stringify(said));
    } catch (error) {
      const isTheirs = error instanceof Refused || error instanceof ZodError || error instanceof NoSuchText;
      response.statusCode = isTheirs ? 400 : 500;
      response.end(JSON.stringify(faultOf(error)));
    }
  }

  const server = createServer((request, response) => void serve(request, response));
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const { port: given } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${given}`,
    get requests() {
      return requests;
    },
    get streams() {
      return waiting.size;
    },
    async close() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      for (const { stream, end } of waiting.values()) {
        clearTimeout(end);
        stream.close();
      }
      waiting.clear();
    },
  };
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  try {
    return JSON.parse(Buffer.concat(parts).toString('utf8'));
  } catch {
    throw new Refused('the body is no JSON');
  }
}
