import { z } from 'zod';
import { problemIn } from './api';

/**
 * Reads an answer that comes as one JSON value a line, each as soon as it is there.
 *
 * @param body what is asked; absent where the address says it
 * @param method absent for reading, or where there is a body for sending it
 * @throws ApiProblem when the server refuses, also on the way
 */
export async function* readLines(
  url: string,
  signal: AbortSignal,
  body?: unknown,
  method = body === undefined ? 'GET' : 'POST',
): AsyncGenerator<unknown> {
  const sent =
    body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
  const response = await fetch(url, { method, ...sent, signal });
  if (!response.ok || !response.body) throw problemIn(await response.json().catch(() => null), response.status);
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') yield unlessRefused(JSON.parse(line));
  }
}

/** One step of something that is done to many, one after the other. */
interface Step<Row> {
  readonly done: number;
  readonly total: number;
  readonly row: Row;
}

const stepSchema = z.object({ done: z.number(), total: z.number(), row: z.unknown() });

/** What a line that is a step says of its row. @throws ZodError for a line that is none */
export function readStep<Row>(line: unknown, schema: z.ZodType<Row>): Step<Row> {
  const { done, total, row } = stepSchema.parse(line);
  return { done, total, row: schema.parse(row) };
}

/** What has come is drawn so often, in milliseconds: of thousands not each by itself. */
const DRAWN_EVERY = 120;

/** Says again and again whether it is time to draw what has come since. */
export function nowAndThen(): () => boolean {
  let drawn = 0;
  return () => {
    const now = performance.now();
    if (now - drawn < DRAWN_EVERY) return false;
    drawn = now;
    return true;
  };
}

const refusedSchema = z.object({ problem: z.unknown() });

/** @throws ApiProblem for a line that says so */
function unlessRefused(line: unknown): unknown {
  const refused = refusedSchema.safeParse(line);
  if (refused.success) throw problemIn(refused.data.problem, 0);
  return line;
}
