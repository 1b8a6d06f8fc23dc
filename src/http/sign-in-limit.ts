import { counted } from '../core/words';
import { WRONG } from '../services/people/sign-in';
import { Refusal } from '../services/refusal';
import { type Counted, counterOf, countingWrong, minutesOf, placeOf } from './counting';

/** How long nobody signs in after too many tries, in minutes. */
const PAUSE = 15;

/**
 * So many wrong tries there may be: of one account from one place, of one account from all places together, and from
 * one place with all accounts. Whoever tries from elsewhere shuts nobody out soon.
 *
 * @see OWASP ASVS 4.0.3, 2.2.1: no more than 100 failed attempts an hour on one account
 */
const MOST_TRIES = { together: 5, account: 20, place: 25 } as const;

const triesOf = (what: keyof typeof MOST_TRIES, who: string): Counted => [
  counterOf(`tries by ${what}`, MOST_TRIES[what], PAUSE * 60),
  who,
];

const tooMany = (wait: number) =>
  new Refusal(429, 'tooManyTries', `Too many wrong tries. Try again in ${counted(minutesOf(wait), 'minute')}.`, {
    retryAfter: 60 * minutesOf(wait),
  });

/**
 * Lets somebody try to sign in, so that nobody can try all the passwords there are. What is right is not counted.
 *
 * @param account whose account it is, as it was typed; null where only the place is known
 * @throws Refusal 429 after too many wrong tries
 */
export function trying<T>(request: Request, account: string | null, work: () => Promise<T>): Promise<T> {
  const place = placeOf(request);
  const ofAccount = account === null ? [] : [triesOf('together', `${account} ${place}`), triesOf('account', account)];
  return countingWrong([...ofAccount, triesOf('place', place)], WRONG, tooMany, work);
}
