import { z } from 'zod';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { countCharacters, plainWords, printable, type Wording } from '../../text';
import { type Candidates, type CandidateScope } from './candidates';
import {
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ONE_PICK,
  ownEffect,
  placeholderField,
  refuse,
  type Report,
  withoutEffect,
} from './common';
import { type KindOfChoice } from './kind';

/** The longest line of text any product may ask for. */
export const LONGEST_TEXT = 500;

const characterLimit = z.int().min(1).max(LONGEST_TEXT).nullable().default(null);

/** A line of text. */
export const schema = z.strictObject({
  kind: z.literal('text'),
  ...choiceFields,
  placeholder: placeholderField,
  minCharacters: characterLimit,
  maxCharacters: characterLimit,
  default: z.string().max(LONGEST_TEXT).nullable().default(null),
  ...effectFields,
});

export type TextChoice = z.infer<typeof schema>;

export function check(choice: TextChoice, path: Path, report: Report): void {
  checkCharacterLimits(choice, path, report);
}

interface CharacterLimits {
  readonly minCharacters: number | null;
  readonly maxCharacters: number | null;
}

/** Reports a least that is more than the most. */
export function checkCharacterLimits(
  { minCharacters: least, maxCharacters: most }: CharacterLimits,
  path: Path,
  report: Report,
): void {
  if (least !== null && most !== null && least > most) {
    report([...path, 'minCharacters'], { code: 'limitsCross', least: String(least), most: String(most) });
  }
}

interface TextForm {
  readonly choice: CharacterLimits & { readonly key: string; readonly title: string };
  readonly expected: AnswerForm;
  readonly longest: number;
  /** whether it may have several lines */
  readonly lines: boolean;
}

/** Reads a text within its limits, in the one form in which it is counted and told apart. */
export function textAnswer(
  raw: unknown,
  { choice, expected, longest, lines }: TextForm,
  problems: Problem[],
): Answer | null {
  const { key, title } = choice;
  const least = choice.minCharacters ?? 1;
  const most = choice.maxCharacters ?? longest;
  if (typeof raw !== 'string') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
  // Long before anything is counted: a text of many thousand characters is refused at no cost.
  if (raw.length > longest * 12)
    return refuse(problems, key, { code: 'textTooLong', title, characters: raw.length, most });
  const { text, fault } = printable(raw, { lines });
  if (fault) return refuse(problems, key, { code: 'textUnprintable', title, fault });
  if (text === '') return null;
  const characters = countCharacters(text);
  if (characters > most) return refuse(problems, key, { code: 'textTooLong', title, characters, most });
  if (characters < least) return refuse(problems, key, { code: 'textTooShort', title, characters, least });
  return {
    canonical: text,
    shown: text,
    option: null,
    value: null,
    characters,
    charactersWithoutSpaces: /\s/.test(text) ? countCharacters(text.replace(/\s+/g, '')) : characters,
    picks: ONE_PICK,
  };
}

export function reader(choice: TextChoice, path: Path): ChoiceReader {
  const form: TextForm = { choice, expected: { form: 'line' }, longest: LONGEST_TEXT, lines: false };
  return {
    ask: 'enter',
    expected: form.expected,
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read: (raw, problems) => textAnswer(raw, form, problems),
  };
}

/** So many lengths at most are looked at one by one. */
const MOST_LENGTHS = 40;

/**
 * Texts of every length at which something changes, each without spaces and with as many as it can have. What a text
 * adds is so much for each character or letter, so that between them nothing comes to more or less.
 */
