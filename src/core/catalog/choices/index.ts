import { z } from 'zod';
import { type Path } from '../faults';
import { type ChoiceReader, type Report } from './common';
import * as list from './list';
import * as measure from './measure';
import * as number from './number';
import * as swatch from './swatch';
import * as text from './text';
import * as yesNo from './yes-no';

export const choiceSchema = z.discriminatedUnion('kind', [
  list.schema,
  swatch.schema,
  text.schema,
  number.schema,
  measure.schema,
  yesNo.schema,
]);

export type Choice = z.infer<typeof choiceSchema>;
export type ChoiceKind = Choice['kind'];
export type OptionsChoice = Extract<Choice, { options: unknown }>;
export type Option = OptionsChoice['options'][number];

/** The kinds of choice, in the order in which they are offered to the catalog manager. */
export const choiceKinds: readonly ChoiceKind[] = ['list', 'swatch', 'text', 'number', 'measure', 'yesNo'];

/** Whether the choice offers a list of options. */
export function hasOptions(choice: Choice): choice is OptionsChoice {
  return choice.kind === 'list' || choice.kind === 'swatch';
}

/** Reports what is wrong with a choice, taken by itself. */
export function checkChoice(choice: Choice, path: Path, report: Report): void {
  switch (choice.kind) {
    case 'list':
      return list.check(choice, path, report);
    case 'swatch':
      return swatch.check(choice, path, report);
    case 'text':
      return text.check(choice, path, report);
    case 'number':
      return number.check(choice, path, report);
    case 'measure':
      return measure.check(choice, path, report);
    case 'yesNo':
      return yesNo.check();
  }
}

/** Makes a choice ready to read answers. */
export function choiceReader(choice: Choice, path: Path): ChoiceReader {
  switch (choice.kind) {
    case 'list':
      return list.reader(choice, path);
    case 'swatch':
      return swatch.reader(choice, path);
    case 'text':
      return text.reader(choice, path);
    case 'number':
      return number.reader(choice, path);
    case 'measure':
      return measure.reader(choice, path);
    case 'yesNo':
      return yesNo.reader(choice, path);
  }
}

export { type Answer, type ChoiceReader, type Effect, KEY_PATTERN, keySchema, type Report, SKU_PATTERN, type Weight, weightSchema } from './common';
export { COLOUR_PATTERN } from './swatch';
export { LONGEST_TEXT } from './text';
