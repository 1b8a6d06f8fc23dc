import { z } from 'zod';
import { type Path } from '../faults';
import { type ChoiceReader, choiceFields, type Report } from './common';
import { checkOptions, optionFields, optionsChoiceFields, optionsReader } from './options';

/** A colour as the open format writes it. */
export const COLOUR_PATTERN = /^#[0-9a-f]{6}$/i;

/** One of several colours, each shown as a swatch of one to three colours. */
export const schema = z.strictObject({
  kind: z.literal('swatch'),
  ...choiceFields,
  ...optionsChoiceFields,
  options: z
    .array(
      z.strictObject({
        ...optionFields,
        colours: z.array(z.string().max(30)).max(3).default([]).describe('one to three colours as #rrggbb'),
      }),
    )
    .max(500)
    .default([]),
});

export type SwatchChoice = z.infer<typeof schema>;

export function check(choice: SwatchChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
  choice.options.forEach((option, index) => {
    const at = [...path, 'options', index, 'colours'];
    if (option.colours.length === 0) report(at, { code: 'noColour', title: option.title });
    option.colours.forEach((colour, position) => {
      if (!COLOUR_PATTERN.test(colour)) report([...at, position], { code: 'badColour', given: colour });
    });
  });
}

export function reader(choice: SwatchChoice, path: Path): ChoiceReader {
  return optionsReader(choice, path);
}
