import { type Choice, type ChoiceKind, choiceSchema, freeKey, type Option, optionSchema, type Product } from '@/core/catalog';

/** What each kind of choice is called where one is added. */
export const kindWords: Readonly<Record<ChoiceKind, string>> = {
  list: 'one from a list',
  several: 'several of a list',
  swatch: 'a colour, shown as swatches',
  lettering: 'a style of lettering',
  text: 'a line of text',
  longText: 'a longer text',
  number: 'a number',
  measure: 'a measure with its unit',
  date: 'a date',
  file: 'files to upload',
  yesNo: 'yes or no',
  agreement: 'agreement to terms',
  addOn: 'another product along with it',
  heading: 'a heading (asks nothing)',
  paragraph: 'a paragraph (asks nothing)',
  link: 'a link (asks nothing)',
  divider: 'a dividing line (asks nothing)',
};

/** The few words an outline has room for. */
export const shortKindWords: Readonly<Record<ChoiceKind, string>> = {
  list: 'list',
  several: 'several',
  swatch: 'swatches',
  lettering: 'lettering',
  text: 'text',
  longText: 'longer text',
  number: 'number',
  measure: 'measure',
  date: 'date',
  file: 'files',
  yesNo: 'yes or no',
  agreement: 'agreement',
  addOn: 'add-on',
  heading: 'heading',
  paragraph: 'paragraph',
  link: 'link',
  divider: 'line',
};

/** What a kind begins with, where that is other than the format's defaults. */
const BEGINNINGS: Partial<Record<ChoiceKind, object>> = {
  several: { required: false },
  text: { required: false, maxCharacters: 40 },
  longText: { required: false, maxCharacters: 500 },
  number: { min: '0', step: '1' },
  measure: { unit: 'm' },
  file: { required: false },
  yesNo: { required: false, default: false },
  addOn: { required: false },
};

/** A choice as it is when it has just been added. */
export function newChoice(kind: ChoiceKind, key: string, title: string): Choice {
  return choiceSchema.parse({ kind, key, title, ...BEGINNINGS[kind] });
}

/** An option as it is when it has just been added. */
export function newOption(key: string, title: string, more: Partial<Option> = {}): Option {
  return optionSchema.parse({ key, title, ...more });
}

/** A copy of a choice for a product, under a name that is free there. */
export function copyOfChoice(choice: Choice, product: Pick<Product, 'choices'>, title = choice.title): Choice {
  // A choice that comes from a sheet has the sheet's name before its own.
  const wanted = choice.key.split('.').pop() ?? 'choice';
  const key = freeKey(wanted.replace(/-/g, ' '), product.choices.map((other) => other.key), 'choice');
  return { ...structuredClone(choice), key, title };
}
