import {
  type CatalogSurroundings,
  hasOptions,
  isStocked,
  type Product,
  referencesOf,
  sameDefinition,
} from '../../core/catalog';
import { type OptionStep, type PriceStep, withOptions, withPrices, withTexts } from '../../core/catalog/many';
import { mendsOf, readiness } from '../../core/judge';
import { formatMoney } from '../../core/money';
import { Exact } from '../../core/number';
import { isBlank } from '../../core/text';
import { counted, mendOfManyWords, mendWords, NOT_COUNTED_WORDS, quantityRuleWords } from '../../core/words';
import { Refusal } from '../refusal';
import { type BulkChange } from './bulk-change';

/** What a change makes of one draft, and what it does in words. */
export type Apply = (draft: Product) => { readonly after: Product; readonly does: string };

type Of<K extends BulkChange['kind']> = Extract<BulkChange, { kind: K }>;

const signed = (value: Exact, words: (size: Exact) => string) =>
  `${value.sign() < 0 ? '−' : '+'}${words(value.sign() < 0 ? value.negated() : value)}`;

/** @throws Refusal 422 for a figure that can't be read */
function figure(text: string): Exact {
  const value = Exact.parse(text.trim());
  if (!value) throw new Refusal(422, 'notDecimal', `“${text}” is not a number. Write it like 12.50.`);
  return value;
}

/** A step of prices with its figures read, and in words. @throws Refusal 422 for a figure that can't be read */
function readStep(
  step: PriceStep,
  currency: string,
): { readonly read: PriceStep; readonly value: Exact; readonly how: string } {
  const value = figure(step.kind === 'to' ? step.price : step.kind === 'by' ? step.amount : step.percent);
  const exact = value.toString();
  switch (step.kind) {
    case 'to':
      return { read: { ...step, price: step.price.trim() }, value, how: `to ${formatMoney(value, currency)}` };
    case 'by':
      return { read: { ...step, amount: exact }, value, how: signed(value, (size) => formatMoney(size, currency)) };
    case 'percent':
      return {
        read: { ...step, percent: exact },
        value,
        how: `${signed(value, (size) => size.toString())} %${step.ending === null ? '' : `, ending in ${step.ending.slice(1)}`}`,
      };
  }
}

export function pricesStep({ step, crossOut }: Of<'prices'>, currency: string): { words: string; apply: Apply } {
  const { read, value, how } = readStep(step, currency);
  if (step.kind === 'to' && value.sign() < 0) throw new Refusal(422, 'negative', 'A price can’t be less than nothing.');
  return {
    words: `Set prices ${how}`,
    apply(draft) {
      const { after, changed, refused } = withPrices(draft, read, { crossOut, currency });
      const own = draft.variants.filter(({ price }) => price !== null).length;
      const parts = [
        changed > 0
          ? `gets ${counted(changed, 'other price')}`
          : draft.price === null && own === 0
            ? 'has no price of its own'
            : refused > 0
              ? ''
              : 'has this price already',
        refused > 0
          ? `${counted(refused, 'price')} would come below nothing, and ${refused === 1 ? 'stays' : 'stay'}`
          : '',
        step.kind === 'to' && own > 0
          ? `${counted(own, 'variant')} ${own === 1 ? 'keeps a price of its own' : 'keep prices of their own'}`
          : '',
      ];
      return { after, does: parts.filter(Boolean).join(', ') };
    },
  };
}

export function shelfStep(change: Of<'shelf'>): { words: string; apply: Apply } {
  const { category, supplier, addTags, removeTags } = change;
  const said = [
    category === undefined ? '' : category === null ? 'no category' : `category ${category}`,
    supplier === undefined ? '' : supplier === null ? 'no supplier' : `supplier ${supplier}`,
    addTags.length > 0 ? `with ${addTags.join(', ')}` : '',
    removeTags.length > 0 ? `without ${removeTags.join(', ')}` : '',
  ].filter(Boolean);
  if (said.length === 0) throw new Refusal(422, 'nothingNamed', 'Choose what to change.');
  return {
    words: `Put them on the shelf: ${said.join(', ')}`,
    apply(draft) {
      const tags = [...new Set([...draft.tags.filter((tag) => !removeTags.includes(tag)), ...addTags])].slice(0, 30);
      const after = {
        ...draft,
        category: category === undefined ? draft.category : category,
        supplier: supplier === undefined ? draft.supplier : supplier,
        tags,
      };
      const differs =
        after.category !== draft.category ||
        after.supplier !== draft.supplier ||
        tags.join('\n') !== draft.tags.join('\n');
      return differs ? { after, does: said.join(', ') } : { after: draft, does: 'is so already' };
    },
  };
}

export function quantityStep({ quantity }: Of<'quantity'>): { words: string; apply: Apply } {
  const words = quantity === null ? 'as the shop’s rules say' : quantityRuleWords(quantity);
  return {
    words: `Sell them: ${words}`,
    apply(draft) {
      return sameDefinition(draft.quantity, quantity)
        ? { after: draft, does: 'is so already' }
        : { after: { ...draft, quantity }, does: words };
    },
  };
}

export function notCountedStep({ notCounted }: Of<'notCounted'>): { words: string; apply: Apply } {
  const words = notCounted === null ? 'tracked' : NOT_COUNTED_WORDS[notCounted];
  return {
    words: `Stock: ${words}`,
    apply(draft) {
      if (draft.notCounted === notCounted) return { after: draft, does: `is ${words} already` };
      if (notCounted !== null && referencesOf(draft).stock.size > 0)
        return { after: draft, does: 'draws from stock, and stays tracked' };
      return { after: { ...draft, notCounted }, does: `becomes ${words}` };
    },
  };
}

