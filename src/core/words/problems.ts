import { UNSEEN } from '../catalog';
import { formatMoney } from '../money';
import { type ListedQuantity } from '../ordering';
import { type FaultData, type Instead, type ProblemCode, type ProblemData } from '../problems';
import { type FittingChange, type NotFitting } from '../problems/problem-data';
import { formatQuantity, type MeasureFault } from '../quantity';
import { isTold } from '../stock';
import { conditionWords } from './conditions';
import { counted } from './counted';
import { faultSentence } from './faults';
import { listedWords } from './quantities';
import { periodWords } from './periods';
import { fileSizeWords, fileTypeWords } from './files';
import { answerFormWords, dayAsRead, formWords, whyNotWords } from './things';

/** A sentence that says what is wrong, and one that says what would be right. */
export interface Words {
  readonly message: string;
  readonly remedy?: string;
}

const either = (answers: readonly (string | number)[]) => answers.join(' or ');

/** What is still to be done with a choice that has no answer. */
const ASKED = {
  choose: 'chosen',
  enter: 'filled in',
  answer: 'answered',
  upload: 'uploaded',
  agree: 'agreed to',
  nothing: 'answered',
} as const;

const FILE_MOVED = {
  across: (file: string, given: string) => `${file} is moved by ${given} % across`,
  down: (file: string, given: string) => `${file} is moved by ${given} % downwards`,
  size: (file: string, given: string) => `${file} is ${given} % of its size`,
  turn: (file: string, given: string) => `${file} is turned by ${given}°`,
} as const;

const STOPPED = {
  divisionByZero: 'it divides by nothing',
  tooLarge: 'the figures grow beyond anything real',
  rootOfNegative: 'it takes the root of a negative value',
  negative: 'it comes out below nothing',
} as const;

/** The sentence for what is wrong with a definition, saying what would be right. */
export function faultWords(data: FaultData): string {
  return faultSentence(data, (reason) => problemWords(reason).message);
}

/** What is wrong with a selection and what would be right, as one text. */
export function problemText(data: ProblemData): string {
  const { message, remedy } = problemWords(data);
  return remedy === undefined ? message : `${message} ${remedy}`;
}

type Saying<C extends ProblemCode> = (data: Extract<ProblemData, { code: C }>) => Words;

/** What could be answered, each with the key by which a program names it. */
const insteadWords = (instead: readonly Instead[]): string =>
  instead.map(({ key, title }) => (title === '' || title === key ? key : `${title} (${key})`)).join(', ');

