import { AsyncLocalStorage } from 'node:async_hooks';
import { type Queries } from './database';
import { ofProcess } from './of-process';
import { doneRequests } from './schema';

/** A request that is to do what it does once, however often it is sent. */
export interface OnceRequest {
  /** who sends it */
  readonly sender: string;
  /** what they call it */
  readonly name: string;
  /** what is asked */
  readonly fingerprint: string;
  readonly at: Date;
}

/** Another request of the same name has been written down meanwhile: nothing of this one was. */
class DoneMeanwhile extends Error {
  override readonly name = 'DoneMeanwhile';
  constructor() {
    super('A request of this name has been done meanwhile.');
  }
}

/** Whether it is that: by its name, as a bundle has classes of its own. */
export const isDoneMeanwhile = (error: unknown): boolean => error instanceof Error && error.name === 'DoneMeanwhile';

interface Doing {
  readonly request: OnceRequest;
  isNoted: boolean;
  isOver: boolean;
}

const doing = ofProcess('doing', () => new AsyncLocalStorage<Doing>());

/**
 * Does what a request asks: the first of its write transactions notes with what it writes that it is done.
 *
 * @returns what came of it, and whether anything was written
 * @throws what {@link isDoneMeanwhile} where another of its name was quicker
 */
export async function asOnce<T>(
  request: OnceRequest,
  work: () => Promise<T>,
): Promise<{ readonly result: T; readonly hasWritten: boolean }> {
  const state: Doing = { request, isNoted: false, isOver: false };
  try {
    return { result: await doing.run(state, work), hasWritten: state.isNoted };
  } finally {
    // What it has begun and goes on by itself is no part of it.
    state.isOver = true;
  }
}

/** Notes in a write that the request is done that it belongs to. @returns what says so once it is committed */
export async function noteDone(transaction: Queries): Promise<(() => void) | null> {
  const state = doing.getStore();
  if (!state || state.isNoted || state.isOver) return null;
  const noted = await transaction
    .insert(doneRequests)
    .values(state.request)
    .onConflictDoNothing()
    .returning({ name: doneRequests.name });
  if (noted.length === 0) throw new DoneMeanwhile();
  return () => void (state.isNoted = true);
}
