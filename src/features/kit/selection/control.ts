import { type Choice, type UploadedFile } from '@/core/catalog';
import { type CountedAnswerJson, type OptionOfferJson, type ResolutionJson } from '@/core/exchange';
import { type Program } from '@/core/compile';
import { type PickedOption } from '@/core/run';
import { type Around } from './given-parts';

/** What those who listen are told of a control beside its label: that it must be answered, and what is wrong. */
export interface ControlAria {
  readonly 'aria-required'?: true;
  readonly 'aria-invalid'?: true;
  readonly 'aria-describedby'?: string;
}

/** The same of a control of that id. @param isWrong whether something of it is told to be missing or wrong */
export const ariaOf = (id: string, isRequired: boolean, isWrong: boolean): ControlAria => ({
  ...(isRequired && { 'aria-required': true }),
  ...(isWrong && { 'aria-invalid': true, 'aria-describedby': toldId(id) }),
});

/** The id of what is told of a control. */
export const toldId = (id: string): string => `${id}-told`;

/** What the control of any kind of choice is given. */
export interface ControlProps<C extends Choice = Choice> {
  choice: C;
  /** id of the control, for its label */
  id: string;
  /** what has been given so far; undefined when nothing, so that the default counts */
  answer: unknown;
  counted: CountedAnswerJson | undefined;
  offers: readonly OptionOfferJson[];
  currency: string;
  /** what those who listen are told of it */
  aria: ControlAria;
  /** whether it must be answered, be it that the choice is required or that a rule asks for it */
  required: boolean;
  page: PageContext;
  /** undefined takes the answer back, so that the default counts again */
  onAnswer: (answer: unknown) => void;
}

/** What a control may need of the page around it. */
export interface PageContext {
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** the product whose page it is */
  readonly program: Program;
  /** what forms on one page share */
  readonly around: Around;
  /** whether answers that are merely missing are pointed out */
  readonly showMissing: boolean;
  readonly resolution: ResolutionJson;
  /** keeps a file that the customer gives and says its token */
  readonly upload: (choice: Extract<Choice, { kind: 'file' }>, file: File) => Promise<string>;
  readonly files: ReadonlyMap<string, UploadedFile>;
  /** what another product costs that can be taken along, as a decimal; null while that can't be computed */
  readonly addOnPrice: (choice: string) => string | null;
  /** whether the product that a choice takes along is not in the shop now */
  readonly isGone: (choice: string) => boolean;
}

export const WHY = {
  notMade: 'not made in this combination',
  notOnSale: 'not on sale at the moment',
  outOfStock: 'out of stock',
  otherGroup: 'not offered to you',
  doesNotFit: 'does not fit',
  noWay: 'does not go with the rest',
} as const;

function offerOf(offers: readonly OptionOfferJson[], option: string): OptionOfferJson | undefined {
  return offers.find((candidate) => candidate.option === option);
}

/** Whether an option stands on the page at all. */
export function isShown(offers: readonly OptionOfferJson[], option: string): boolean {
  return offerOf(offers, option)?.shown ?? true;
}

/** Why an option is not offered, in words; empty when it is. */
export function whyNot(offers: readonly OptionOfferJson[], option: string): string {
  const offer = offerOf(offers, option);
  if (offer?.why === 'rule') return `not when ${offer.because ?? 'a rule forbids it'}`;
  if (offer?.why === 'doesNotFit') return offer.because ?? WHY.doesNotFit;
  return offer?.why ? WHY[offer.why] : '';
}

/** What to change so that an option fits, as a sentence; empty where nothing is known that would. */
export function toMakeFit(offers: readonly OptionOfferJson[], option: string): string {
  return offerOf(offers, option)?.remedy ?? '';
}

/** How long an option takes that is offered although it is out of stock; empty when it is there. */
export function leadWords(offers: readonly OptionOfferJson[], option: string): string {
  const days = offerOf(offers, option)?.leadDays ?? null;
  return days === null ? '' : `made to order, ${days} days`;
}

/** What is picked, as an answer that counts writes it: `oak`, `oak*3`, `oak+ash*2`. */
export function pickedOf(counted: CountedAnswerJson | undefined): readonly PickedOption[] {
  return counted?.picks ?? [];
}

/** A picked option in the form that a selection has. */
export function pickAnswer({ option, quantity }: PickedOption): string | PickedOption {
  return quantity === 1 ? option : { option, quantity };
}

/** The text that stands in a typed field: what was given, else the default. */
export function typedText(answer: unknown, fallback: string | null): string {
  if (typeof answer === 'string') return answer;
  if (answer === null) return '';
  return fallback ?? '';
}
