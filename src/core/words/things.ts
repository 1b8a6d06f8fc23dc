import { dayWords, monthNames, parseDay, weekdayNames } from '../calendar';
import { type AnswerForm } from '../problems';
import {
  type Figure,
  type FigureOf,
  type HiddenName,
  type Keyed,
  type SelectionForm,
  type ToName,
  type Unnamed,
  type Wanted,
  type WhyNotDay,
} from '../problems/named-things';

/** What each figure is called at the beginning of a sentence; of something, where it has a name. */
const figures: Readonly<Record<Figure, string | ((of: string) => string)>> = {
  unitCost: 'Unit cost',
  stockFigure: 'A stock figure',
  lotLength: 'The length of a lot',
  kerf: 'A kerf',
  offcut: 'An offcut',
  basePrice: 'The base price',
  variantPrice: (of) => `The price of ${of}`,
  variantWasPrice: (of) => `The was-price of ${of}`,
  weight: 'The weight',
  variantWeight: (of) => `The weight of ${of}`,
  breakPrice: 'A price from so many on',
  takenOff: 'What is taken off',
  drawn: 'What is taken from stock',
  contents: 'What is in one',
  waste: 'The waste allowance',
  leastCharged: 'The least that is charged',
  chargeStep: 'A step',
  packSize: 'What a pack holds',
  taxRate: 'A rate of tax',
  deliveryPrice: 'A price of delivery',
  freeDelivery: 'A sum from which delivery is free',
  percentOff: 'A percentage off',
  amountOff: 'An amount off',
  leastValue: 'A least value',
  onPicture: (of) => `The ${of || 'size'} on the picture`,
  pictureScale: 'The scale of a view',
  ofWorkshop: (of) => `The ${of || 'size'} in the workshop’s drawing`,
};

export function figureWords({ figure, of = '' }: FigureOf): string {
  const words = figures[figure];
  return typeof words === 'string' ? words : words(of);
}

/** What several of are told apart by their keys. */
export const keyedWords: Readonly<Record<Keyed, string>> = {
  option: 'option',
  choice: 'choice',
  part: 'part',
  product: 'product',
  fit: 'sentence',
  stockItem: 'stock item',
  swatch: 'swatch',
  sheet: 'sheet',
  group: 'customer group',
  code: 'code',
  floor: 'floor',
  quantityRule: 'quantity rule',
  taxClass: 'tax class',
  taxRate: 'rate of tax',
  delivery: 'price of delivery',
  discount: 'discount',
  view: 'view',
  layer: 'layer',
};

/** What is said where something has still to be named. */
export const toNameWords: Readonly<Record<ToName, string>> = {
  choice: 'Select the choice for this rule.',
  choices: 'Select the choices for this rule.',
  options: 'Select the options for this rule.',
  picture: 'Select the picture for this rule.',
  place: 'Select the slot or part that must fit.',
  choiceOfLayer: 'Select the choice that this layer follows.',
  pictureOfLayer: 'Select the picture of this layer.',
  together: 'Enter what products are counted together with: a name that all of them have.',
};

export function unnamedWords(what: Unnamed): string {
  switch (what.kind) {
    case 'product':
      return 'the product';
    case 'prepared':
      return 'the prepared build';
    case 'formula':
      return 'the formula';
    case 'view':
      return 'the view';
    case 'choice':
      return `choice ${what.position}`;
    case 'asked':
      return 'the field';
    case 'offered':
      return `every answer to ${what.of || 'this field'}`;
    case 'option':
      return `option ${what.position} of ${what.choice || 'this choice'}`;
  }
}

/** What something that is named had to be, with its article. */
export const wantedWords: Readonly<Record<Wanted, string>> = {
  options: 'a choice with options',
  file: 'a choice that asks for a file',
  slot: 'a slot',
  question: 'a question answered with yes or no',
  choice: 'a choice',
  value: 'a number or a measure',
  measure: 'a measure',
  text: 'a text',
  date: 'a date',
  oneOf: 'a choice of which one option is picked',
  withoutBase: 'a formula that does not use the base price',
};

const ANSWER_FORMS: Readonly<Record<Exclude<AnswerForm['form'], 'measure'>, string>> = {
  nothing: 'nothing',
  consent: 'true',
  yesNo: 'true or false',
  yesNoOrCount: 'true, false, or how many',
  day: 'a day as YYYY-MM-DD',
  fileTokens: 'a list of uploaded files, each as its token or as {"file": token, "across", "down", "size", "turn"}',
  text: 'a text',
  line: 'a line of text',
  number: 'a number, as a number or as text',
  option: 'the key of an option, as text',
  optionOrCounted: 'the key of an option, or {"option": key, "quantity": number}',
  options: 'a list of the keys of options',
  entries: 'a list of products, each its slug or {"product": slug, "quantity": number, "answers": {…}}',
};

export const answerFormWords = (expected: AnswerForm): string =>
  expected.form === 'measure' ? `a measure as text, such as "${expected.example}"` : ANSWER_FORMS[expected.form];

export function formWords(expected: SelectionForm): string {
  switch (expected.form) {
    case 'selection':
      return 'an object with answers and a quantity';
    case 'answers':
      return 'answers to be an object with one answer per choice key';
    case 'quantity':
      return 'quantity to be a whole number';
    case 'parts':
      return 'parts to be an object with one selection per part';
    case 'part':
      return `${expected.part} to be an object with answers`;
  }
}

/** A day that travels as YYYY-MM-DD, as people read it. */
export const dayAsRead = (day: string): string => {
  const number = parseDay(day);
  return number === null ? day : dayWords(number);
};

export function whyNotWords(why: WhyNotDay): string {
  switch (why.kind) {
    case 'first':
      return `the first is ${dayAsRead(why.day)}`;
    case 'last':
      return `the last is ${dayAsRead(why.day)}`;
    case 'weekday':
      return `never on a ${weekdayNames[why.number - 1] ?? ''}`;
    case 'month':
      return `never in ${monthNames[why.number - 1] ?? ''}`;
    case 'leftOut':
      return 'that day is left out';
    case 'takes':
      return `it takes ${why.days} days`;
  }
}

/** What formulas can no longer use by its name. */
export function hiddenNameWords(hidden: HiddenName): string {
  switch (hidden.kind) {
    case 'quantity':
      return 'how many are taken';
    case 'base':
      return 'the base price';
    case 'rate':
      return `the rate ${hidden.title}`;
  }
}
