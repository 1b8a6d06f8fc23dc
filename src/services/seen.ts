import { createHash } from 'node:crypto';
import { Refusal } from './refusal';

/** The name of something as it was seen: another where anything of it is another. */
export const seenName = (what: unknown): string =>
  createHash('sha256').update(JSON.stringify(what)).digest('base64url').slice(0, 22);

/**
 * Holds a change to what its preview was made from.
 *
 * @param seen the name it had then; absent where nobody has looked
 * @param word what it is, in a sentence, in the plural
 * @throws Refusal 409 `changedMeanwhile` where it has been changed since
 */
export function requireSeen(seen: string | undefined, now: unknown, word: string): void {
  if (seen === undefined || seen === seenName(now)) return;
  throw new Refusal(
    409,
    'changedMeanwhile',
    `Somebody else has changed ${word} since you looked at them. Nothing of yours is saved yet: keep this window, open the page in another, and look again.`,
  );
}