/** What is said of each thing that can be wrong with a selection; one that is forgotten does not compile. */
const sayings: { readonly [C in ProblemCode]: Saying<C> } = {
  selectionMalformed: (data) => ({
    message: 'The selection is not in a form that can be read.',
    remedy: `Expected ${formWords(data.expected)}.`,
  }),
  unknownChoice: (data) => ({
    message: `This product has no choice “${data.key}”.`,
    remedy: data.meant === null ? 'Leave that answer out.' : `“${data.meant}” may be meant.`,
  }),
  unknownPart: (data) => ({
    message: `This product has no part “${data.key}”.`,
    remedy: data.meant === null ? 'Leave it out.' : `“${data.meant}” may be meant.`,
  }),
  partFixed: (data) => ({
    message: `${data.title} comes as it is: nothing of it can be chosen.`,
    remedy: 'Leave out what is said of it.',
  }),
  answerFixed: (data) => ({
    message: `${data.title} is fixed here: nothing else can be chosen.`,
    remedy: 'Leave that answer out.',
  }),
  partNotLeftOut: (data) => ({
    message: `${data.title} belongs to it and can’t be left out.`,
    remedy: 'Take it, or buy the other parts by themselves.',
  }),
  partNotOffered: (data) => ({
    message: `${data.title}: “${data.given}” is not one of the products it can be.`,
    remedy: `Choose one of: ${insteadWords(data.offered)}.`,
  }),
  partQuantity: (data) => ({
    message: `${data.title}: ${data.given} of it can’t be had.`,
    remedy:
      data.least === data.most
        ? `${data.least} of it ${data.least === 1 ? 'comes' : 'come'} with each.`
        : `Take from ${data.least} to ${data.most}.`,
  }),
  partOut(data) {
    const instead = [...data.instead.map(({ title }) => `take ${title}`), ...(data.optional ? ['leave it out'] : [])];
    const otherwise = data.canSupply < 1 ? 'Choose something else there, or come back when it has been restocked.' : '';
    return {
      message:
        data.canSupply < 1
          ? `${data.title}: ${data.item} is out of stock.`
          : `${data.title}: there is not enough ${data.item} for ${data.asked}.`,
      remedy:
        `${data.canSupply < 1 ? '' : `${supplyWords(data.canSupply)} `}${instead.length > 0 ? `Instead, ${either(instead)}.` : otherwise}`.trim(),
    };
  },
  unknownPickKey: (data) => ({
    message: `${data.title}: “${data.key}” means nothing beside an option.`,
    remedy: 'Give {"option": key, "quantity": number}.',
  }),
  wrongKindOfAnswer: (data) => ({
    message: `${data.title}: the answer is of the wrong kind.`,
    remedy: `Give ${answerFormWords(data.expected)}.`,
  }),
  unknownOption: (data) => ({
    message: `${data.title}: “${data.given}” is not one of the options.`,
    remedy:
      data.offered.length > 0
        ? `Choose one of: ${insteadWords(data.offered)}.`
        : 'There is nothing to choose here yet.',
  }),
  answerMissing: (data) => ({ message: `${data.title} is still to be ${ASKED[data.ask]}.` }),
  workshopUnsettled: (data) => ({
    message: `It can’t be made as chosen: ${data.title === UNSEEN ? 'something that we decide ourselves' : `“${data.title}”, which the workshop alone sees,`} is not settled.`,
    remedy:
      data.title === UNSEEN
        ? 'Choose something else, or ask us.'
        : 'Give it a default, or a rule that settles it for this selection.',
  }),
  textTooShort: (data) => ({
    message: `${data.title}: ${counted(data.characters, 'character')} is too short.`,
    remedy: `Use at least ${counted(data.least, 'character')}.`,
  }),
  textTooLong: (data) => ({
    message: `${data.title}: ${counted(data.characters, 'character')} is ${data.characters - data.most} too many.`,
    remedy: `Use at most ${counted(data.most, 'character')}.`,
  }),
  textUnprintable(data) {
    if (data.fault === 'turnsDirection')
      return {
        message: `${data.title} has a hidden sign in it that turns the direction of reading round: it would print as something else than it shows.`,
        remedy: 'Type it again instead of pasting it.',
      };
    return {
      message: `${data.title} has a character in it that can’t be printed.`,
      remedy: 'Type it again with letters, digits and signs on one line.',
    };
  },
  numberUnreadable: (data) => measureFaultWords(data.title, data.given, data.fault, data.example),
  numberTooLarge: (data) => ({
    message: `${data.title}: that number is larger than anything we could make.`,
    remedy: 'Use fewer than 16 digits.',
  }),
  belowMinimum: (data) => ({
    message: `${data.title} must be ${data.minimum === null ? 'more than nothing' : `at least ${data.minimum}`}.`,
    remedy: nearestWords(data.nearest),
  }),
  aboveMaximum: (data) => ({
    message: `${data.title} can be at most ${data.maximum}.`,
    remedy: nearestWords(data.nearest),
  }),
  offStep: (data) => ({ message: `${data.title} goes in steps of ${data.step}.`, remedy: nearestWords(data.nearest) }),
  quantityNotWhole: (data) => ({
    message:
      data.given === 'NaN'
        ? 'The quantity must be a whole number.'
        : `The quantity must be a whole number, not ${data.given}.`,
    remedy: nearestWords(data.nearest),
  }),
  quantityBelow: (data) => ({
    message: `The smallest quantity is ${data.minimum}.`,
    remedy: nearestWords(data.nearest),
  }),
  quantityAbove: (data) => ({
    message: `The largest quantity is ${data.maximum}.`,
    remedy: nearestWords(data.nearest),
  }),
  noQuantity: (data) => ({
    message: `No quantity can be ordered: it would be at least ${data.minimum}, at most ${data.maximum}${data.multiple > 1 ? ` and a multiple of ${data.multiple}` : ''}.`,
    remedy: 'Choose otherwise.',
  }),
  quantityRefused: (data) => ({
    message: `${data.given} can’t be ordered of this as it is chosen${data.nearest.length > 0 ? '' : ', nor any number near it'}.`,
    remedy: nearestWords(data.nearest) ?? 'Choose otherwise, or ask for another number.',
  }),
  quantityMultiple: (data) => ({
    message: `This is sold in multiples of ${data.multiple}${data.start % data.multiple === 0 ? '' : `, counted from ${data.start}`}.`,
    remedy: nearestWords(data.nearest),
  }),
  basketQuantity(data) {
    const { message, remedy } = problemWords(data.fault);
    return {
      message: `${data.title}: there ${data.pieces === 1 ? 'is' : 'are'} ${data.pieces} in the basket together. ${message}`,
      remedy,
    };
  },
  customerQuantity(data) {
    const left = Math.max(0, data.most - data.earlier);
    const before = data.earlier === 0 ? '' : ` ${data.earlier} ${data.earlier === 1 ? 'was' : 'were'} ordered before.`;
    return {
      message: `${data.title}: one customer can have at most ${data.most}, and there ${data.pieces === 1 ? 'is' : 'are'} ${data.pieces} in the basket.${before}`,
      remedy: left === 0 ? `Take ${data.pieces === 1 ? 'it' : 'them'} out.` : `Leave at most ${left} in the basket.`,
    };
  },
  quantityNotListed: (data) => ({
    message: `${data.given} is not a quantity that this is sold in.`,
    remedy: nearestWords(data.nearest),
  }),
  optionQuantity: (data) => ({
    message: `${data.title}: ${data.given || 'that'} is not a quantity it can have.`,
    remedy: `Use a whole number from 1 to ${data.most}.`,
  }),
  tooFewPicked: (data) => ({
    message: `${data.title}: ${data.given} chosen, at least ${data.least} are needed.`,
    remedy: `Choose ${data.least - data.given} more.`,
  }),
  tooManyPicked: (data) => ({
    message: `${data.title}: ${data.given} chosen, at most ${data.most} can be.`,
    remedy: `Leave ${data.given - data.most} out.`,
  }),
  slotTooFew: (data) => ({
    message: `${data.title}: ${data.given} in it, at least ${data.least} are needed.`,
    remedy: `Add ${data.least - data.given} more.`,
  }),
  slotTooMany: (data) => ({
    message: `${data.title}: ${data.given} in it, at most ${data.most} can be.`,
    remedy: `Take ${data.given - data.most} out.`,
  }),
  doesNotFit: (data) => ({
    message: data.reason || `${data.product} does not fit ${data.other}: ${notFittingWords(data)}.`,
    ...(data.instead.length > 0 && { remedy: fittingWords(data.instead) }),
  }),
  pickedTwice: (data) => ({ message: `${data.title}: ${data.option} is chosen twice.`, remedy: 'Choose it once.' }),
  dayUnreadable: (data) => ({
    message: `${data.title}: “${data.given}” is not a day.`,
    remedy: 'Write it as year-month-day, like 2027-03-31.',
  }),
  dayNotOffered: (data) => ({
    message: `${data.title}: ${dayAsRead(data.day)} can’t be chosen, ${whyNotWords(data.why)}.`,
    remedy: nearestWords(data.nearest),
  }),
  fileUnknown: (data) => ({ message: `${data.title}: a file that was given is not here.`, remedy: 'Upload it again.' }),
  fileType: (data) => ({
    message: `${data.title}: ${data.file} ${data.is ? `is ${fileTypeWords([data.is])}` : 'is none of the types we can use'}, whatever its name says.`,
    remedy: `Upload ${fileTypeWords(data.wanted)}.`,
  }),
  fileTooLarge: (data) => ({
    message: `${data.title}: ${data.file} has ${fileSizeWords(data.size)}.`,
    remedy: `A file can have at most ${fileSizeWords(data.largest)}.`,
  }),
  fileCount: (data) => ({
    message: `${data.title}: ${counted(data.given, 'file')} given.`,
    remedy: data.least === data.most ? `Give exactly ${data.least}.` : `Give ${data.least} to ${data.most}.`,
  }),
  filePlace: ({ title, file, what, given, least, most }) => ({
    message: `${title}: ${FILE_MOVED[what](file, String(given))}.`,
    remedy: `It can be from ${least} to ${most}.`,
  }),
  fileNotMoved: (data) => ({
    message: `${data.title}: ${data.file} can’t be moved, turned or made larger here.`,
    remedy: 'Name the file alone.',
  }),
  optionNotOffered: (data) => ({
    message: `${data.title}: ${data.option} is not offered to you.`,
    remedy: 'Choose another.',
  }),
  optionRuledOut: (data) => ({
    message: `${data.title}: ${data.option} can’t be had when ${conditionWords(data.because)}.`,
    remedy: 'Choose another, or change the other answer.',
  }),
  refusedByRule: (data) => ({ message: data.reason }),
  notMadeTogether: (data) => ({
    message: `${data.combination} is not made.`,
    remedy:
      data.instead.length === 0
        ? 'Choose another combination.'
        : `Nearest that is made: ${data.instead.map(({ choice, title }) => `${choice?.title ?? ''} ${title}`).join(' and ')}.`,
  }),
  formulaStopped: (data) => ({
    message: `${data.title} can’t be worked out: ${STOPPED[data.why]} in “${data.line}”.`,
    remedy: 'Give other measures.',
  }),
  partNotReady: (data) => ({
    message: `${data.title} can’t be taken along: ${data.first ? problemWords(data.first).message : 'it is not in the shop now.'}`,
    remedy: 'Leave it out.',
  }),
  notOnSale: (data) => ({
    message: `${data.combination} is not on sale at the moment.`,
    remedy: 'Choose another combination.',
  }),
  combinationNotMade: (data) => ({
    message: `${data.combination} is not made.`,
    remedy: 'Choose another combination.',
  }),
  outOfStock: (data) => ({
    message: `${data.item} is out of stock.`,
    remedy: 'Choose something else, or come back when it has been restocked.',
  }),
  noRoom: (data) => ({
    message: `${data.title}: ${data.left === 0 ? `${periodWords(data.at, data.per)} is full` : `there is room for ${data.left} ${data.per === 'day' ? 'on' : 'in'} ${periodWords(data.at, data.per)}, and ${data.asked} are asked for`}.`,
    remedy:
      data.next === null
        ? 'Take fewer, or ask the shop.'
        : `The next with room is ${periodWords(data.next, data.per)}.`,
  }),
  notEnoughStock: (data) => ({
    message: `There is not enough ${data.item} for ${data.asked}.`,
    remedy:
      data.canSupply < 1
        ? 'Choose something else, or come back when it has been restocked.'
        : supplyWords(data.canSupply),
  }),
  cannotCut: (data) => ({
    message: data.tooLong
      ? `${data.item}: there is no piece of ${data.piece}.${data.total === '' ? ' Pieces have to be shorter.' : ` In total ${data.total} are left, but the longest piece is ${data.longest}.`}`
      : `${data.item}: ${data.isProved ? `${counted(data.pieces, 'piece')} of ${data.piece} can’t be cut from what is left` : `no plan has been found yet to cut ${counted(data.pieces, 'piece')}, the longest of ${data.piece}, from what is left`}.${data.total === '' ? '' : ` In total that is ${data.total}, and the longest piece is ${data.longest}.`}`,
    ...(data.instead.length > 0 && { remedy: `We can supply ${either(data.instead)}.` }),
  }),
  productNotReady: (data) => ({
    message: `This product is not ready to be sold: ${faultWords(data.first)}`,
    ...(data.count > 1 && { remedy: `${data.count} things in its definition need fixing.` }),
  }),
  notInShop: () => ({ message: 'This is no longer sold.', remedy: 'Take it out of the basket.' }),
  priceMissing: () => ({ message: 'This product has no price yet.' }),
  lineBelowNothing: (data) => ({
    message: `What is taken off once comes to more than the rest of the line: ${formatMoney(data.total, data.currency)}.`,
    remedy: 'Take more of it, or choose fewer reductions.',
  }),
  weightBelowNothing: (data) => ({
    message: `The weight comes to less than nothing: ${formatQuantity(data.weight)}.`,
    remedy: 'Choose otherwise, or tell the shop.',
  }),
  unknownKey: (data) => ({
    message: `${data.place} has nothing called “${data.key}”.`,
    remedy:
      data.meant === null
        ? `What it can have: ${data.known.join(', ')}.`
        : `“${data.meant}” may be meant. What it can have: ${data.known.join(', ')}.`,
  }),
  priceBelowNothing: (data) => ({
    message: `The reductions come to more than the price: ${formatMoney(data.price, data.currency)}.`,
    remedy: 'Choose fewer of them.',
  }),
};

