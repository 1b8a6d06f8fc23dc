import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Refusal } from '../services/refusal';
import { placeOf } from './guesses';

/** How often one place may ask for what costs something, in a minute: many times what a hand can do. */
export const MOST_A_MINUTE = { resolve: 600, basket: 240, upload: 40, order: 30 } as const;

/** What costs something. */
export type Costly = keyof typeof MOST_A_MINUTE;

/**
 * The machine itself, and a proxy before us that nobody has told us of: whoever comes through it must not be taken for
 * one.
 */
const isThisMachine = (place: string): boolean => /^(127\.|0\.0\.0\.0\.0\.0\.0\.0$|unknown$)/.test(place);

const holder = globalThis as { oakKnotLimits?: Map<Costly, RateLimiterMemory> };

/** One count for the whole process: bundles of one server share it through the global object. */
function limiterOf(what: Costly): RateLimiterMemory {
  const all = (holder.oakKnotLimits ??= new Map());
  const limiter = all.get(what) ?? new RateLimiterMemory({ points: MOST_A_MINUTE[what], duration: 60 });
  all.set(what, limiter);
  return limiter;
}

/**
 * Counts that a place asks for something that costs, before any of it is done.
 *
 * @param times how many of it are asked for at once
 * @throws Refusal 429 where it has asked too often within a minute
 */
export async function spend(request: Request, what: Costly, times = 1): Promise<void> {
  const place = placeOf(request);
  if (isThisMachine(place)) return;
  await limiterOf(what)
    .consume(place, times)
    .catch((refused: unknown) => {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      const seconds = Math.max(1, Math.ceil(refused.msBeforeNext / 1000));
      throw new Refusal(429, 'tooOften', `That was asked too often. Ask again in ${seconds} seconds.`, {
        retryAfter: seconds,
      });
    });
}
