import { dayOfYearWords, dayWords, parseDay, weekdayNames } from '../calendar';
import { Exact } from '../number';
import { type Comparison, type NamedCondition, type NamedRule, type NamedTest } from '../conditions';
import { formatQuantity, unitByCode } from '../quantity';

const COMPARISON: Readonly<Record<Comparison, string>> = {
  is: 'is',
  isNot: 'is not',
  less: 'is less than',
  atMost: 'is at most',
  more: 'is more than',
  atLeast: 'is at least',
};

const DAY: Readonly<Record<Comparison, string>> = {
  is: 'is',
  isNot: 'is not',
  less: 'is before',
  atMost: 'is not after',
  more: 'is after',
  atLeast: 'is not before',
};

/** How words stand in a text, and that they don’t. */
export const SAYS: Readonly<
  Record<'whole' | 'anywhere' | 'start' | 'end', Readonly<Record<'oneOf' | 'noneOf', string>>>
> = {
  whole: { oneOf: 'reads', noneOf: 'does not read' },
  anywhere: { oneOf: 'contains', noneOf: 'does not contain' },
  start: { oneOf: 'begins with', noneOf: 'does not begin with' },
  end: { oneOf: 'ends with', noneOf: 'does not end with' },
};

const quoted = (text: string) => `“${text}”`;

const PIECES: Readonly<Record<Comparison, string>> = {
  is: '',
  isNot: '',
  less: 'fewer than ',
  atMost: 'at most ',
  more: 'more than ',
  atLeast: 'at least ',
};

export const COMPARISON_WORDS = COMPARISON;

export const listed = (words: readonly string[], last: 'or' | 'and') =>
  words.length < 2 ? (words[0] ?? 'nothing yet') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1) ?? ''}`;

/** Things of which the first are named: `Bee suit, Smoker and 12 more`. @param count how many there are in all */
export const someOf = (first: readonly string[], count: number): string =>
  count > first.length ? `${first.join(', ')} and ${count - first.length} more` : listed(first, 'and');

/** A number as people write it: with its unit, where it has one. */
export function valueWords(code: string | null, text: string): string {
  const unit = code === null ? undefined : unitByCode(code);
  const value = Exact.parse(text);
  return unit && value ? formatQuantity({ value, unit }) : text || '…';
}

/** A condition as a part of a sentence: `Roof is Gabled and Length is more than 2 m`. */
export function conditionWords(condition: NamedCondition): string {
  if (condition === null) return 'always';
  switch (condition.kind) {
    case 'all':
      return listed(condition.of.map(inner), 'and');
    case 'any':
      return listed(condition.of.map(inner), 'or');
    case 'none':
      return `none of this holds: ${listed(condition.of.map(inner), 'or')}`;
    default:
      return testWords(condition);
  }
}

/** What a rule is called: its title, or its condition. */
export function ruleName({ title, when }: NamedRule): string {
  return title || conditionWords(when);
}

const inner = (part: NamedCondition) =>
  part && 'of' in part && part.of.length > 1 ? `(${conditionWords(part)})` : conditionWords(part);

function testWords(test: NamedTest): string {
  switch (test.kind) {
    case 'option':
      return `${test.choice} ${test.is === 'oneOf' ? 'is' : 'is not'} ${listed(test.options, 'or')}`;
    case 'pieces':
      return `there ${test.compare === 'isNot' ? 'are not' : test.value === 1 && test.compare === 'is' ? 'is' : 'are'} ${PIECES[test.compare]}${test.value} of ${test.choice}`;
    case 'figure':
      return `${test.formula} ${COMPARISON[test.compare]} ${valueWords(test.unit === '1' ? null : test.unit, test.value)}${test.unit === '1' || unitByCode(test.unit) ? '' : ` ${test.unit}`}`;
    case 'said':
      return `${test.choice} is ${test.yes ? 'taken' : 'not taken'}`;
    case 'answered':
      return `${test.choice} is ${test.answered ? 'answered' : 'left empty'}`;
    case 'value':
      return `${test.choice} ${COMPARISON[test.compare]} ${valueWords(test.unit, test.value)}`;
    case 'characters':
      return `the length of ${test.choice} ${COMPARISON[test.compare]} ${test.value} characters`;
    case 'day': {
      const day = parseDay(test.day);
      return `${test.choice} ${DAY[test.compare]} ${day === null ? test.day : dayWords(day)}`;
    }
    case 'says':
      return `${test.choice} ${SAYS[test.where][test.is]} ${listed(test.texts.map(quoted), 'or')}`;
    case 'name':
      return `the product’s name ${SAYS[test.where][test.is]} ${listed(test.texts.map(quoted), 'or')}`;
    case 'weekday':
      return `${test.choice === null ? 'today' : test.choice} is ${test.is === 'oneOf' ? '' : 'not '}a ${listed(
        [...test.weekdays].sort().map((day) => weekdayNames[day - 1] ?? ''),
        'or',
      )}`;
    case 'season':
      return `${test.choice === null ? 'today' : test.choice} is ${test.is === 'oneOf' ? '' : 'not '}from ${dayOfYearWords(test.from) || '…'} to ${dayOfYearWords(test.to) || '…'}`;
    case 'tag':
      return `the product ${test.is === 'oneOf' ? 'is' : 'is not'} tagged ${listed(test.tags, 'or')}`;
    case 'supplier':
      return `the product ${test.is === 'oneOf' ? 'comes' : 'does not come'} from ${listed(test.suppliers, 'or')}`;
    case 'weight':
      return `its weight ${COMPARISON[test.compare]} ${valueWords(test.unit, test.value)}`;
    case 'quantity':
      return `the quantity ${COMPARISON[test.compare]} ${test.value}`;
    case 'group':
      return `the customer ${test.is === 'oneOf' ? 'belongs' : 'does not belong'} to ${listed(test.groups, 'or')}`;
    case 'category':
      return `the product ${test.is === 'oneOf' ? 'is' : 'is not'} in ${listed(test.categories, 'or')}`;
  }
}
