import { type Where } from '../selection';
import { type Instead } from './named-things';
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
  return 'nearest' in data && data.nearest.length > 0
    ? data.nearest.map((near) => String(typeof near === 'object' ? near.quantity : near))
    : NONE_NEAR;
}

const NOTHING_INSTEAD: readonly Instead[] = [];

/** What could be answered instead, of problems that know it. */
export function insteadOf(data: ProblemData): readonly Instead[] {
  switch (data.code) {
    case 'unknownOption':
    case 'partNotOffered':
      return data.offered;
    case 'partOut':
    case 'notMadeTogether':
      return data.instead;
    default:
      return NOTHING_INSTEAD;
  }
}

/** How each problem weighs; one that is forgotten does not compile. */
const classes: Readonly<Record<ProblemCode, ProblemClass>> = {
  doesNotFit: 'invalid',
  selectionMalformed: 'invalid',
  unknownChoice: 'invalid',
  unknownPart: 'invalid',
  partFixed: 'invalid',
  answerFixed: 'invalid',
  partNotLeftOut: 'invalid',
  partNotOffered: 'invalid',
  partQuantity: 'invalid',
  wrongKindOfAnswer: 'invalid',
  unknownOption: 'invalid',
  answerMissing: 'incomplete',
  workshopUnsettled: 'unavailable',
  textTooShort: 'invalid',
  textTooLong: 'invalid',
  textUnprintable: 'invalid',
  numberUnreadable: 'invalid',
  numberTooLarge: 'invalid',
  belowMinimum: 'invalid',
  aboveMaximum: 'invalid',
  offStep: 'invalid',
  basketQuantity: 'invalid',
  customerQuantity: 'invalid',
  unknownPickKey: 'invalid',
  optionQuantity: 'invalid',
  tooFewPicked: 'invalid',
  tooManyPicked: 'invalid',
  slotTooFew: 'incomplete',
  slotTooMany: 'invalid',
  pickedTwice: 'invalid',
  dayUnreadable: 'invalid',
  dayNotOffered: 'invalid',
  fileUnknown: 'invalid',
  fileType: 'invalid',
  fileTooLarge: 'invalid',
  fileCount: 'invalid',
  filePlace: 'invalid',
  fileNotMoved: 'invalid',
  optionNotOffered: 'invalid',
  optionRuledOut: 'invalid',
  refusedByRule: 'invalid',
  notMadeTogether: 'unavailable',
  formulaStopped: 'invalid',
  partNotReady: 'invalid',
  partOut: 'unavailable',
  notOnSale: 'unavailable',
  combinationNotMade: 'unavailable',
  outOfStock: 'unavailable',
  noRoom: 'unavailable',
  notEnoughStock: 'unavailable',
  cannotCut: 'unavailable',
  productNotReady: 'invalid',
  notInShop: 'unavailable',
  priceMissing: 'invalid',
  priceBelowNothing: 'invalid',
  lineBelowNothing: 'invalid',
  weightBelowNothing: 'invalid',
  unknownKey: 'invalid',
  quantityNotWhole: 'invalid',
  quantityBelow: 'invalid',
  quantityAbove: 'invalid',
  quantityMultiple: 'invalid',
  quantityNotListed: 'invalid',
  quantityRefused: 'invalid',
  noQuantity: 'invalid',
};

/** How a problem weighs. */
export const problemClass = (code: ProblemCode): ProblemClass => classes[code];
