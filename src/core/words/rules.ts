import { type Comparison, type Condition, type Product, type RuleEffect, type Test } from '../catalog';
import { dayWords, parseDay } from '../calendar';
import { formatMoney } from '../money';
import { Exact } from '../number';
import { formatQuantity, unitByCode } from '../quantity';
import { amountWords } from './working';

type Choices = Pick<Product, 'choices'>;

const COMPARISON: Readonly<Record<Comparison, string>> = { is: 'is', isNot: 'is not', less: 'is less than', atMost: 'is at most', more: 'is more than', atLeast: 'is at least' };
const DAY: Readonly<Record<Comparison, string>> = { is: 'is', isNot: 'is not', less: 'is before', atMost: 'is not after', more: 'is after', atLeast: 'is not before' };

const listed = (words: readonly string[], last: 'or' | 'and') => (words.length < 2 ? (words[0] ?? 'nothing yet') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1) ?? ''}`);

/** What a choice is called in a sentence. */
function nameOf({ choices }: Choices, key: string): string {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice ? choice.title || choice.key : `“${key}”`;
}

function optionsOf({ choices }: Choices, key: string, options: readonly string[]): string[] {
  const choice = choices.find((candidate) => candidate.key === key);
  return options.map((option) => (choice && 'options' in choice ? (choice.options.find((candidate) => candidate.key === option)?.title ?? `“${option}”`) : `“${option}”`));
}

/** A number of a choice as people write it: with its unit, where it is a measure. */
function valueWords({ choices }: Choices, key: string, text: string): string {
  const choice = choices.find((candidate) => candidate.key === key);
  const unit = choice?.kind === 'measure' ? unitByCode(choice.unit) : undefined;
  const value = Exact.parse(text);
  return unit && value ? formatQuantity({ value, unit }) : text || '…';
}

/** A condition as a part of a sentence: `Roof is Gabled and Length is more than 2 m`. */
export function conditionWords(condition: Condition | null, product: Choices): string {
  if (condition === null) return 'always';
  switch (condition.kind) {
    case 'all':
      return listed(condition.of.map((part) => inner(part, product)), 'and');
    case 'any':
      return listed(condition.of.map((part) => inner(part, product)), 'or');
    case 'none':
      return `none of this holds: ${listed(condition.of.map((part) => inner(part, product)), 'or')}`;
    default:
      return testWords(condition, product);
  }
}

const inner = (part: Condition, product: Choices) => ('of' in part && part.of.length > 1 ? `(${conditionWords(part, product)})` : conditionWords(part, product));

function testWords(test: Test, product: Choices): string {
  switch (test.kind) {
    case 'option':
      return `${nameOf(product, test.choice)} ${test.is === 'oneOf' ? 'is' : 'is not'} ${listed(optionsOf(product, test.choice, test.options), 'or')}`;
    case 'said':
      return `${nameOf(product, test.choice)} is ${test.yes ? 'taken' : 'not taken'}`;
    case 'answered':
      return `${nameOf(product, test.choice)} is ${test.answered ? 'answered' : 'left empty'}`;
    case 'value':
      return `${nameOf(product, test.choice)} ${COMPARISON[test.compare]} ${valueWords(product, test.choice, test.value)}`;
    case 'characters':
      return `the length of ${nameOf(product, test.choice)} ${COMPARISON[test.compare]} ${test.value} characters`;
    case 'day': {
      const day = parseDay(test.day);
      return `${nameOf(product, test.choice)} ${DAY[test.compare]} ${day ? dayWords(day) : test.day}`;
    }
    case 'quantity':
      return `the quantity ${COMPARISON[test.compare]} ${test.value}`;
    case 'group':
      return `the customer ${test.is === 'oneOf' ? 'belongs' : 'does not belong'} to ${listed(test.groups, 'or')}`;
    case 'category':
      return `the product ${test.is === 'oneOf' ? 'is' : 'is not'} in ${listed(test.categories, 'or')}`;
  }
}

/** What follows from a rule, as the end of a sentence: `show Ridge`, `add €12.00`. */
export function effectWords(effect: RuleEffect, product: Choices, currency: string): string {
  const names = (keys: readonly string[]) => listed(keys.map((key) => nameOf(product, key)), 'and');
  switch (effect.kind) {
    case 'show':
    case 'hide':
    case 'require':
      return `${effect.kind} ${names(effect.choices)}`;
    case 'offer':
      return `offer only ${listed(optionsOf(product, effect.choice, effect.options), 'and')} of ${nameOf(product, effect.choice)}`;
    case 'withhold':
      return `withhold ${listed(optionsOf(product, effect.choice, effect.options), 'and')} of ${nameOf(product, effect.choice)}`;
    case 'preselect':
      return `begin ${nameOf(product, effect.choice)} with ${typeof effect.answer === 'boolean' ? (effect.answer ? 'yes' : 'no') : listed(optionsOf(product, effect.choice, typeof effect.answer === 'string' ? [effect.answer] : effect.answer), 'and').replace(/“|”/g, '')}`;
    case 'amount': {
      const words = amountWords(effect.amount, currency);
      return words.startsWith('−') ? `take ${words.slice(1)} off` : `add ${words.replace('+', '') || 'nothing'}`;
    }
    case 'setPrice': {
      const price = Exact.parse(effect.price);
      return `set the price to ${price ? formatMoney(price, currency) : effect.price || '…'}`;
    }
    case 'weight':
      return `add ${effect.weight.value} ${effect.weight.unit}`;
    case 'draw':
      return `take ${effect.draw.kind === 'fixed' ? `${effect.draw.quantity} of ` : ''}${effect.draw.stock} from stock`;
    case 'limit':
      return `keep ${nameOf(product, effect.choice)} ${[effect.least === null ? '' : `at ${valueWords(product, effect.choice, effect.least)} or more`, effect.most === null ? '' : `at ${valueWords(product, effect.choice, effect.most)} or less`].filter(Boolean).join(' and ')}`;
    case 'limitQuantity':
      return `keep the quantity ${[effect.least === null ? '' : `at ${effect.least} or more`, effect.most === null ? '' : `at ${effect.most} or less`].filter(Boolean).join(' and ')}`;
    case 'picture':
      return 'lay a picture on top';
    case 'tell':
      return `say “${effect.text}”`;
    case 'refuse':
      return `refuse it: “${effect.reason}”`;
  }
}
