import { problemWords } from '../words/problems';
import { type ProblemCode, type ProblemData } from './problem-data';

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
    case 'notMadeTogether':
    case 'notOnSale':
    case 'outOfStock':
    case 'notEnoughStock':
    case 'cannotCut':
      return 'unavailable';
    default:
      return 'invalid';
  }
}
