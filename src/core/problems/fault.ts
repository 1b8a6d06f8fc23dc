import { type ListFault } from './list-fault';
import { type FormulaFaultData } from '../formula/formula-fault';
import { type NamedRule } from '../conditions';
import {
  type Figure,
  type FigureOf,
  type HiddenName,
  type Keyed,
  type ToName,
  type Unnamed,
  type Wanted,
} from './named-things';
import { type ProblemData } from './problem-data';

/** The way to a place in a definition: keys and positions, as in a JSON path. */
export type Path = readonly (string | number)[];

/** Why no answer to a choice can be right. */
export type NothingFits =
  | { readonly kind: 'mostBelowFirstStep' | 'noWeekday' | 'noMonth' | 'noFileType' }
  | { readonly kind: 'fewOptions'; readonly least: number; readonly options: number }
  | { readonly kind: 'ruleWithLimits'; readonly title: string; readonly first: string; readonly last: string };

/** What is wrong with, or missing from, a definition, as data. */
export type FaultData =
  | { readonly code: 'shape'; readonly detail: string }
  | { readonly code: 'titleMissing'; readonly what: Unnamed }
  | { readonly code: 'notDecimal'; readonly given: string }
  | ({ readonly code: 'negative' } & FigureOf)
  | { readonly code: 'badSku'; readonly given: string }
  | { readonly code: 'skuMissing' }
  | { readonly code: 'priceMissing' }
  | { readonly code: 'categoryMissing' }
  | { readonly code: 'pictureMissing' }
  | { readonly code: 'drawsNothing'; readonly when: string | null }
  | { readonly code: 'noOptions'; readonly title: string }
  | { readonly code: 'noColour'; readonly title: string }
  | { readonly code: 'badColour'; readonly given: string }
  | { readonly code: 'duplicateKey'; readonly key: string; readonly what: Keyed }
  | { readonly code: 'titleTwice'; readonly title: string }
  | { readonly code: 'skuClash'; readonly sku: string; readonly first: string; readonly second: string }
  | { readonly code: 'limitsCross'; readonly least: string; readonly most: string }
  | { readonly code: 'stepNotPositive' }
  | { readonly code: 'partsNotAnswers'; readonly given: string }
  | { readonly code: 'belowNothingNotAnswers'; readonly given: string }
  | { readonly code: 'tooFine'; readonly given: string; readonly places: number }
  | { readonly code: 'leftOutNotMade'; readonly title: string }
  | { readonly code: 'noQuantityFits'; readonly least: string; readonly most: string; readonly multiple: number }
  | { readonly code: 'lineBelowNothing'; readonly example: string }
  | { readonly code: 'noAnswerFits'; readonly why: NothingFits }
  | { readonly code: 'defaultRefused'; readonly reason: ProblemData }
  | { readonly code: 'pickRefused'; readonly reason: ProblemData }
  | { readonly code: 'chargeNeedsStep' }
  | ({ readonly code: 'notMoreThanNothing' } & FigureOf)
  | { readonly code: 'chargedWithoutUnit' }
  | { readonly code: 'limitTwice'; readonly first: string; readonly second: string }
  | { readonly code: 'defaultCycle'; readonly way: string }
  | { readonly code: 'conditionTooDeep'; readonly most: number }
  | { readonly code: 'conditionEmpty' }
  | { readonly code: 'ruleWithoutEffect' }
  | { readonly code: 'columnTwice' }
  | { readonly code: 'mustBeShown'; readonly title: string }
  | { readonly code: 'nothingNamed'; readonly what: ToName }
  | { readonly code: 'ruleCycle'; readonly way: string }
  | { readonly code: 'lotsAndSum'; readonly item: string }
  | { readonly code: 'lotsNotMeasured'; readonly item: string }
  | { readonly code: 'lotsWithoutRule'; readonly item: string }
  | { readonly code: 'lotsPromised'; readonly item: string }
  | { readonly code: 'unknownUnit'; readonly given: string }
  | { readonly code: 'unitMismatch'; readonly unit: string; readonly wanted: string }
  | {
      readonly code: 'unknownReference';
      readonly what: 'choice' | 'stock item' | 'option' | 'swatch' | 'formula' | 'slot or part' | 'tax class';
      readonly given: string;
    }
  | { readonly code: 'referenceKind'; readonly title: string; readonly wanted: Wanted }
  | { readonly code: 'measureNotRequired'; readonly title: string }
  | { readonly code: 'floorNotPercent' }
  /** margin and price as decimals: it is found out in a worker, and travels */
  | {
      readonly code: 'marginBelowFloor';
      readonly lists: readonly string[];
      readonly example: string;
      readonly margin: string;
      readonly price: string;
      readonly floor: string;
      readonly currency: string;
    }
  /** of a price list in a catalog file */
  | { readonly code: 'priceListFaulty'; readonly fault: Pick<ListFault, 'title' | 'data'> }
  /** by a choice of its own and by one of a sheet; `other` is the key of that */
  | { readonly code: 'askedTwice'; readonly title: string; readonly other: string }
  | { readonly code: 'breaksEmpty' }
  | { readonly code: 'breaksNotMeasured' }
  | { readonly code: 'breaksOfOptions' }
  | { readonly code: 'pictureElsewhere'; readonly given: string }
  /** signs without width or of direction, in a title */
  | { readonly code: 'hidesSigns' }
  | { readonly code: 'onlyMaximum' }
  /** `above` where it has to be more than nothing; `most` null for no end */
  | {
      readonly code: 'outOfRange';
      readonly figure: Figure;
      readonly given: string;
      readonly above: boolean;
      readonly most: number | null;
    }
  | { readonly code: 'unknownCountry'; readonly given: string }
  | { readonly code: 'untaxedCountry'; readonly country: string }
  | { readonly code: 'productUnknown'; readonly product: string }
  | { readonly code: 'breaksOfAll' }
  | { readonly code: 'breaksWithoutAmount'; readonly title: string }
  | { readonly code: 'breakFromNothing' }
  | { readonly code: 'breakNotWhole'; readonly given: string }
  | { readonly code: 'breakDearer' }
  | { readonly code: 'breakTwice'; readonly from: string }
  | {
      readonly code: 'moreForLess';
      readonly fewer: number;
      /** what fewer cost, as a decimal: faults are told by threads, which numbers of ours don't survive */
      readonly total: string;
      readonly more: number;
      readonly less: string;
      readonly currency: string;
    }
  | { readonly code: 'quantityImpossible' }
  | { readonly code: 'quantityTwice'; readonly quantity: number }
  | { readonly code: 'wasPriceNotHigher' }
  | { readonly code: 'percentBelowNothing' }
  | { readonly code: 'variantIncomplete'; readonly missing: string }
  | { readonly code: 'variantTwice'; readonly combination: string }
  | { readonly code: 'noVariants' }
  | { readonly code: 'nothingStocked' }
  | { readonly code: 'unknownCurrency'; readonly given: string }
  | { readonly code: 'outOfStock'; readonly item: string }
  | { readonly code: 'stockedQuantity'; readonly title: string }
  /** of a choice for the workshop alone: what it can't be, or that nothing settles it */
  | {
      readonly code: 'workshopChoice';
      readonly title: string;
      readonly why: 'kind' | 'stocked' | 'priced' | 'unsettled' | 'byFormula';
    }
  | { readonly code: 'optionPictureMissing'; readonly title: string }
  | { readonly code: 'leadTimeMissing'; readonly title: string }
  | { readonly code: 'faceMissing'; readonly title: string }
  | { readonly code: 'textMissing'; readonly of: 'paragraph' | 'agreement' | 'tell' | 'refuse' }
  | { readonly code: 'badAddress'; readonly given: string }
  | { readonly code: 'badDay'; readonly given: string }
  | { readonly code: 'badDayOfYear'; readonly given: string }
  | { readonly code: 'weightFollows'; /** what it follows from */ readonly from: 'measure' | 'parts' }
  | { readonly code: 'addOnMissing' }
  | { readonly code: 'addOnUnknown'; readonly product: string }
  | { readonly code: 'addOnCycle'; readonly way: string }
  | { readonly code: 'addOnUnresolved'; readonly product: string; readonly first: ProblemData }
  | { readonly code: 'partMissing'; readonly title: string }
  | { readonly code: 'partUnknown'; readonly product: string; readonly title: string }
  | { readonly code: 'partFaulty'; readonly product: string; readonly first: FaultData }
  /** it comes into the shop with what it is a part of, or with what takes it along */
  | { readonly code: 'partNotInShop'; readonly product: string }
  | { readonly code: 'partNotReady'; readonly product: string; readonly first: FaultData }
  | { readonly code: 'partUnresolved'; readonly product: string; readonly first: ProblemData }
  | {
      readonly code: 'partNumberRefused';
      readonly product: string;
      readonly count: number;
      readonly first: ProblemData;
    }
  | { readonly code: 'partAnswerRefused'; readonly product: string; readonly reason: ProblemData }
  | {
      readonly code: 'partChoiceUnknown';
      readonly product: string;
      readonly key: string;
      readonly meant: string | null;
    }
  | { readonly code: 'partNothingOffered'; readonly title: string; readonly product: string }
  | {
      readonly code: 'partQuantities';
      readonly title: string;
      readonly least: number;
      readonly usual: number;
      readonly most: number;
    }
  | { readonly code: 'kitTooDeep'; readonly most: number; readonly product: string }
  | { readonly code: 'kitTooLarge'; readonly what: 'parts' | 'pieces'; readonly most: number }
  | { readonly code: 'wasPriceOfKit' }
  | { readonly code: 'propertyUnreadable'; readonly name: string }
  | { readonly code: 'propertyNotMeasured'; readonly name: string }
  | {
      readonly code: 'propertyOfPlaceMissing';
      readonly property: string;
      readonly place: string;
      readonly product: string;
      readonly all: boolean;
    }
  | { readonly code: 'fitsItself'; readonly place: string }
  | { readonly code: 'textsOnlySame'; readonly property: string }
  | { readonly code: 'slotEmpty'; readonly title: string }
  | { readonly code: 'preparedRefused'; readonly title: string; readonly first: ProblemData }
  | { readonly code: 'sheetUnknown'; readonly key: string }
  | { readonly code: 'overrideLost'; readonly sheet: string; readonly what: string }
  | { readonly code: 'groupUnknown'; readonly key: string }
  | { readonly code: 'badGtin'; readonly given: string; readonly right: number | null }
  | { readonly code: 'gtinTwice'; readonly gtin: string; readonly first: string; readonly second: string }
  | { readonly code: 'nameIsUnit'; readonly name: string; readonly title: string }
  | { readonly code: 'nameHidden'; readonly name: string; readonly title: string; readonly hidden: HiddenName }
  /** that of something else; null for an option or a formula of the same */
  | { readonly code: 'propertyMixed'; readonly name: string; readonly here: string; readonly there: string | null }
  | { readonly code: 'propertyElsewhere'; readonly name: string; readonly here: string; readonly there: string }
  | { readonly code: 'formula'; readonly title: string; readonly line: number; readonly fault: FormulaFaultData }
  | { readonly code: 'rateUnit'; readonly given: string }
  | { readonly code: 'paidDefault'; readonly title: string }
  | { readonly code: 'badTimeZone'; readonly given: string }
  | { readonly code: 'nothingSells'; readonly without: readonly NamedRule[] }
  | { readonly code: 'belowNothing'; readonly example: string }
  | { readonly code: 'optionDead'; readonly title: string }
  | { readonly code: 'choiceNeverShown'; readonly title: string }
  | { readonly code: 'choiceNothingOffered'; readonly title: string }
  | { readonly code: 'ruleSilent'; readonly rule: NamedRule }
  | { readonly code: 'ruleEndsSale'; readonly rule: NamedRule }
  | { readonly code: 'rulesOppose'; readonly rule: NamedRule; readonly other: NamedRule; readonly example: string }
  | { readonly code: 'skuShared'; readonly sku: string; readonly first: string; readonly second: string }
  | { readonly code: 'alikeSwatches'; readonly first: string; readonly second: string; readonly difference: string };

