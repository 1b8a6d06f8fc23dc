import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { PASSWORD_LENGTH } from '../../core/people';
import { Refusal } from '../refusal';

/**
 * What is least asked of a password, of 0 to 4: more than a hundred million guesses for whoever knows what people
 * usually take, and what is known of its owner.
 */
const LEAST_SCORE = 3;

/** Why a password is guessed soon, by the library's words for it. */
const WHY: Readonly<Record<string, string>> = {
  topTen: 'It is one of those that everybody tries first.',
  topHundred: 'It is one of those that everybody tries first.',
  common: 'It is one of those that have become known, and are tried first.',
  similarToCommon: 'It is close to one of those that have become known, and are tried first.',
  wordByItself: 'It is hardly more than one word.',
  userInputs: 'It is made of your name, your e-mail address or the name of the shop.',
  simpleRepeat: 'It repeats itself.',
  extendedRepeat: 'It repeats itself.',
  sequences: 'It is a series, like abc or 6543.',
  straightRow: 'Its keys lie side by side.',
  keyPattern: 'Its keys lie side by side.',
  dates: 'It is hardly more than a date.',
  recentYears: 'It is hardly more than a year.',
};

let known: ZxcvbnFactory | null = null;

/** What guesses as somebody would who has the lists of passwords that have become known: loaded when it is asked. */
const guesser = () =>
  (known ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs, maxLength: PASSWORD_LENGTH.max }));

/**
 * Keeps anybody from taking a password that is guessed soon.
 *
 * @param about what whoever guesses knows: names, addresses
 * @throws Refusal 422 `guessable` that says why it is guessed, and what would be better
 * @see OWASP ASVS 4.0.3, 2.1.7: looked up among those that have become known, here in a list of our own
 */
export function requireHardToGuess(password: string, about: readonly string[]): void {
  const words = about.flatMap((text) => [text, ...text.split(/[\s@.]+/u)]).filter((text) => text.length > 2);
  const { score, feedback } = guesser().check(password, words);
  if (score >= LEAST_SCORE) return;
  throw new Refusal(
    422,
    'guessable',
    `This password is guessed soon. ${WHY[feedback.warning ?? ''] ?? 'It is too regular.'} Three or four words that have nothing to do with each other make a good one.`,
  );
}
