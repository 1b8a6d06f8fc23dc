import { type Where } from '../selection';
import { type ProblemCode, type ProblemData } from './problem-data';

/** What a problem makes of the selection: wrong as it stands, not finished, or right but not to be had. */
export type ProblemClass = 'invalid' | 'incomplete' | 'unavailable';

/** What is wrong, as data, and where; `core/words` says it. */
export interface Problem {
  readonly where: Where;
  readonly code: ProblemCode;
  readonly data: ProblemData;
}

/** Says of something wrong where it stands. */
export function problem(where: Where, data: ProblemData): Problem {
  return { where, code: data.code, data };
}

const NONE_NEAR: readonly string[] = [];

/** Right answers close to the one given, ready to be taken over. */
export function nearestAnswers(data: ProblemData): readonly string[] {
  return 'nearest' in data && data.nearest.length > 0 ? data.nearest.map((near) => String(typeof near === 'object' ? near.quantity : near)) : NONE_NEAR;
}

/** How a problem weighs. */
export function problemClass(code: ProblemCode): ProblemClass {
  switch (code) {
    case 'answerMissing':
    case 'slotTooFew':
      return 'incomplete';
    case 'notInShop':
    case 'combinationNotMade':
    case 'notMadeTogether':
    case 'notOnSale':
    case 'outOfStock':
    case 'notEnoughStock':
    case 'noRoom':
    case 'workshopUnsettled':
    case 'partOut':
    case 'cannotCut':
      return 'unavailable';
    default:
      return 'invalid';
  }
}