export function textCandidates(
  { minCharacters, maxCharacters }: CharacterLimits,
  longest: number,
  { thresholds, words, read }: CandidateScope,
): Candidates {
  const [least, most] = [minCharacters ?? 1, maxCharacters ?? longest];
  // Where a price may not fall below nothing, what lies between may come nearer to it.
  const each =
    most - least <= MOST_LENGTHS
      ? Array.from({ length: Math.max(0, most - least + 1) }, (_, more) => least + more)
      : [];
  const lengths = new Set([
    least,
    2,
    most,
    ...each,
    ...thresholds.flatMap((text) => [Number(text) - 1, Number(text), Number(text) + 1]),
  ]);
  const fitting = [...lengths].filter((length) => length >= least && length <= most).sort((a, b) => a - b);
  const filler = fillerFor(words);
  const plain = fitting.flatMap((length) => [
    ...read(filler.repeat(length), 0),
    ...(length > 2 ? read(`${filler}${' '.repeat(length - 2)}${filler}`, 0) : []),
  ]);
  if (words.length === 0) return { list: plain, counted: false };
  const { texts, isLoose } = sayingEach(words);
  // Each as it is, and filled up to every length at which something changes.
  const saying = texts.flatMap(({ head, middle, tail }) => {
    const shortest = countCharacters(`${head}${middle}${tail}`);
    const rest = `${middle}${tail}`;
    const filled = [shortest, ...fitting.filter((length) => length > shortest)].flatMap((length) => {
      const more = length - shortest;
      // With as many spaces as there can be: none at either end, where they would not count.
      const spaced =
        more < 2
          ? []
          : [`${head}${' '.repeat(more - 1)}${filler}${rest}`, `${head}${filler}${' '.repeat(more - 1)}${rest}`];
      return [`${head}${filler.repeat(more)}${rest}`, ...spaced];
    });
    return [...filled, `${head}${filler}${middle}${filler}${tail}`, `${filler}${head}${middle}${tail}${filler}`];
  });
  return { list: [...plain, ...[...new Set(saying)].flatMap((text) => read(text, 0))], counted: false, isLoose };
}

/** A letter that is in nothing that rules look for, so that what is filled up with it says nothing of that. */
function fillerFor(words: readonly Wording[]): string {
  const asked = plainWords(words.flatMap(({ texts }) => texts).join(' '));
  return [...FILLERS].find((letter) => !asked.includes(letter)) ?? 'x';
}

const FILLERS = 'xyzqwkjvbgfpmhdlcutnrsioae0123456789ξψφω';

/** Of so many wordings every set is looked at; of more, each and each two. */
const MOST_SETS = 4;
const MOST_WORDINGS = 16;

interface Saying {
  readonly head: string;
  readonly middle: string;
  readonly tail: string;
}

/** Texts in which what rules look for stands by itself and together with what else they look for. */
function sayingEach(words: readonly Wording[]): { texts: readonly Saying[]; isLoose: boolean } {
  const wholes = words
    .filter(({ where }) => where === 'whole')
    .flatMap(({ texts }) => texts.map((middle) => ({ head: '', middle, tail: '' })));
  const parts = words
    .filter(({ where }) => where !== 'whole')
    .flatMap(({ where, texts }) => texts.filter((text) => text !== '').map((text) => ({ where, text })));
  const looked = parts.slice(0, MOST_WORDINGS);
  const sets =
    looked.length <= MOST_SETS
      ? subsets(looked)
      : looked.flatMap((one, place) => [[one], ...looked.slice(place + 1).map((other) => [one, other])]);
  const together = sets.map((set) => {
    const at = (wanted: Wording['where']) => set.filter(({ where }) => where === wanted).map(({ text }) => text);
    // The longer of two beginnings may hold the shorter one.
    const longest = (texts: readonly string[]) => [...texts].sort((a, b) => b.length - a.length)[0] ?? '';
    return { head: longest(at('start')), middle: at('anywhere').join(''), tail: longest(at('end')) };
  });
  return {
    texts: [
      ...wholes,
      ...together,
      ...parts.slice(MOST_WORDINGS).map(({ text }) => ({ head: '', middle: text, tail: '' })),
    ],
    isLoose: parts.length > MOST_SETS,
  };
}

function subsets<T>(all: readonly T[]): T[][] {
  return all.reduce<T[][]>((sets, one) => [...sets, ...sets.map((set) => [...set, one])], [[]]).slice(1);
}

export const textKind: KindOfChoice<TextChoice> = {
  told: [...EFFECT_TOLD, 'placeholder', 'minCharacters', 'maxCharacters', 'default'],
  check,
  reader,
  settledInside: false,
  tests: ['characters', 'says', 'answered'],
  candidates: (choice, scope) => textCandidates(choice, LONGEST_TEXT, scope),
  unseen: withoutEffect,
};
