import { type Choice } from '@/core/catalog';
import { type CountedAnswer, type OptionOffer } from '@/core/resolve';

/** What the control of any kind of choice is given. */
export interface ControlProps<C extends Choice = Choice> {
  choice: C;
  /** id of the control, for its label */
  id: string;
  /** what has been given so far; undefined when nothing, so that the default counts */
  answer: unknown;
  counted: CountedAnswer | undefined;
  offers: readonly OptionOffer[];
  currency: string;
  invalid: boolean;
  /** undefined takes the answer back, so that the default counts again */
  onAnswer: (answer: string | boolean | null | undefined) => void;
}

const WHY = { notMade: 'not made in this combination', outOfStock: 'out of stock' } as const;

/** Why an option is not offered, in words; empty when it is. */
export function whyNot(offers: readonly OptionOffer[], option: string): string {
  const offer = offers.find((candidate) => candidate.option === option);
  return offer?.why ? WHY[offer.why] : '';
}

/** The text that stands in a typed field: what was given, else the default. */
export function typedText(answer: unknown, fallback: string | null): string {
  if (typeof answer === 'string') return answer;
  if (answer === null) return '';
  return fallback ?? '';
}