const WHEN_OUT = { unavailable: 'shown as unavailable', hidden: 'not shown', orderable: 'still orderable' } as const;

export function whenOutStep({ whenOut, leadDays }: Of<'whenOut'>): { words: string; apply: Apply } {
  if (whenOut === 'orderable' && leadDays === null)
    throw new Refusal(422, 'leadTimeMissing', 'Enter the lead time of what is ordered beyond stock, in days.');
  return {
    words: `Options that are out: ${WHEN_OUT[whenOut]}`,
    apply(draft) {
      let changed = 0;
      const choices = draft.choices.map((choice) => {
        if (!hasOptions(choice) || choice.kind === 'slot') return choice;
        const stocked = isStocked(choice);
        const options = choice.options.map((option) => {
          const days = whenOut === 'orderable' ? leadDays : option.leadDays;
          if ((!stocked && option.draws.length === 0) || (option.whenOut === whenOut && option.leadDays === days))
            return option;
          changed += 1;
          return { ...option, whenOut, leadDays: days };
        });
        return { ...choice, options };
      });
      return changed === 0
        ? { after: draft, does: 'has no option that is counted, or is so already' }
        : {
            after: { ...draft, choices },
            does: `${counted(changed, 'option')} ${changed === 1 ? 'is' : 'are'} ${WHEN_OUT[whenOut]}`,
          };
    },
  };
}

export function textsStep(change: Of<'texts'>): { words: string; apply: Apply } {
  if (change.find === '') throw new Refusal(422, 'nothingNamed', 'Enter what to look for.');
  return {
    words: `Write “${change.replace}” for “${change.find}”`,
    apply(draft) {
      const { after, places, tooLong } = withTexts(draft, change);
      const parts = [
        places > 0 ? `in ${counted(places, 'place')}` : tooLong === 0 ? 'has it nowhere' : '',
        tooLong > 0 ? `${counted(tooLong, 'text')} would become too long, and ${tooLong === 1 ? 'stays' : 'stay'}` : '',
      ];
      return { after, does: parts.filter(Boolean).join(', ') };
    },
  };
}

export function optionsStep(
  { option, choice, step }: Of<'options'>,
  { shop: { currency }, swatches }: CatalogSurroundings,
): { words: string; apply: Apply } {
  if (step.kind === 'title' && isBlank(step.title)) throw new Refusal(422, 'titleMissing', 'Enter the new title.');
  if (step.kind === 'swatch' && !swatches.has(step.swatch))
    throw new Refusal(422, 'swatchUnknown', 'Choose a swatch of the swatch book.');
  const called = `Options “${option}”${choice === null ? '' : ` of ${choice}`}`;
  const { read, how } = step.kind === 'amount' ? readStep(step.step, currency) : { read: null, how: '' };
  const done: OptionStep = step.kind === 'amount' && read ? { kind: 'amount', step: read } : step;
  return {
    words: `${called}: ${optionWords(step, how, swatches)}`,
    apply(draft) {
      const { after, changed, refused, found } = withOptions(draft, { option, choice }, done, currency);
      const parts = [
        found === 0 ? 'has none' : changed > 0 ? counted(changed, 'option') : refused === 0 ? 'is so already' : '',
        refused > 0
          ? `${counted(refused, 'option')} ${step.kind === 'swatch' ? 'can’t show a swatch' : `${refused === 1 ? 'adds' : 'add'} no sum of money that could change`}, and ${refused === 1 ? 'stays' : 'stay'}`
          : '',
      ];
      return { after, does: parts.filter(Boolean).join(', ') };
    },
  };
}

function optionWords(step: OptionStep, how: string, swatches: CatalogSurroundings['swatches']): string {
  switch (step.kind) {
    case 'amount':
      return step.step.kind === 'to' ? `what they add is changed ${how}` : `what they add ${how}`;
    case 'free':
      return 'add nothing';
    case 'title':
      return `are called “${step.title}”`;
    case 'swatch':
      return `show the swatch ${swatches.get(step.swatch)?.name ?? step.swatch}`;
    case 'remove':
      return 'are removed';
  }
}

export function swatchStep(
  { from, to }: Of<'swatch'>,
  { swatches }: CatalogSurroundings,
): { words: string; apply: Apply } {
  const other = swatches.get(to);
  if (!other || from === to) throw new Refusal(422, 'swatchUnknown', 'Choose another swatch of the swatch book.');
  return {
    words: `Show the swatch ${other.name} for ${swatches.get(from)?.name ?? from}`,
    apply(draft) {
      let changed = 0;
      const choices = draft.choices.map((choice) => {
        if (!hasOptions(choice) || !choice.options.some(({ swatch }) => swatch === from)) return choice;
        const options = choice.options.map((option) => (option.swatch === from ? { ...option, swatch: to } : option));
        changed += choice.options.filter(({ swatch }) => swatch === from).length;
        return { ...choice, options };
      });
      return changed === 0
        ? { after: draft, does: 'doesn’t show it' }
        : { after: { ...draft, choices }, does: counted(changed, 'option') };
    },
  };
}

export function mendStep(
  { fault, does }: Of<'mend'>,
  surroundings: CatalogSurroundings,
): { words: string; apply: Apply } {
  return {
    words: mendOfManyWords(fault, does),
    apply(draft) {
      const mends = readiness(draft, surroundings, null).flatMap((found) =>
        found.code === fault ? mendsOf(found, draft).filter((mend) => mend.does.kind === does) : [],
      );
      const [first] = mends;
      if (!first) return { after: draft, does: 'needs no such change' };
      const after = structuredClone(draft);
      for (const mend of mends) mend.apply(after);
      const more = mends.length > 1 ? `, in ${counted(mends.length, 'place')}` : '';
      return { after, does: `${mendWords(first.does)}${more}` };
    },
  };
}