export type FaultCode = FaultData['code'];

export interface Fault {
  readonly path: Path;
  readonly code: FaultCode;
  readonly data: FaultData;
  /** `mustFix` keeps the product from being published, `canWait` does not */
  readonly gravity: 'mustFix' | 'canWait';
}

/** Says of something wrong in a definition where it stands. */
export function faultAt(path: Path, data: FaultData): Fault {
  return { path, code: data.code, data, gravity: gravityOf(data.code) };
}

const [MUST_FIX, CAN_WAIT] = ['mustFix', 'canWait'] as const;

/** Which faults keep a product from being published; one that is forgotten does not compile. */
const gravities: Readonly<Record<FaultCode, Fault['gravity']>> = {
  shape: MUST_FIX,
  titleMissing: MUST_FIX,
  notDecimal: MUST_FIX,
  negative: MUST_FIX,
  badSku: MUST_FIX,
  skuMissing: MUST_FIX,
  priceMissing: MUST_FIX,
  categoryMissing: MUST_FIX,
  pictureMissing: CAN_WAIT,
  drawsNothing: MUST_FIX,
  noOptions: MUST_FIX,
  noColour: CAN_WAIT,
  badColour: MUST_FIX,
  duplicateKey: MUST_FIX,
  titleTwice: MUST_FIX,
  skuClash: MUST_FIX,
  limitsCross: MUST_FIX,
  stepNotPositive: MUST_FIX,
  partsNotAnswers: MUST_FIX,
  belowNothingNotAnswers: MUST_FIX,
  tooFine: MUST_FIX,
  leftOutNotMade: CAN_WAIT,
  noQuantityFits: MUST_FIX,
  lineBelowNothing: CAN_WAIT,
  noAnswerFits: MUST_FIX,
  defaultRefused: MUST_FIX,
  pickRefused: MUST_FIX,
  chargeNeedsStep: MUST_FIX,
  notMoreThanNothing: MUST_FIX,
  chargedWithoutUnit: MUST_FIX,
  limitTwice: MUST_FIX,
  defaultCycle: MUST_FIX,
  conditionTooDeep: MUST_FIX,
  conditionEmpty: MUST_FIX,
  ruleWithoutEffect: MUST_FIX,
  columnTwice: MUST_FIX,
  mustBeShown: MUST_FIX,
  nothingNamed: MUST_FIX,
  ruleCycle: MUST_FIX,
  lotsAndSum: MUST_FIX,
  lotsNotMeasured: MUST_FIX,
  lotsWithoutRule: MUST_FIX,
  lotsPromised: MUST_FIX,
  unknownUnit: MUST_FIX,
  unitMismatch: MUST_FIX,
  unknownReference: MUST_FIX,
  referenceKind: MUST_FIX,
  measureNotRequired: MUST_FIX,
  floorNotPercent: MUST_FIX,
  marginBelowFloor: CAN_WAIT,
  priceListFaulty: MUST_FIX,
  askedTwice: CAN_WAIT,
  breaksEmpty: MUST_FIX,
  breaksNotMeasured: MUST_FIX,
  breaksOfOptions: MUST_FIX,
  pictureElsewhere: MUST_FIX,
  hidesSigns: MUST_FIX,
  onlyMaximum: MUST_FIX,
  outOfRange: MUST_FIX,
  unknownCountry: MUST_FIX,
  untaxedCountry: MUST_FIX,
  productUnknown: MUST_FIX,
  breaksOfAll: MUST_FIX,
  breaksWithoutAmount: MUST_FIX,
  breakFromNothing: MUST_FIX,
  breakNotWhole: MUST_FIX,
  breakDearer: MUST_FIX,
  breakTwice: MUST_FIX,
  moreForLess: CAN_WAIT,
  quantityImpossible: MUST_FIX,
  quantityTwice: MUST_FIX,
  wasPriceNotHigher: CAN_WAIT,
  percentBelowNothing: MUST_FIX,
  variantIncomplete: MUST_FIX,
  variantTwice: MUST_FIX,
  noVariants: MUST_FIX,
  nothingStocked: MUST_FIX,
  unknownCurrency: MUST_FIX,
  outOfStock: CAN_WAIT,
  stockedQuantity: MUST_FIX,
  workshopChoice: MUST_FIX,
  optionPictureMissing: MUST_FIX,
  leadTimeMissing: MUST_FIX,
  faceMissing: MUST_FIX,
  textMissing: MUST_FIX,
  badAddress: MUST_FIX,
  badDay: MUST_FIX,
  badDayOfYear: MUST_FIX,
  weightFollows: MUST_FIX,
  addOnMissing: MUST_FIX,
  addOnUnknown: MUST_FIX,
  addOnCycle: MUST_FIX,
  addOnUnresolved: MUST_FIX,
  partMissing: MUST_FIX,
  partUnknown: MUST_FIX,
  partFaulty: MUST_FIX,
  partNotInShop: CAN_WAIT,
  partNotReady: MUST_FIX,
  partUnresolved: MUST_FIX,
  partNumberRefused: CAN_WAIT,
  partAnswerRefused: MUST_FIX,
  partChoiceUnknown: MUST_FIX,
  partNothingOffered: MUST_FIX,
  partQuantities: MUST_FIX,
  kitTooDeep: MUST_FIX,
  kitTooLarge: MUST_FIX,
  wasPriceOfKit: CAN_WAIT,
  propertyUnreadable: MUST_FIX,
  propertyNotMeasured: MUST_FIX,
  propertyOfPlaceMissing: MUST_FIX,
  fitsItself: MUST_FIX,
  textsOnlySame: MUST_FIX,
  slotEmpty: MUST_FIX,
  preparedRefused: CAN_WAIT,
  sheetUnknown: MUST_FIX,
  overrideLost: CAN_WAIT,
  groupUnknown: MUST_FIX,
  badGtin: MUST_FIX,
  gtinTwice: MUST_FIX,
  nameIsUnit: CAN_WAIT,
  nameHidden: CAN_WAIT,
  propertyMixed: MUST_FIX,
  propertyElsewhere: CAN_WAIT,
  formula: MUST_FIX,
  rateUnit: MUST_FIX,
  paidDefault: CAN_WAIT,
  badTimeZone: MUST_FIX,
  nothingSells: MUST_FIX,
  belowNothing: CAN_WAIT,
  optionDead: CAN_WAIT,
  choiceNeverShown: CAN_WAIT,
  choiceNothingOffered: CAN_WAIT,
  ruleSilent: CAN_WAIT,
  ruleEndsSale: CAN_WAIT,
  rulesOppose: CAN_WAIT,
  skuShared: CAN_WAIT,
  alikeSwatches: CAN_WAIT,
};

export const faultCodes = Object.keys(gravities) as FaultCode[];

/** Whether a fault of this kind keeps a product from being published. */
export const gravityOf = (code: FaultCode): Fault['gravity'] => gravities[code];
