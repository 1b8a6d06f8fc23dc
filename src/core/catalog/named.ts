import { type Condition, conditionSchema, type NamedCondition } from '../conditions';
import { mapReferences, type Reference } from '../fields';
import { type Choice, isStocked } from './choices';

interface Titled {
  readonly key: string;
  readonly title: string;
}

type Choices = {
  readonly choices: readonly Choice[];
  readonly formulas?: readonly Titled[];
  readonly groups?: readonly Titled[];
};

const unknown = (key: string) => (key === '' ? '…' : `“${key}”`);

/** What a choice is called in a sentence. */
export function choiceName({ choices }: Choices, key: string): string {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice ? choice.title || choice.key : unknown(key);
}

/** What options of a choice are called in a sentence. */
export function optionNames({ choices }: Choices, key: string, options: readonly string[]): string[] {
  const choice = choices.find((candidate) => candidate.key === key);
  return options.map((option) =>
    choice && 'options' in choice
      ? (choice.options.find((candidate) => candidate.key === option)?.title ?? unknown(option))
      : unknown(option),
  );
}

/** UCUM code of the unit that a choice is answered in; null for what has none. */
export function choiceUnit({ choices }: Choices, key: string): string | null {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice?.kind === 'measure' ? choice.unit : null;
}

/** Puts names in the place of the keys of a condition: whatever its schema says is a key. */
export function namedCondition(condition: Condition | null, product: Choices): NamedCondition {
  if (condition === null) return null;
  const titled = (list: readonly Titled[] | undefined, key: string) =>
    list?.find((one) => one.key === key)?.title ?? unknown(key);
  const called = ({ what, key, choice }: Reference): string => {
    switch (what) {
      case 'choice':
        return choiceName(product, key);
      case 'option':
        return optionNames(product, choice ?? '', [key])[0] ?? unknown(key);
      case 'formula':
        return titled(product.formulas, key);
      case 'group':
        return titled(product.groups, key);
      default:
        return key;
    }
  };
  return withUnits(condition, mapReferences(conditionSchema, condition, called), product);
}

/** Numbers and measures with the unit that they are in, and a dash for what is not said yet. */
function withUnits(given: Condition, named: Condition, product: Choices): NamedCondition {
  if ('of' in named)
    return {
      kind: named.kind,
      of: named.of.map((part, index) => withUnits('of' in given ? (given.of[index] ?? part) : part, part, product)),
    };
  // What is not named yet has no key to be called by.
  const filled =
    'choice' in named && named.choice === ''
      ? { ...named, choice: unknown('') }
      : named.kind === 'figure' && named.formula === ''
        ? { ...named, formula: unknown('') }
        : named;
  return filled.kind === 'value'
    ? { ...filled, unit: given.kind === 'value' ? choiceUnit(product, given.choice) : null }
    : filled;
}

/** A variant as people call it: the titles of its options, `L · Moss`. @param options option keys by stocked choice */
export function variantTitle({ choices }: Pick<Choices, 'choices'>, options: Readonly<Record<string, string>>): string {
  return choices
    .flatMap((choice) => {
      if (!isStocked(choice)) return [];
      return choice.options.find(({ key }) => key === options[choice.key])?.title ?? [];
    })
    .join(' · ');
}
