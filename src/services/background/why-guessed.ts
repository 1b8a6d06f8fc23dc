import { type ZxcvbnFactory } from '@zxcvbn-ts/core';
import { PASSWORD_LENGTH } from '../../core/people';

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

let known: Promise<ZxcvbnFactory> | null = null;

/** What guesses as somebody would who has the lists of passwords that have become known: loaded when it is asked. */
async function made(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory: Guesser }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  return new Guesser({ dictionary, graphs: adjacencyGraphs, maxLength: PASSWORD_LENGTH.max });
}

/**
 * Says why a password is guessed soon; null where it is not.
 *
 * @param about what whoever guesses knows: names, addresses
 */
export async function whyGuessed(password: string, about: readonly string[]): Promise<string | null> {
  const words = about.flatMap((text) => [text, ...text.split(/[\s@.]+/u)]).filter((text) => text.length > 2);
  const { score, feedback } = (await (known ??= made())).check(password, words);
  return score >= LEAST_SCORE ? null : (WHY[feedback.warning ?? ''] ?? 'It is too regular.');
}