/** The sentences for everything that can be wrong with a selection. */
export function problemWords<C extends ProblemCode>(data: Extract<ProblemData, { code: C }>): Words {
  return (sayings[data.code] as Saying<C>)(data);
}

/** Why two things don't fit, as a part of a sentence: `its footprint is 440 mm, where 465 mm are needed`. */
export function notFittingWords({ property, is, compare, other, otherProperty, otherIs }: NotFitting): string {
  if (is === null) return `it says nothing of its ${property}`;
  if (otherIs === null) return `${other} says nothing of its ${otherProperty}`;
  const wanted =
    compare === 'is' ? 'and has to be' : compare === 'isNot' ? 'and may not be' : `and has to be ${FITS[compare]}`;
  return `its ${property} is ${is}, ${wanted} ${otherIs}`;
}

function fittingWords(changes: readonly FittingChange[]): string {
  const nothing = changes.find((change) => change.kind === 'nothing');
  if (nothing) return `Nothing offered in ${nothing.place} goes with it.`;
  const words = changes.flatMap((change) =>
    change.kind === 'take'
      ? [`take ${either(change.titles)} for ${change.of}`]
      : change.kind === 'configure'
        ? [`choose otherwise in ${change.of}`]
        : [],
  );
  return `To make it fit, ${either(words)}.`;
}

