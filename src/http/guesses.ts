import { counted } from '../core/words';
import { CODE_UNKNOWN, Refusal } from '../services/refusal';
import { counterOf, countingWrong, minutesOf, placeOf } from './counting';

/** So many codes that there are none of may be tried from one address. */
export const MOST_GUESSES = 10;

/** Until they may be tried again, in minutes. */
const PAUSE = 10;

const tooMany = (wait: number) =>
  new Refusal(
    429,
    'tooManyGuesses',
    `Too many codes were entered that don’t exist. Look at yours again, and enter it in ${counted(minutesOf(wait), 'minute')}.`,
    { retryAfter: 60 * minutesOf(wait) },
  );

/**
 * Looks a code up for a customer, so that nobody can try all there are. Codes that exist are not counted; while too
 * many were tried that don't, none is looked up.
 *
 * @throws Refusal 429 after too many wrong codes from one address
 */
export function guessing<T>(request: Request, look: () => Promise<T>): Promise<T> {
  const guesses = counterOf('guesses', MOST_GUESSES, PAUSE * 60);
  return countingWrong([[guesses, placeOf(request)]], CODE_UNKNOWN, tooMany, look);
}
