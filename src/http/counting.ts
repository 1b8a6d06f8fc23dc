import ipaddr from 'ipaddr.js';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Refusal } from '../services/refusal';

/** How often something may be asked for within a while, by who asks. */
export type Counter = RateLimiterMemory;

const holder = globalThis as { oakKnotCounters?: Map<string, Counter> };

/**
 * The count of something: one for the whole process, as bundles of one server share it through the global object.
 *
 * @param name     of what is counted
 * @param most     so often it may be asked for
 * @param duration within so many seconds
 */
export function counterOf(name: string, most: number, duration: number): Counter {
  const all = (holder.oakKnotCounters ??= new Map());
  const counter = all.get(name) ?? new RateLimiterMemory({ points: most, duration });
  all.set(name, counter);
  return counter;
}

/**
 * Where a request comes from, as `scripts/start.mjs` says: nobody outside can say it of themselves. Of an IPv6 address
 * the half that names the network: the other half whoever sits there chooses as they like.
 *
 * @see RFC 6177, IPv6 Address Assignment to End Sites
 */
export function placeOf(request: Request): string {
  const said = request.headers.get('x-forwarded-for') ?? '';
  if (!ipaddr.isValid(said)) return 'unknown';
  const address = ipaddr.process(said);
  return address.kind() === 'ipv6' ? address.toByteArray().slice(0, 8).join('.') : address.toString();
}

/** Somebody who is counted. */
export type Counted = readonly [counter: Counter, who: string];

/**
 * Counts that somebody asks for something.
 *
 * @param refused what is said to somebody who asks too often, by how long they are to wait, in milliseconds
 * @throws Refusal what is said
 */
export async function count([counter, who]: Counted, refused: (wait: number) => Refusal, times = 1): Promise<void> {
  try {
    await counter.consume(who, times);
  } catch (problem) {
    throw problem instanceof RateLimiterRes ? refused(problem.msBeforeNext) : problem;
  }
}

/** A wait in minutes, as it is told: at least one. */
export const minutesOf = (wait: number): number => Math.max(1, Math.ceil(wait / 60_000));

/**
 * Lets somebody try something that may be wrong, so that nobody can try all there is. What is right, or fails for
 * another reason, is not counted.
 *
 * @param wrong the code of the refusals that are counted
 * @throws Refusal what is said to somebody who has been wrong too often
 */
export async function countingWrong<T>(
  tries: readonly Counted[],
  wrong: string,
  refused: (wait: number) => Refusal,
  work: () => Promise<T>,
): Promise<T> {
  // Counted before it is looked up: many sent at once would otherwise all be looked up.
  for (const one of tries) await count(one, refused);
  const takeBack = async () => {
    for (const [counter, who] of tries) await counter.reward(who);
  };
  try {
    const done = await work();
    await takeBack();
    return done;
  } catch (problem) {
    if (!(problem instanceof Refusal && problem.code === wrong)) await takeBack();
    throw problem;
  }
}
