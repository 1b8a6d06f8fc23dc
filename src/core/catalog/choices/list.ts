import { z } from 'zod';
import { type Path } from '../faults';
import { type ChoiceReader, choiceFields, type Report } from './common';
import { checkOptions, optionFields, optionsChoiceFields, optionsReader } from './options';

/** One from a list. */
export const schema = z.strictObject({
  kind: z.literal('list'),
  ...choiceFields,
  ...optionsChoiceFields,
  options: z.array(z.strictObject(optionFields)).max(500).default([]),
});

export type ListChoice = z.infer<typeof schema>;

export function check(choice: ListChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
}

export function reader(choice: ListChoice, path: Path): ChoiceReader {
  return optionsReader(choice, path);
}
