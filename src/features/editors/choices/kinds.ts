import { type ChoiceKind } from '@/core/catalog';

interface KindInWords {
  /** what it is called where one is added */
  readonly words: string;
  /** the few words an outline has room for */
  readonly short: string;
  /** what it begins with, where that is other than the format's defaults */
  readonly begins: object;
}

/**
 * Each kind of choice in the editor; one that is forgotten does not compile. What they are edited by has
 * `fields-of-kind`.
 */
export const choiceKindsHere = {
  list: { words: 'one from a list', short: 'list', begins: {} },
  several: { words: 'several of a list', short: 'several', begins: { required: false } },
  swatch: { words: 'a colour, shown as swatches', short: 'swatches', begins: {} },
  lettering: { words: 'a style of lettering', short: 'lettering', begins: {} },
  text: { words: 'a line of text', short: 'text', begins: { required: false, maxCharacters: 40 } },
  longText: { words: 'a longer text', short: 'longer text', begins: { required: false, maxCharacters: 500 } },
  number: { words: 'a number', short: 'number', begins: { min: '0', step: '1' } },
  measure: { words: 'a measure with its unit', short: 'measure', begins: { unit: 'm' } },
  date: { words: 'a date', short: 'date', begins: {} },
  file: { words: 'files to upload', short: 'files', begins: { required: false } },
  yesNo: { words: 'yes or no', short: 'yes or no', begins: { required: false, default: false } },
  agreement: { words: 'agreement to terms', short: 'agreement', begins: {} },
  addOn: { words: 'an add-on product', short: 'add-on', begins: { required: false } },
  slot: { words: 'a slot of a build', short: 'slot', begins: {} },
  heading: { words: 'a heading (asks nothing)', short: 'heading', begins: { holds: true } },
  paragraph: { words: 'a paragraph (asks nothing)', short: 'paragraph', begins: {} },
  link: { words: 'a link (asks nothing)', short: 'link', begins: {} },
  divider: { words: 'a dividing line (asks nothing)', short: 'line', begins: {} },
} satisfies Readonly<Record<ChoiceKind, KindInWords>>;