const FITS: Readonly<Record<'less' | 'atMost' | 'more' | 'atLeast', string>> = {
  less: 'less than',
  atMost: 'at most',
  more: 'more than',
  atLeast: 'at least',
};

function nearestWords(nearest: readonly (string | ListedQuantity)[]): string | undefined {
  return nearest.length > 0
    ? `Nearest: ${either(nearest.map((near) => (typeof near === 'object' ? listedWords(near) : near)))}.`
    : undefined;
}

/** The sentences for a number or measure that can't be read as it was typed. */
export function measureFaultWords(title: string, given: string, fault: MeasureFault, example: string): Words {
  const shownText = given.length > 30 ? `${given.slice(0, 30)}…` : given;
  const remedy = `Write it like ${example}.`;
  switch (fault.code) {
    case 'empty':
      return { message: `${title} is empty.`, remedy };
    case 'tooLong':
      return { message: `${title}: more than ${fault.limit} characters can’t be a measure.`, remedy };
    case 'unreadable':
      return { message: `${title}: “${fault.rest.slice(0, 30) || shownText}” can’t be read as a number.`, remedy };
    case 'unknownUnit':
      return { message: `${title}: “${fault.text.slice(0, 30)}” is not a unit we know.`, remedy };
    case 'unitMissing':
      return {
        message: `${title}: ${fault.number.trim()} at the end has no unit.`,
        remedy: 'Say which unit it is in, as in 4 ft 6 in.',
      };
    case 'otherDimension':
      return {
        message: `${title}: ${fault.found.words[1]} measure ${dimensionNames[fault.found.dimension]}, not ${dimensionNames[fault.wanted.dimension]}.`,
        remedy: `Give it in ${fault.wanted.words[1]} or another unit of ${dimensionNames[fault.wanted.dimension]}.`,
      };
    case 'ambiguousComma':
      return {
        message: `${title}: “${fault.text}” could mean ${either(fault.readings)}.`,
        remedy: `Type ${either(fault.readings)}.`,
      };
    case 'ambiguousMark':
      return {
        message: `${title}: “${fault.text}” could be thousands or feet.`,
        remedy: `Write ${fault.whole}, or feet with their inches, as in 4' 6".`,
      };
    case 'footMark':
      return {
        message: `${title}: after feet, ${fault.rest.trim()} is not in inches.`,
        remedy: `Write inches with their mark, as in 4' 6".`,
      };
    case 'divisionByZero':
      return { message: `${title}: a fraction can’t have 0 below its line.`, remedy };
  }
}

/** How many can be supplied; of many, how many exactly is nobody's business. */
const supplyWords = (canSupply: number): string =>
  isTold(canSupply) ? `We can supply ${canSupply}.` : 'We can supply fewer.';

/** What each dimension is called in a sentence. */
export const dimensionNames = {
  length: 'length',
  area: 'area',
  volume: 'volume',
  mass: 'weight',
  count: 'number of pieces',
} as const;
