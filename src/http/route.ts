import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { z } from 'zod';
import { asNow } from '../services/acting';
import { isCausedBy } from '../services/caused-by';
import { readShape, type ShapeFault, shapeFaults, type ShapeReading } from '../core/exchange';
import { inBackground } from '../services/background/pool';
import { type LargeBody, largeBodies, type LargeBodyName } from '../services/large-bodies';
import { textOf } from '../services/packing/file-text';
import { Unopenable } from '../services/packing/refused';
import { Refusal } from '../services/refusal';
import { type Services } from '../services/context';
import { services } from '../services/process';
import { problemDocument } from './problem';
import { processLog } from '../services/process-log';

/** The largest JSON body a route reads, in bytes, unless it says otherwise. */
export const LARGEST_BODY = 64 * 1024;

/**
 * The largest draft that is saved, in bytes: ample for a definition with thousands of options, and so little that
 * taking it from the thread that has read it stops nobody else for long.
 */
export const LARGEST_DRAFT = 1024 * 1024;

/**
 * Answers with one JSON value a line, each sent as soon as it is there; stops when the reader goes away. What is
 * refused on the way is the last line, as the `problem` that it is.
 */
export function jsonLines(values: AsyncGenerator<unknown>): Response {
  const encoder = new TextEncoder();
  // The stream is read later, by nobody in particular: what is written on the way carries who has asked.
  const asAsked = asNow();
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const send = (value: unknown) => controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
      try {
        const { value, done } = await asAsked(() => values.next());
        if (done) controller.close();
        else send(value);
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        send({ problem: { status: error.status, code: error.code, detail: error.message } });
        controller.close();
      }
    },
    async cancel() {
      await values.return(undefined);
    },
  });
  return new Response(stream, { headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' } });
}

/** What a route answers with: what it has made itself, else JSON. */
export const asResponse = (result: unknown): Response =>
  result instanceof Response ? result : Response.json(result ?? {}, { headers: { 'Cache-Control': 'no-store' } });

const DATA_AWAY =
  'The data of this shop can’t be reached just now. Once it is back, see first whether what was asked has been done.';

/**
 * Runs what a route does and answers in JSON. What is refused becomes a problem document.
 *
 * @see RFC 9457, Problem Details for HTTP APIs
 */
export async function answer(work: (context: Services) => Promise<unknown>): Promise<Response> {
  try {
    return asResponse(await work(await services()));
  } catch (error) {
    if (error instanceof Refusal) return problemDocument(error.status, error.code, error.message, error.details);
    if (error instanceof z.ZodError) {
      const refusal = malformed(shapeFaults(error.issues, undefined));
      return problemDocument(refusal.status, refusal.code, refusal.message, refusal.details);
    }
    if (isCausedBy(error, 'DatabaseBusy'))
      return problemDocument(503, 'busy', 'Others are writing just now. Nothing was changed; try again in a moment.', {
        retryAfter: 2,
      });
    processLog.error({ err: error }, 'A request failed');
    if (isCausedBy(error, 'DatabaseAway')) return problemDocument(503, 'dataAway', DATA_AWAY, { retryAfter: 5 });
    return problemDocument(500, 'internal', 'Something went wrong on our side. Nothing was changed; try again.');
  }
}

/** What is wrong with the form of something that was sent, each with its place and what would be right. */
function malformed(faults: readonly ShapeFault[]): Refusal {
  const errors = faults.map(({ path, message }) => ({ pointer: `/${path.map(String).join('/')}`, detail: message }));
  const [first] = errors;
  return new Refusal(400, 'malformed', first ? `${first.pointer}: ${first.detail}` : 'The request is malformed.', {
    errors,
  });
}

/**
 * Reads a JSON body by a schema.
 *
 * @throws Refusal 413 when it is longer than the limit, 415 when it is not declared as JSON, 400 when it is not JSON,
 *   or JSON of another shape
 */
export async function readJson<T extends z.ZodType>(
  request: Request,
  schema: T,
  limit = LARGEST_BODY,
): Promise<z.infer<T>> {
  const text = await readJsonBody(request, limit);
  // To find the place where it goes wrong takes longer than to see that it does.
  if (text.length > READ_HERE && !isJson(text))
    throw new Refusal(400, 'notJson', await inBackground('jsonFault', { text }, 'What was sent'));
  return asRead(readShape(text, schema));
}

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

/** So long a body is read by its shape in the process itself, in characters: that is over in a moment. */
const READ_HERE = 128 * 1024;

/**
 * Reads a JSON body that may be large, by the name of its shape: what takes long is done in a thread.
 *
 * @throws Refusal as {@link readJson}
 */
export async function readLarge<Name extends LargeBodyName>(request: Request, shape: Name): Promise<LargeBody<Name>> {
  const text = await readJsonBody(request, LARGEST_DRAFT);
  const reading =
    text.length <= READ_HERE
      ? readShape(text, largeBodies[shape])
      : await inBackground('body', { text, shape }, 'What was sent');
  // The thread has read it by the shape of this name.
  return asRead(reading) as LargeBody<Name>;
}

async function readJsonBody(request: Request, limit: number): Promise<string> {
  // Also keeps other sites from sending forms here: a browser asks before it sends JSON across origins.
  if (!(request.headers.get('content-type') ?? '').toLowerCase().startsWith('application/json')) {
    throw new Refusal(415, 'notJson', 'Send the body as application/json.');
  }
  try {
    return textOf(await unpacked(request, await readBytes(request, limit), limit), false);
  } catch (error) {
    if (!(error instanceof Unopenable)) throw error;
    throw new Refusal(400, 'notText', 'The body is no text in UTF-8, or in UTF-16. Send it in UTF-8.');
  }
}

/**
 * What was sent, as it was before it was packed.
 *
 * @throws Refusal 413 where it is larger than the limit then, 415 for a way of packing that is not known, 400 for what
 *   can't be unpacked
 * @see RFC 9110, 8.4, Content-Encoding
 */
async function unpacked(request: Request, bytes: Buffer, limit: number): Promise<Buffer> {
  const packing = (request.headers.get('content-encoding') ?? 'identity').trim().toLowerCase();
  if (packing === 'identity' || packing === '') return bytes;
  if (packing !== 'gzip' && packing !== 'x-gzip')
    throw new Refusal(415, 'notPackedSo', 'Send the body as it is, or packed with gzip.');
  try {
    return await promisify(gunzip)(bytes, { maxOutputLength: limit });
  } catch (error) {
    const isTooLarge = error instanceof Error && 'code' in error && error.code === 'ERR_BUFFER_TOO_LARGE';
    throw isTooLarge ? tooLargeFor(limit) : new Refusal(400, 'notGzip', 'The body can’t be unpacked with gzip.');
  }
}

/** @throws Refusal 400 when it is not JSON, or JSON of another shape */
function asRead<T>(reading: ShapeReading<T>): T {
  switch (reading.kind) {
    case 'read':
      return reading.data;
    case 'notJson':
      throw new Refusal(400, 'notJson', reading.fault);
    case 'malformed':
      throw malformed(reading.faults);
  }
}

/**
 * Reads a file that is sent as the body.
 *
 * @throws Refusal 415 when it is not declared as one, 413
 */
export function readFileBody(request: Request, limit: number): Promise<Buffer> {
  const type = (request.headers.get('content-type') ?? '').toLowerCase();
  if (type !== 'application/octet-stream' && !type.startsWith('image/'))
    throw new Refusal(415, 'notBytes', 'Send the file as application/octet-stream.');
  return readBytes(request, limit);
}

const tooLargeFor = (limit: number) => new Refusal(413, 'bodyTooLarge', `The body is larger than ${limit} bytes.`);

/**
 * Reads a body of any kind, giving up as soon as it is longer than the limit.
 *
 * @throws Refusal 413
 */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLargeFor(limit);
  const chunks: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) break;
    length += part.value.length;
    if (length > limit) {
      await reader?.cancel();
      throw tooLargeFor(limit);
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

/** Reads a number from an address. @throws Refusal 404 */
export function numberFrom(text: string): number {
  if (/^\d{1,15}$/.test(text)) return Number(text);
  throw new Refusal(404, 'notFound', `There is nothing at “${text.slice(0, 40)}”.`);
}

/** So many drafts are looked at together. */
const MOST_DRAFTS = 10_000;

/** Drafts that are looked at together, each in the version that was seen, or as it is. */
export const draftsSchema = z.strictObject({
  drafts: z
    .array(z.strictObject({ id: z.int().min(1), version: z.int().min(1).optional() }))
    .min(1)
    .max(MOST_DRAFTS)
    .transform((drafts) => [...new Map(drafts.map((draft) => [draft.id, draft])).values()]),
});

/**
 * A draft in an address: the thing by its number, and where `?version=` says so, the version that was seen. @throws
 * Refusal 404 for what is no number
 */
export function draftFrom(id: string, { searchParams }: URL): { readonly id: number; readonly version?: number } {
  const version = searchParams.get('version');
  return { id: numberFrom(id), ...(version !== null && { version: numberFrom(version) }) };
}
