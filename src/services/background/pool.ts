import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import PQueue from 'p-queue';
import { Piscina } from 'piscina';
import { isWriting } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import { Refusal } from '../refusal';
import type * as tasks from './tasks';

type Tasks = typeof tasks;

/** Whatever takes longer is given up, in milliseconds of work: what waits for a thread has all of it before it. */
const DEADLINE = 10_000;
/** What looks drawings through is a large library, which alone takes seconds to load where a machine is busy. */
const LONGER: Partial<Record<keyof Tasks, number>> = {
  drawing: 30_000,
  analysis: 60_000,
  // A whole shop is in one file.
  catalogFile: 60_000,
  spreadsheetChanges: 60_000,
  supplierList: 60_000,
  listLook: 60_000,
  flatSelections: 120_000,
  spreadsheetFile: 60_000,
  faultsOfImport: 300_000,
};
/** So many tasks may wait; more are refused, so that nothing piles up. */
const MOST_WAITING = 200;
/** A thread that has had nothing to do for so long ends, in milliseconds. */
const IDLE = 30_000;

/** Small things, which somebody waits for a moment for, never stand behind large ones. */
type Size = 'small' | 'large';

const sizes = {
  ready: 'small',
  body: 'small',
  jsonFault: 'small',
  drawing: 'small',
  typeface: 'small',
  guessing: 'small',
  analysis: 'large',
  printed: 'large',
  cutting: 'small',
  nesting: 'small',
  catalogFile: 'large',
  spreadsheetChanges: 'large',
  supplierList: 'large',
  listLook: 'large',
  flatSelections: 'large',
  spreadsheetFile: 'large',
  faultsOfImport: 'large',
  swatchLines: 'small',
  comparisons: 'large',
  stopping: 'large',
  failingProofs: 'large',
  marginsBelow: 'large',
  cards: 'large',
  kept: 'large',
} satisfies { readonly [Name in keyof Tasks]: Size };

/** How much memory a thread may take, in megabytes, and how far it stands back where processors are short. */
const LIMITS: Readonly<Record<Size, { readonly memory: number; readonly nice: number }>> = {
  small: { memory: 384, nice: 0 },
  large: { memory: 1_024, nice: 10 },
};

interface Threads {
  readonly pool: Piscina;
  /** hands out what there is a thread for, the most urgent first */
  readonly queue: PQueue;
  /** resolves once a thread is there */
  ready?: Promise<unknown>;
}

const started = ofProcess('threads', () => new Map<Size, Threads>());

/** The threads of this process, started when they are first needed. */
function threadsFor(size: Size): Threads {
  const known = started.get(size);
  if (known) return known;
  const most = Math.max(1, availableParallelism() - 1);
  const made: Threads = {
    pool: new Piscina({
      // As with migrations: everything is run from the project's root, and bundled code has no folder of its own.
      // Built, a thread is there in a moment; else it loads TypeScript first.
      filename: resolve(process.env.OAK_KNOT_THREAD ?? 'src/services/background/thread.mjs'),
      execArgv: [],
      resourceLimits: { maxOldGenerationSizeMb: LIMITS[size].memory },
      niceIncrement: LIMITS[size].nice,
      // One is always there: to start a thread takes as long as somebody waits for a page.
      minThreads: 1,
      maxThreads: most,
      idleTimeout: IDLE,
    }),
    queue: new PQueue({ concurrency: most }),
  };
  started.set(size, made);
  return made;
}

/** Starts threads before anybody waits for them. */
export function startThreads(...wanted: readonly Size[]): void {
  for (const size of wanted) {
    const threads = threadsFor(size);
    if (threads.ready) continue;
    threads.ready = threads.pool.run({ name: 'ready', input: null });
    // Whoever needs one is told what is wrong; the next one tries again.
    threads.ready.catch(() => delete threads.ready);
  }
}

/** Ends the threads, so that a command can end. */
export async function stopThreads(): Promise<void> {
  const known = [...started.values()];
  started.clear();
  await Promise.all(known.map(({ pool }) => pool.destroy()));
}

/**
 * Runs a task in a thread of its own.
 *
 * @param what   what is worked on, for a message: “This drawing”
 * @param urgent whether somebody waits for it; else it comes when nothing else does
 * @throws Refusal 422 when it takes longer than ten seconds (a drawing: thirty), or too much memory; 503 when too much
 *   is waiting already
 */
export async function inBackground<Name extends keyof Tasks & string>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
  what: string,
  urgent = true,
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  // Whoever holds the lock keeps everybody else from writing, and waits for nothing.
  if (isWriting()) throw new Error(`“${name}” is waited for inside a write transaction`);
  const deadline = LONGER[name] ?? DEADLINE;
  const size: Size = sizes[name];
  const threads = threadsFor(size);
  if (threads.queue.size >= MOST_WAITING)
    throw new Refusal(503, 'busy', 'Too much is being worked on just now. Try again in a moment.');
  startThreads(size);
  const work = async () => {
    // To start a thread is nobody's fault: the deadline begins after that.
    await threads.ready;
    return (await threads.pool.run({ name, input }, { signal: AbortSignal.timeout(deadline) })) as Awaited<
      ReturnType<Tasks[Name]>
    >;
  };
  try {
    return await threads.queue.add(work, { priority: urgent ? 1 : 0 });
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    if (error.name === 'AbortError')
      throw new Refusal(
        422,
        'tookTooLong',
        `${what} takes longer than ${deadline / 1000} seconds to look through. Make it smaller or simpler.`,
      );
    if ('code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new Refusal(
        422,
        'tookTooLong',
        `${what} takes too much memory to look through. Make it smaller or simpler.`,
      );
    throw error;
  }
}
