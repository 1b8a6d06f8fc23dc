import { type Choice, hasOptions, isNote, type Test } from '@/core/catalog';
import { type Alternative } from '@/ui/field';

/** The choices that a rule can name. */
export function choiceAlternatives(choices: readonly Choice[], fits: (choice: Choice) => boolean = () => true): Alternative[] {
  return choices.filter((choice) => fits(choice)).map((choice) => ({ value: choice.key, label: choice.title || choice.key }));
}

export const asks = (choice: Choice) => !isNote(choice);
export const hasOneOrMore = (choice: Choice) => hasOptions(choice);
export const isMeasured = (choice: Choice) => choice.kind === 'measure' || choice.kind === 'number';

/** The options of a choice, as alternatives. */
export function optionAlternatives(choices: readonly Choice[], key: string): Alternative[] {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice && hasOptions(choice) ? choice.options.map((option) => ({ value: option.key, label: option.title || option.key })) : [];
}

/** The test that is most often meant for a choice of this kind. */
export function usualTest(choice: Choice): Test {
  switch (choice.kind) {
    case 'list':
    case 'several':
    case 'swatch':
    case 'lettering':
      return { kind: 'option', choice: choice.key, is: 'oneOf', options: [] };
    case 'yesNo':
    case 'agreement':
      return { kind: 'said', choice: choice.key, yes: true };
    case 'number':
    case 'measure':
      return { kind: 'value', choice: choice.key, compare: 'more', value: '' };
    case 'text':
    case 'longText':
      return { kind: 'characters', choice: choice.key, compare: 'more', value: 10 };
    case 'date':
      return { kind: 'day', choice: choice.key, compare: 'less', day: '' };
    default:
      return { kind: 'answered', choice: choice.key, answered: true };
  }
}
