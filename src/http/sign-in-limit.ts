import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { counted } from '../core/words';
import { WRONG } from '../services/people/sign-in';
import { Refusal } from '../services/refusal';
import { placeOf } from './guesses';

/** How long nobody signs in after too many tries, in minutes. */
const PAUSE = 15;

/**
 * So many wrong tries there may be: of one account from one place, of one account from all places together, and from
 * one place with all accounts. Whoever tries from elsewhere shuts nobody out soon.
 *
 * @see OWASP ASVS 4.0.3, 2.2.1: no more than 100 failed attempts an hour on one account
 */
export const MOST_TRIES = { together: 5, account: 20, place: 25 } as const;

type Limiters = Readonly<Record<keyof typeof MOST_TRIES, RateLimiterMemory>>;

const holder = globalThis as { oakKnotTries?: Limiters };

const limiter = (points: number) => new RateLimiterMemory({ points, duration: PAUSE * 60 });

/** One count for the whole process: bundles of one server share it through the global object. */
const limiters = (): Limiters =>
  (holder.oakKnotTries ??= {
    together: limiter(MOST_TRIES.together),
    account: limiter(MOST_TRIES.account),
    place: limiter(MOST_TRIES.place),
  });

/**
 * Lets somebody try to sign in, so that nobody can try all the passwords there are. What is right is not counted.
 *
 * @param account whose account it is, as it was typed; null where only the place is known
 * @throws Refusal 429 after too many wrong tries
 */
export async function trying<T>(request: Request, account: string | null, work: () => Promise<T>): Promise<T> {
  const place = placeOf(request);
  const { together, account: everywhere, place: ofPlace } = limiters();
  const ofAccount =
    account === null
      ? []
      : ([
          [together, `${account} ${place}`],
          [everywhere, account],
        ] as const);
  const counts = [...ofAccount, [ofPlace, place] as const];
  // Counted before it is looked up: many sent at once would otherwise all be looked up.
  for (const [count, name] of counts)
    await count.consume(name).catch((refused: unknown) => {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000));
      throw new Refusal(429, 'tooManyTries', `Too many wrong tries. Try again in ${counted(minutes, 'minute')}.`, {
        retryAfter: 60 * minutes,
      });
    });
  try {
    const done = await work();
    for (const [count, name] of counts) await count.reward(name);
    return done;
  } catch (problem) {
    if (!(problem instanceof Refusal && problem.code === WRONG))
      for (const [count, name] of counts) await count.reward(name);
    throw problem;
  }
}
