import { type Answer } from '../../selection';
import { z } from 'zod';
import { type Problem } from '../../problems';
import { type Path } from '../../problems/fault';
import { type ChoiceReader, choiceFields, effectFields, ONE_PICK, ownEffect, plainAnswer, refuse } from './common';

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
    expected: 'true or false',
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
