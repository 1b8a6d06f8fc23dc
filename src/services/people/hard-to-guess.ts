import { inBackground } from '../background/pool';
import { Refusal } from '../refusal';

/**
 * Keeps anybody from taking a password that is guessed soon.
 *
 * @param about what whoever guesses knows: names, addresses
 * @throws Refusal 422 `guessable` that says why it is guessed, and what would be better
 * @see OWASP ASVS 4.0.3, 2.1.7: looked up among those that have become known, here in a list of our own
 */
export async function requireHardToGuess(password: string, about: readonly string[]): Promise<void> {
  const why = await inBackground('guessing', { password, about }, 'The password');
  if (why !== null)
    throw new Refusal(
      422,
      'guessable',
      `This password is guessed soon. ${why} Three or four words that have nothing to do with each other make a good one.`,
    );
}
