import { z } from 'zod';
import { addOnKind, schema as addOnSchema } from './add-on';
import { agreementKind, schema as agreementSchema } from './agreement';
import { PLACED_TOLD } from './common';
import { dateKind, schema as dateSchema } from './date';
import { fileKind, schema as fileSchema } from './file';
import { type KindOfChoice } from './kind';
import { letteringKind, schema as letteringSchema } from './lettering';
import { listKind, schema as listSchema } from './list';
import { longTextKind, schema as longTextSchema } from './long-text';
import { measureKind, schema as measureSchema } from './measure';
import {
  dividerKind,
  dividerSchema,
  headingKind,
  headingSchema,
  linkKind,
  linkSchema,
  type Note,
  paragraphKind,
  paragraphSchema,
} from './notes';
import { numberKind, schema as numberSchema } from './number';
import { type Option, OPTION_TOLD } from './options';
import { schema as severalSchema, severalKind } from './several';
import { schema as slotSchema, slotKind } from './slot';
import { schema as swatchSchema, swatchKind } from './swatch';
import { schema as textSchema, textKind } from './text';
import { schema as yesNoSchema, yesNoKind } from './yes-no';

export const choiceSchema = z
  .discriminatedUnion('kind', [
    listSchema,
    severalSchema,
    swatchSchema,
    letteringSchema,
    textSchema,
    longTextSchema,
    numberSchema,
    measureSchema,
    dateSchema,
    fileSchema,
    yesNoSchema,
    agreementSchema,
    addOnSchema,
    slotSchema,
    headingSchema,
    paragraphSchema,
    linkSchema,
    dividerSchema,
  ])
  .meta({ id: 'choice' });

export type Choice = z.infer<typeof choiceSchema>;
export type ChoiceKind = Choice['kind'];
export type OptionsChoice = Extract<Choice, { options: unknown }>;
/** A choice of which one option is picked, and which may be stocked. */
export type OneOfChoice = Extract<Choice, { stocked: unknown }>;
/** A choice with one effect of its own: what is typed, uploaded, or said yes to. */
export type EffectChoice = Extract<Choice, { amount: unknown }>;

/**
 * All kinds of choice, in the order in which they are offered to the catalog manager; one that is forgotten does not
 * compile.
 */
const kinds = {
  list: listKind,
  several: severalKind,
  swatch: swatchKind,
  lettering: letteringKind,
  text: textKind,
  longText: longTextKind,
  number: numberKind,
  measure: measureKind,
  date: dateKind,
  file: fileKind,
  yesNo: yesNoKind,
  agreement: agreementKind,
  addOn: addOnKind,
  slot: slotKind,
  heading: headingKind,
  paragraph: paragraphKind,
  link: linkKind,
  divider: dividerKind,
} satisfies { readonly [K in ChoiceKind]: KindOfChoice<Extract<Choice, { kind: K }>> };

export const choiceKinds = Object.keys(kinds) as ChoiceKind[];

/** What the core knows of a choice's kind. */
export function kindOf<C extends Choice>(choice: C): KindOfChoice<C> {
  // The record has for each kind what fits that kind; that the two belong together is more than the compiler can
  // follow.
  return kinds[choice.kind] as unknown as KindOfChoice<C>;
}

const blanks = new Map<ChoiceKind, Choice>();

/** A choice of a kind of which nothing is said. */
function blankOf(kind: ChoiceKind): Choice {
  const blank =
    blanks.get(kind) ?? choiceSchema.parse({ kind, key: 'blank', title: '', ...(kind === 'measure' && { unit: 'm' }) });
  blanks.set(kind, blank);
  return blank;
}

/**
 * A choice with nothing but what customers may know of it. What its kind doesn't name is as it would be in a choice
 * that says nothing of it.
 */
export function toldChoice(choice: Choice): Choice {
  const told: readonly string[] = [...PLACED_TOLD, ...kindOf(choice).told];
  const known = Object.fromEntries(Object.entries(choice).filter(([name]) => told.includes(name)));
  return {
    ...blankOf(choice.kind),
    ...known,
    ...(hasOptions(choice) && { options: choice.options.map(toldOption) }),
  } as Choice;
}

const toldOption = (option: Option): object => Object.fromEntries(OPTION_TOLD.map((name) => [name, option[name]]));

/** Whether the choice offers a list of options. */
export function hasOptions(choice: Choice): choice is OptionsChoice {
  return 'options' in choice;
}

/** What each of a choice's effects adds to the price, by its position: of every option, or of the answer. */
export function amountsOf(choice: Choice) {
  if (hasOptions(choice)) return choice.options.map(({ amount }) => amount);
  return 'amount' in choice ? [choice.amount] : [];
}

/** Whether its options are counted separately in stock. */
export function isStocked(choice: Choice): choice is OneOfChoice {
  return 'stocked' in choice && choice.stocked;
}

/** Whether it stands on the page and asks nothing. */
export function isNote(choice: Choice): choice is Note {
  return kindOf(choice).tests.length === 0;
}

export { type AddOnPrice } from './add-on';
export { isSafeAddress } from './agreement';
export {
  type AnswerContext,
  type ChoiceReader,
  type Effect,
  KEY_PATTERN,
  keySchema,
  type NotCounted,
  type Capacity,
  capacitySchema,
  notCountedField,
  reasonsNotCounted,
  type Report,
  SKU_PATTERN,
  skuFrom,
  UNSEEN,
  type UploadedFile,
  type Weight,
  weightSchema,
} from './common';
export { type Candidate, type Candidates, type CandidateScope, countCandidates } from './candidates';
export { type DateChoice, type DayBound, dayWindow, tooEarly } from './date';
export { anyFile, fileProblem, LARGEST_FILE } from './file';
export { drawnFileTypes, type FileType, fileTypeNames, fileTypes } from './file-types';
export {
  isFontPlace,
  LARGEST_TYPEFACE,
  isTypeface,
  type LetteringFace,
  letteringFaces,
  letteringFamily,
  letteringParts,
  letteringSubsets,
  LONGEST_LICENCE,
  typefaceAddress,
  typefaceAt,
  LONGEST_TYPEFACE,
  MOST_TYPEFACES,
} from './lettering-faces';
export { type KindOfChoice, type TestOfChoice } from './kind';
export { limitProblem } from './limits';
export { LONGEST_LONG_TEXT } from './long-text';
export { percentOfPicture, type PicturePlace, type QuickPick } from './measure';
export { type Note } from './notes';
export { type JoinCondition, joinConditionSchema, MOST_IN_A_SLOT, settledSchema, type SlotChoice } from './slot';
export { giveSkuParts, skuPartFrom } from './sku-part';
export { numberLimits } from './number';
export { COLOUR_PATTERN, MOST_OPTIONS, type Option, optionSchema, pickShown, unseenOption } from './options';
export { LONGEST_TEXT } from './text';
