import { type MeasureFault } from '../quantity';
import { type QuantityFault } from '../ordering';
import { problemWords } from '../words/problems';

/** What keeps a selection from being sold, as data. */
export type ProblemData =
  | { readonly code: 'selectionMalformed'; readonly expected: string }
  | { readonly code: 'unknownChoice'; readonly key: string }
  | { readonly code: 'wrongKindOfAnswer'; readonly title: string; readonly expected: string }
  | { readonly code: 'unknownOption'; readonly title: string; readonly given: string; readonly offered: readonly string[] }
  | { readonly code: 'answerMissing'; readonly title: string; readonly ask: 'choose' | 'enter' | 'answer' }
  | { readonly code: 'textTooShort'; readonly title: string; readonly characters: number; readonly least: number }
  | { readonly code: 'textTooLong'; readonly title: string; readonly characters: number; readonly most: number }
  | { readonly code: 'textUnprintable'; readonly title: string }
  | { readonly code: 'numberUnreadable'; readonly title: string; readonly given: string; readonly fault: MeasureFault; readonly example: string }
  | { readonly code: 'numberTooLarge'; readonly title: string }
  | { readonly code: 'belowMinimum'; readonly title: string; readonly minimum: string; readonly nearest: readonly string[] }
  | { readonly code: 'aboveMaximum'; readonly title: string; readonly maximum: string; readonly nearest: readonly string[] }
  | { readonly code: 'offStep'; readonly title: string; readonly step: string; readonly nearest: readonly string[] }
  | QuantityFault
  | { readonly code: 'combinationNotMade'; readonly combination: string }
  | { readonly code: 'outOfStock'; readonly item: string }
  | { readonly code: 'notEnoughStock'; readonly item: string; readonly canSupply: number; readonly asked: number }
  | { readonly code: 'productNotReady'; readonly first: string; readonly count: number }
  | { readonly code: 'notInShop' }
  | { readonly code: 'priceMissing' }
  | { readonly code: 'priceBelowNothing'; readonly price: string };

export type ProblemCode = ProblemData['code'];

/** What a problem makes of the selection: wrong as it stands, not finished, or right but not to be had. */
export type ProblemClass = 'invalid' | 'incomplete' | 'unavailable';

/** `choice:KEY`, `quantity`, `item` or `selection`: what on the page the problem stands beside. */
export type Where = `choice:${string}` | 'quantity' | 'item' | 'selection';

export interface Problem {
  readonly where: Where;
  readonly code: ProblemCode;
  readonly message: string;
  /** what would be right */
  readonly remedy?: string;
  /** right answers close to the one given, ready to be taken over */
  readonly nearest?: readonly string[];
  readonly data: ProblemData;
}

/** Puts words to a problem and says where it stands. */
export function problem(where: Where, data: ProblemData): Problem {
  const { message, remedy } = problemWords(data);
  const nearest = 'nearest' in data && data.nearest.length > 0 ? data.nearest.map(String) : undefined;
  return { where, code: data.code, message, ...(remedy && { remedy }), ...(nearest && { nearest }), data };
}

/** How a problem weighs. */
export function problemClass(code: ProblemCode): ProblemClass {
  switch (code) {
    case 'answerMissing':
      return 'incomplete';
    case 'notInShop':
    case 'combinationNotMade':
    case 'outOfStock':
    case 'notEnoughStock':
      return 'unavailable';
    default:
      return 'invalid';
  }
}
