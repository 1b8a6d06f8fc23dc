import { z } from 'zod';
import { type AnswerForm, type Path } from '../../problems';
import {
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ownEffect,
  placeholderField,
  type Report,
  withoutEffect,
} from './common';
import { type KindOfChoice } from './kind';
import { checkCharacterLimits, textAnswer, textCandidates } from './text';

/** The longest text of several lines any product may ask for. */
export const LONGEST_LONG_TEXT = 5000;

const characterLimit = z.int().min(1).max(LONGEST_LONG_TEXT).nullable().default(null);

/** A text of several lines. */
export const schema = z.strictObject({
  kind: z.literal('longText'),
  ...choiceFields,
  placeholder: placeholderField,
  lines: z.int().min(2).max(20).default(4).describe('how tall its field is'),
  minCharacters: characterLimit,
  maxCharacters: characterLimit,
  default: z.string().max(LONGEST_LONG_TEXT).nullable().default(null),
  ...effectFields,
});

export type LongTextChoice = z.infer<typeof schema>;

export function check(choice: LongTextChoice, path: Path, report: Report): void {
  checkCharacterLimits(choice, path, report);
}

export function reader(choice: LongTextChoice, path: Path): ChoiceReader {
  const expected: AnswerForm = { form: 'text' };
  return {
    ask: 'enter',
    expected,
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read: (raw, problems) => textAnswer(raw, { choice, expected, longest: LONGEST_LONG_TEXT, lines: true }, problems),
  };
}

export const longTextKind: KindOfChoice<LongTextChoice> = {
  told: [...EFFECT_TOLD, 'placeholder', 'lines', 'minCharacters', 'maxCharacters', 'default'],
  check,
  reader,
  settledInside: false,
  tests: ['characters', 'says', 'answered'],
  candidates: (choice, scope) => textCandidates(choice, LONGEST_LONG_TEXT, scope),
  unseen: withoutEffect,
};
