import { z } from 'zod';
import { type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import {
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ONE_PICK,
  ownEffect,
  plainAnswer,
  refuse,
  withoutEffect,
} from './common';
import { type KindOfChoice } from './kind';

/** A question with two answers. What it adds, it adds for "yes". */
export const schema = z.strictObject({
  kind: z.literal('yesNo'),
  ...choiceFields,
  default: z.boolean().nullable().default(null),
  ...effectFields,
});

export type YesNoChoice = z.infer<typeof schema>;

const YES: Answer = { ...plainAnswer, canonical: 'yes', shown: 'Yes', picks: ONE_PICK };
const NO: Answer = { ...plainAnswer, canonical: 'no', shown: 'No' };

/** A question with two answers has no limits that could be wrong. */
export function check(): void {}

export function reader(choice: YesNoChoice, path: Path): ChoiceReader {
  return {
    ask: 'answer',
    expected: { form: 'yesNo' },
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === true) return YES;
      if (raw === false) return NO;
      if (raw === '') return null;
      return refuse(problems, choice.key, { code: 'wrongKindOfAnswer', title: choice.title, expected: this.expected });
    },
  };
}

export const yesNoKind: KindOfChoice<YesNoChoice> = {
  told: [...EFFECT_TOLD, 'default'],
  settledInside: true,
  check,
  reader,
  tests: ['said', 'answered'],
  // To leave a question alone is to say no.
  candidates: (_, { read }) => ({ list: [...read(false, -1), ...read(true, 1)], counted: true }),
  unseen: withoutEffect,
};
