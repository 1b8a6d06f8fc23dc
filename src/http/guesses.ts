import ipaddr from 'ipaddr.js';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { counted } from '../core/words';
import { CODE_UNKNOWN, Refusal } from '../services/refusal';

/** So many codes that there are none of may be tried from one address. */
export const MOST_GUESSES = 10;

/** Until they may be tried again, in minutes. */
const PAUSE = 10;

const holder = globalThis as { oakKnotGuesses?: RateLimiterMemory };

/** One count for the whole process: bundles of one server share it through the global object. */
const guesses = () => (holder.oakKnotGuesses ??= new RateLimiterMemory({ points: MOST_GUESSES, duration: PAUSE * 60 }));

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

/**
 * Looks a code up for a customer, so that nobody can try all there are. Codes that exist are not counted; while too
 * many were tried that don't, none is looked up.
 *
 * @throws Refusal 429 after too many wrong codes from one address
 */
export async function guessing<T>(request: Request, look: () => Promise<T>): Promise<T> {
  const place = placeOf(request);
  // Counted before it is looked up: many sent at once would otherwise all be looked up.
  await guesses()
    .consume(place)
    .catch((refused: unknown) => {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000));
      throw new Refusal(
        429,
        'tooManyGuesses',
        `Too many codes were entered that don’t exist. Look at yours again, and enter it in ${counted(minutes, 'minute')}.`,
        { retryAfter: 60 * minutes },
      );
    });
  try {
    const found = await look();
    await guesses().reward(place);
    return found;
  } catch (problem) {
    if (!(problem instanceof Refusal && problem.code === CODE_UNKNOWN)) await guesses().reward(place);
    throw problem;
  }
}
