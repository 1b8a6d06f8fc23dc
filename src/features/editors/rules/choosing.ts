import { type Choice, hasOptions, isNote, kindOf, type Test } from '@/core/catalog';
import { type TestOfChoice } from '@/core/catalog/choices';
import { type Alternative } from '@/ui/field';
import { type Finding } from '@/ui/search-field';

/** The choices that a rule can name. */
export function choiceAlternatives(
  choices: readonly Choice[],
  fits: (choice: Choice) => boolean = () => true,
): Alternative[] {
  return choices
    .filter((choice) => fits(choice))
    .map((choice) => ({ value: choice.key, label: choice.title || choice.key }));
}

/** The same, to be found by typing: by their titles and inside names. */
export function choiceFindings(choices: readonly Choice[], fits?: (choice: Choice) => boolean): Finding[] {
  return choiceAlternatives(choices, fits).map(({ value, label }) => ({ value, label, hint: value }));
}

export const asks = (choice: Choice) => !isNote(choice);
export const hasOneOrMore = (choice: Choice) => hasOptions(choice);
export const isMeasured = (choice: Choice) => choice.kind === 'measure' || choice.kind === 'number';

/** The options of a choice, as alternatives. */
export function optionAlternatives(choices: readonly Choice[], key: string): Alternative[] {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice && hasOptions(choice)
    ? choice.options.map((option) => ({ value: option.key, label: option.title || option.key }))
    : [];
}

/** What a new condition begins with: the only choice there is, or nothing yet. */
export function firstTest(choices: readonly Choice[]): Test {
  const [only, ...others] = choices.filter(asks);
  return only && others.length === 0 ? usualTest(only) : { kind: 'answered', choice: '', answered: true };
}

/** The test that is most often meant for a choice of this kind. */
export function usualTest(choice: Choice): Test {
  return freshTest(kindOf(choice).tests[0] ?? 'answered', choice.key);
}

/** A test of a choice with nothing said yet. */
export function freshTest(kind: TestOfChoice, choice: string): Test {
  switch (kind) {
    case 'option':
      return { kind, choice, is: 'oneOf', options: [] };
    case 'pieces':
      return { kind, choice, compare: 'atLeast', value: 2 };
    case 'said':
      return { kind, choice, yes: true };
    case 'value':
      return { kind, choice, compare: 'more', value: '' };
    case 'characters':
      return { kind, choice, compare: 'more', value: 10 };
    case 'day':
      return { kind, choice, compare: 'less', day: '' };
    case 'says':
      return { kind, choice, is: 'oneOf', where: 'whole', texts: [''] };
    case 'weekday':
      return { kind, choice, is: 'oneOf', weekdays: [] };
    case 'season':
      return { kind, choice, is: 'oneOf', from: '05-01', to: '08-31' };
    case 'answered':
      return { kind, choice, answered: true };
  }
}
