import { z } from 'zod';
import { type Path } from '../../problems';
import { choiceFields, type ChoiceReader, type Report } from './common';
import { type KindOfChoice } from './kind';
import {
  checkOptions,
  oneOfFields,
  optionCandidates,
  OPTIONS_TOLD,
  optionsReader,
  swatchNamesField,
  unseenOptions,
} from './options';

/** One of several colours or textures, each shown as a swatch: one to three colours, or a picture. */
export const schema = z.strictObject({
  kind: z.literal('swatch'),
  ...choiceFields,
  ...oneOfFields,
  names: swatchNamesField,
});

export type SwatchChoice = z.infer<typeof schema>;

export function check(choice: SwatchChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
}

export function reader(choice: SwatchChoice, path: Path): ChoiceReader {
  return optionsReader(choice, path);
}

export const swatchKind: KindOfChoice<SwatchChoice> = {
  told: [...OPTIONS_TOLD, 'stocked', 'default', 'names'],
  check,
  reader,
  settledInside: true,
  tests: ['option', 'answered'],
  candidates: optionCandidates,
  unseen: unseenOptions,
};
