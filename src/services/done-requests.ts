import { and, eq, lt, sql } from 'drizzle-orm';
import { type Who } from '../core/people';
import { ROWS_AT_ONCE } from '../data/database';
import { asOnce, isDoneMeanwhile, type OnceRequest } from '../data/once';
import { doneRequests } from '../data/schema';
import { type Services } from './context';
import { Refusal } from './refusal';

/** So long it is known that a request is done, in hours. */
export const DONE_HOURS = 24;

/** An answer as it is kept. */
export interface KeptAnswer {
  readonly status: number;
  /** JSON */
  readonly answer: string;
}

/** What is kept of an answer: null of what it says where that is told once alone. */
type Kept = Omit<KeptAnswer, 'answer'> & { readonly answer: string | null };

/** A request that its sender has given a name, so that it does what it does once however often it comes. */
export interface NamedRequest {
  readonly name: string;
  /** another for every other request */
  readonly fingerprint: string;
}

/** Whom a request comes from, told apart from all others. */
export const senderOf = ({ kind, id }: Who): string => `${kind} ${id}`;

/**
 * Does a request, unless it has been done: then it is answered as it was.
 *
 * @param work answers it
 * @param kept what of that is kept
 * @throws Refusal 422 `otherRequest` where something else was asked under this name; 409 `atOnce` while it is being
 *   done; 409 `doneBefore` where it is done and nobody knows what was answered
 */
export async function once<T extends object>(
  { database, now }: Services,
  who: Who,
  asked: NamedRequest,
  { work, kept }: { work(): Promise<T>; kept(result: T): Promise<Kept> },
): Promise<T | KeptAnswer> {
  const request: OnceRequest = { sender: senderOf(who), ...asked, at: now() };
  const isIt = and(eq(doneRequests.sender, request.sender), eq(doneRequests.name, request.name));
  const [known] = await database.read.select().from(doneRequests).where(isIt);
  if (known) return asKnown(known, request);
  try {
    const { result, hasWritten } = await asOnce(request, work);
    if (hasWritten) {
      const answer = await kept(result);
      await database.write((transaction) => transaction.update(doneRequests).set(answer).where(isIt));
    }
    return result;
  } catch (error) {
    if (isDoneMeanwhile(error)) throw atOnce();
    throw error;
  }
}

/** While so young, a request without an answer may still be at work, in milliseconds. */
const MAY_BE_AT_WORK = 60_000;

function asKnown(known: typeof doneRequests.$inferSelect, { fingerprint, at }: OnceRequest): KeptAnswer {
  if (known.fingerprint !== fingerprint)
    throw new Refusal(
      422,
      'otherRequest',
      `Under this Idempotency-Key something else was asked already. Nothing was done; give every request a key of its own.`,
    );
  const { status, answer } = known;
  if (status !== null && answer !== null) return { status, answer };
  if (status === null && at.getTime() - known.at.getTime() < MAY_BE_AT_WORK) throw atOnce();
  throw new Refusal(
    409,
    'doneBefore',
    'This request was done already, and its answer is not kept. Nothing was done again; ask how things stand now.',
  );
}

const atOnce = () =>
  new Refusal(
    409,
    'atOnce',
    'The same request is being done just now. Nothing was done twice; ask again in a moment.',
    {
      retryAfter: 2,
    },
  );

/** Forgets some requests that came before a moment. @returns how many */
export async function clearDone({ database }: Services, before: Date): Promise<number> {
  const gone = await database.write((transaction) =>
    transaction
      .delete(doneRequests)
      .where(
        sql`rowid in (select rowid from ${doneRequests} where ${lt(doneRequests.at, before)} limit ${ROWS_AT_ONCE})`,
      )
      .returning({ name: doneRequests.name }),
  );
  return gone.length;
}
