import { z } from 'zod';
import { type Path } from '../../problems';
import { choiceFields, type ChoiceReader, type Report } from './common';
import { type KindOfChoice } from './kind';
import { checkOptions, oneOfFields, optionCandidates, OPTIONS_TOLD, optionsReader, unseenOptions } from './options';

/** One from a list. */
export const schema = z.strictObject({
  kind: z.literal('list'),
  ...choiceFields,
  ...oneOfFields,
  look: z
    .enum(['auto', 'menu', 'buttons', 'cards'])
    .default('auto')
    .describe('auto: buttons while they are few, else a menu'),
});

export type ListChoice = z.infer<typeof schema>;

export function check(choice: ListChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
}

export function reader(choice: ListChoice, path: Path): ChoiceReader {
  return optionsReader(choice, path);
}

export const listKind: KindOfChoice<ListChoice> = {
  told: [...OPTIONS_TOLD, 'stocked', 'default'],
  check,
  reader,
  settledInside: true,
  tests: ['option', 'answered'],
  candidates: optionCandidates,
  unseen: unseenOptions,
};
