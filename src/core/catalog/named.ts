import { type NamedCondition } from '../problems';
import { type Choice, isStocked } from './choices';
import { type Condition } from './rules';

interface Titled {
  readonly key: string;
  readonly title: string;
}

type Choices = { readonly choices: readonly Choice[]; readonly formulas?: readonly Titled[]; readonly groups?: readonly Titled[] };

const unknown = (key: string) => (key === '' ? '…' : `“${key}”`);

/** What a choice is called in a sentence. */
export function choiceName({ choices }: Choices, key: string): string {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice ? choice.title || choice.key : unknown(key);
}

/** What options of a choice are called in a sentence. */
export function optionNames({ choices }: Choices, key: string, options: readonly string[]): string[] {
  const choice = choices.find((candidate) => candidate.key === key);
  return options.map((option) => (choice && 'options' in choice ? (choice.options.find((candidate) => candidate.key === option)?.title ?? unknown(option)) : unknown(option)));
}

/** UCUM code of the unit that a choice is answered in; null for what has none. */
export function choiceUnit({ choices }: Choices, key: string): string | null {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice?.kind === 'measure' ? choice.unit : null;
}

/** Puts names in the place of the keys of a condition. */
export function namedCondition(condition: Condition | null, product: Choices): NamedCondition {
  if (condition === null) return null;
  if ('of' in condition) return { kind: condition.kind, of: condition.of.map((part) => namedCondition(part, product)) };
  if (condition.kind === 'figure') return { ...condition, formula: product.formulas?.find(({ key }) => key === condition.formula)?.title ?? unknown(condition.formula) };
  if (condition.kind === 'group') return { ...condition, groups: condition.groups.map((key) => product.groups?.find((group) => group.key === key)?.title ?? unknown(key)) };
  if (!('choice' in condition)) return condition;
  if (condition.kind === 'weekday' || condition.kind === 'season') return { ...condition, choice: condition.choice && choiceName(product, condition.choice) };
  const choice = choiceName(product, condition.choice);
  switch (condition.kind) {
    case 'option':
      return { ...condition, choice, options: optionNames(product, condition.choice, condition.options) };
    case 'value':
      return { ...condition, choice, unit: choiceUnit(product, condition.choice) };
    case 'pieces':
    case 'said':
    case 'answered':
    case 'characters':
    case 'says':
    case 'day':
      return { ...condition, choice };
  }
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
