import { type Choice, type ChoiceKind } from '@/core/catalog';

/** What each kind of choice is called where one is added. */
export const kindWords: Readonly<Record<ChoiceKind, string>> = {
  list: 'one from a list',
  swatch: 'a colour, shown as swatches',
  text: 'a line of text',
  number: 'a number',
  measure: 'a measure with its unit',
  yesNo: 'yes or no',
};

/** A choice as it is when it has just been added. */
export function newChoice(kind: ChoiceKind, key: string, title: string): Choice {
  const common = { key, title, help: null };
  const effect = { amount: null, sku: null, weight: null, draws: [] };
  switch (kind) {
    case 'list':
      return { kind, ...common, required: true, stocked: false, default: null, options: [] };
    case 'swatch':
      return { kind, ...common, required: true, stocked: false, default: null, options: [] };
    case 'text':
      return { kind, ...common, required: false, minCharacters: null, maxCharacters: 40, default: null, ...effect };
    case 'number':
      return { kind, ...common, required: true, min: '0', max: null, step: '1', default: null, ...effect };
    case 'measure':
      return { kind, ...common, required: true, unit: 'm', min: null, max: null, step: null, default: null, ...effect };
    case 'yesNo':
      return { kind, ...common, required: false, default: false, ...effect };
  }
}
