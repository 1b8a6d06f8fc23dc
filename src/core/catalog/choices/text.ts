import { z } from 'zod';
import { type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { countCharacters, printable } from '../../text';
import { type Candidates, type CandidateScope } from './candidates';
import { choiceFields, type ChoiceReader, effectFields, ONE_PICK, ownEffect, refuse, type Report, withoutEffect } from './common';
import { type KindOfChoice } from './kind';

/** The longest line of text any product may ask for. */
export const LONGEST_TEXT = 500;

const characterLimit = z.int().min(1).max(LONGEST_TEXT).nullable().default(null);

/** A line of text. */
export const schema = z.strictObject({
  kind: z.literal('text'),
  ...choiceFields,
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
export function checkCharacterLimits({ minCharacters: least, maxCharacters: most }: CharacterLimits, path: Path, report: Report): void {
  if (least !== null && most !== null && least > most) {
    report([...path, 'minCharacters'], { code: 'limitsCross', least: String(least), most: String(most) });
  }
}

interface TextForm {
  readonly choice: CharacterLimits & { readonly key: string; readonly title: string };
  readonly expected: string;
  readonly longest: number;
  /** whether it may have several lines */
  readonly lines: boolean;
}

/** Reads a text within its limits, in the one form in which it is counted and told apart. */
export function textAnswer(raw: unknown, { choice, expected, longest, lines }: TextForm, problems: Problem[]): Answer | null {
  const { key, title } = choice;
  const least = choice.minCharacters ?? 1;
  const most = choice.maxCharacters ?? longest;
  if (typeof raw !== 'string') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
  // Long before anything is counted: a text of many thousand characters is refused at no cost.
  if (raw.length > longest * 12) return refuse(problems, key, { code: 'textTooLong', title, characters: raw.length, most });
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
  const form: TextForm = { choice, expected: 'a line of text', longest: LONGEST_TEXT, lines: false };
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
export function textCandidates({ minCharacters, maxCharacters }: CharacterLimits, longest: number, { thresholds, read }: CandidateScope): Candidates {
  const [least, most] = [minCharacters ?? 1, maxCharacters ?? longest];
  // Where a price may not fall below nothing, what lies between may come nearer to it.
  const each = most - least <= MOST_LENGTHS ? Array.from({ length: Math.max(0, most - least + 1) }, (_, more) => least + more) : [];
  const lengths = new Set([least, 2, most, ...each, ...thresholds.flatMap((text) => [Number(text) - 1, Number(text), Number(text) + 1])]);
  const fitting = [...lengths].filter((length) => length >= least && length <= most).sort((a, b) => a - b);
  return { list: fitting.flatMap((length) => [...read('x'.repeat(length), 0), ...(length > 2 ? read(`x${' '.repeat(length - 2)}x`, 0) : [])]), counted: false };
}

export const textKind: KindOfChoice<TextChoice> = { check, reader, tests: ['characters', 'answered'], candidates: (choice, scope) => textCandidates(choice, LONGEST_TEXT, scope), unseen: withoutEffect };
