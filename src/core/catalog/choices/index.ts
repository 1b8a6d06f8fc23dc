import { z } from 'zod';
import { type Path } from '../../problems/fault';
import * as addOn from './add-on';
import * as agreement from './agreement';
import { type ChoiceReader, type Report } from './common';
import * as date from './date';
import * as file from './file';
import * as lettering from './lettering';
import * as list from './list';
import * as longText from './long-text';
import * as measure from './measure';
import * as notes from './notes';
import * as number from './number';
import * as several from './several';
import * as swatch from './swatch';
import * as text from './text';
import * as yesNo from './yes-no';

export const choiceSchema = z.discriminatedUnion('kind', [
  list.schema,
  several.schema,
  swatch.schema,
  lettering.schema,
  text.schema,
  longText.schema,
  number.schema,
  measure.schema,
  date.schema,
  file.schema,
  yesNo.schema,
  agreement.schema,
  addOn.schema,
  notes.headingSchema,
  notes.paragraphSchema,
  notes.linkSchema,
  notes.dividerSchema,
]).meta({ id: 'choice' });

export type Choice = z.infer<typeof choiceSchema>;
export type ChoiceKind = Choice['kind'];
export type OptionsChoice = Extract<Choice, { options: unknown }>;
/** A choice of which one option is picked, and which may be stocked. */
export type OneOfChoice = Extract<Choice, { stocked: unknown }>;
/** A choice with one effect of its own: what is typed, uploaded, or said yes to. */
export type EffectChoice = Extract<Choice, { amount: unknown }>;

/** The kinds of choice, in the order in which they are offered to the catalog manager. */
export const choiceKinds: readonly ChoiceKind[] = [
  'list',
  'several',
  'swatch',
  'lettering',
  'text',
  'longText',
  'number',
  'measure',
  'date',
  'file',
  'yesNo',
  'agreement',
  'addOn',
  'heading',
  'paragraph',
  'link',
  'divider',
];

/** Whether the choice offers a list of options. */
export function hasOptions(choice: Choice): choice is OptionsChoice {
  return 'options' in choice;
}

/** Whether its options are counted separately in stock. */
export function isStocked(choice: Choice): choice is OneOfChoice {
  return 'stocked' in choice && choice.stocked;
}

/** Whether it stands on the page and asks nothing. */
export function isNote(choice: Choice): choice is notes.Note {
  return choice.kind === 'heading' || choice.kind === 'paragraph' || choice.kind === 'link' || choice.kind === 'divider';
}

/** What the catalog manager calls a choice. */
export function insideNameOf(choice: Choice): string {
  return choice.insideName || choice.title || (choice.kind === 'paragraph' ? choice.text.slice(0, 40) : '') || (choice.kind === 'divider' ? 'Divider' : 'Without a title');
}

/** Reports what is wrong with a choice, taken by itself. */
export function checkChoice(choice: Choice, path: Path, report: Report): void {
  switch (choice.kind) {
    case 'list':
      return list.check(choice, path, report);
    case 'several':
      return several.check(choice, path, report);
    case 'swatch':
      return swatch.check(choice, path, report);
    case 'lettering':
      return lettering.check(choice, path, report);
    case 'text':
      return text.check(choice, path, report);
    case 'longText':
      return longText.check(choice, path, report);
    case 'number':
      return number.check(choice, path, report);
    case 'measure':
      return measure.check(choice, path, report);
    case 'date':
      return date.check(choice, path, report);
    case 'file':
      return file.check(choice, path, report);
    case 'yesNo':
      return yesNo.check();
    case 'agreement':
      return agreement.check(choice, path, report);
    case 'addOn':
      return addOn.check(choice, path, report);
    case 'heading':
    case 'paragraph':
    case 'link':
    case 'divider':
      return notes.check(choice, path, report);
  }
}

/** Makes a choice ready to read answers. */
export function choiceReader(choice: Choice, path: Path): ChoiceReader {
  switch (choice.kind) {
    case 'list':
      return list.reader(choice, path);
    case 'several':
      return several.reader(choice, path);
    case 'swatch':
      return swatch.reader(choice, path);
    case 'lettering':
      return lettering.reader(choice, path);
    case 'text':
      return text.reader(choice, path);
    case 'longText':
      return longText.reader(choice, path);
    case 'number':
      return number.reader(choice, path);
    case 'measure':
      return measure.reader(choice, path);
    case 'date':
      return date.reader(choice, path);
    case 'file':
      return file.reader(choice, path);
    case 'yesNo':
      return yesNo.reader(choice, path);
    case 'agreement':
      return agreement.reader(choice);
    case 'addOn':
      return addOn.reader(choice);
    case 'heading':
    case 'paragraph':
    case 'link':
    case 'divider':
      return notes.reader();
  }
}

export { type AddOnPrice } from './add-on';
export { isSafeAddress } from './agreement';
export {
  type AnswerContext,
  type ChoiceReader,
  type Effect,
  KEY_PATTERN,
  keySchema,
  type Report,
  SKU_PATTERN,
  type UploadedFile,
  type Weight,
  weightSchema,
} from './common';
export { type DateChoice, type DayBound, dayWindow } from './date';
export { fileProblem, LARGEST_FILE } from './file';
export { type FileType, fileSizeWords, fileTypeNames, fileTypes, fileTypeWords } from './file-types';
export { type LetteringFace, letteringFaces, letteringFamily } from './lettering-faces';
export { limitProblem } from './limits';
export { LONGEST_LONG_TEXT } from './long-text';
export { type PicturePlace, type QuickPick } from './measure';
export { type Note } from './notes';
export { numberLimits } from './number';
export { COLOUR_PATTERN, type Option, optionSchema } from './options';
export { LONGEST_TEXT } from './text';
