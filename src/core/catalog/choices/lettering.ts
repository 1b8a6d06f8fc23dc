import { z } from 'zod';
import { choiceRef } from '../../fields';
import { type Path } from '../../problems';
import { choiceFields, type ChoiceReader, type Report } from './common';
import { type KindOfChoice } from './kind';
import { checkOptions, oneOfFields, optionCandidates, OPTIONS_TOLD, optionsReader, unseenOptions } from './options';

/** A style of lettering, each option shown in its own face. */
export const schema = z.strictObject({
  kind: z.literal('lettering'),
  ...choiceFields,
  ...oneOfFields,
  shows: choiceRef(z.string())
    .nullable()
    .default(null)
    .describe('key of the text that is shown in the faces; null for a sample'),
});

export type LetteringChoice = z.infer<typeof schema>;

export function check(choice: LetteringChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
}

export function reader(choice: LetteringChoice, path: Path): ChoiceReader {
  return optionsReader(choice, path);
}

export const letteringKind: KindOfChoice<LetteringChoice> = {
  told: [...OPTIONS_TOLD, 'stocked', 'default', 'shows'],
  check,
  reader,
  settledInside: false,
  tests: ['option', 'answered'],
  candidates: optionCandidates,
  unseen: unseenOptions,
};
