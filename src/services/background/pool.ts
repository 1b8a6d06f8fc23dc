import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { Piscina } from 'piscina';
import { isWriting } from '../../data/database';
import { Refusal } from '../refusal';
import type * as tasks from './tasks';

type Tasks = typeof tasks;

/** Whatever takes longer is given up, in milliseconds. */
const DEADLINE = 10_000;
/** So many tasks may wait; more are refused, so that nothing piles up. */
const MOST_WAITING = 200;
/** A thread that has had nothing to do for so long ends, in milliseconds. */
const IDLE = 30_000;

const holder = globalThis as { oakKnotPool?: Piscina; oakKnotPoolReady?: Promise<unknown> };

/** The threads of this process, started when they are first needed. */
function pool(): Piscina {
  holder.oakKnotPool ??= new Piscina({
    // As with migrations: everything is run from the project's root, and bundled code has no folder of its own. Built, a
    // thread is there in a moment; else it loads TypeScript first.
    filename: resolve(process.env.OAK_KNOT_THREAD ?? 'src/services/background/thread.mjs'),
    execArgv: [],
    // One is always there: to start a thread takes as long as somebody waits for a page.
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: IDLE,
    maxQueue: MOST_WAITING,
  });
  return holder.oakKnotPool;
}

/** Starts a thread before anybody waits for it. */
export function startThreads(): void {
  if (holder.oakKnotPoolReady) return;
  const ready = pool().run({ name: 'ready', input: null });
  holder.oakKnotPoolReady = ready;
  // Whoever needs one is told what is wrong; the next one tries again.
  ready.catch(() => delete holder.oakKnotPoolReady);
}

/** Ends the threads, so that a command can end. */
export async function stopThreads(): Promise<void> {
  await holder.oakKnotPool?.destroy();
  delete holder.oakKnotPool;
  delete holder.oakKnotPoolReady;
}

/**
 * Runs a task in a thread of its own.
 *
 * @param what what is worked on, for a message: “This drawing”
 * @throws Refusal 422 when it takes longer than ten seconds, 503 when too much is waiting already
 */
export async function inBackground<Name extends keyof Tasks & string>(name: Name, input: Parameters<Tasks[Name]>[0], what: string): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  // Whoever holds the lock keeps everybody else from writing, and waits for nothing.
  if (isWriting()) throw new Error(`“${name}” is waited for inside a write transaction`);
  startThreads();
  try {
    // To start a thread is nobody's fault: the deadline begins after that.
    await holder.oakKnotPoolReady;
    return (await pool().run({ name, input }, { signal: AbortSignal.timeout(DEADLINE) })) as Awaited<ReturnType<Tasks[Name]>>;
  } catch (error) {
    if (error instanceof Error && error.name === 'AbortError') throw new Refusal(422, 'tookTooLong', `${what} takes longer than ${DEADLINE / 1000} seconds to look through. Make it smaller or simpler.`);
    if (error instanceof Error && error.message.includes('queue')) throw new Refusal(503, 'busy', 'Too much is being worked on just now. Try again in a moment.');
    throw error;
  }
}
