import { type Condition, type Test } from '../conditions';
import { type Rule, type RuleEffect } from './rules';

/** What is shown only when something holds: a choice, or one option of it. */
export interface Shown {
  readonly choice: string;
  /** absent for the whole choice */
  readonly option?: string;
}

/** What says when something is shown. */
export interface ShownBy {
  /** the rule that says it of this alone, by its place among the rules, with its condition */
  readonly own: { readonly index: number; readonly when: Condition } | null;
  /** places of the other rules that show, hide, offer or withhold it */
  readonly others: readonly number[];
}

/** Finds the rules that say when something is shown. @param rules in the order of the product */
export function shownBy(rules: readonly Rule[], shown: Shown): ShownBy {
  const about = rules.flatMap((rule, index) => (rule.then.some((effect) => concerns(effect, shown)) ? index : []));
  for (const index of about) {
    const rule = rules[index];
    const when = rule && conditionAlone(rule, shown);
    if (when) return { own: { index, when }, others: about.filter((other) => other !== index) };
  }
  return { own: null, others: about };
}

function concerns(effect: RuleEffect, { choice, option }: Shown): boolean {
  switch (effect.kind) {
    case 'show':
    case 'hide':
      return option === undefined && effect.choices.includes(choice);
    case 'offer':
    case 'withhold':
      return option !== undefined && effect.choice === choice && effect.options.includes(option);
    default:
      return false;
  }
}

/** The condition of a rule that does nothing else than say when this is shown; null for any other rule. */
function conditionAlone({ when, then }: Rule, { choice, option }: Shown): Condition | null {
  const [effect, ...more] = then;
  if (!effect || more.length > 0 || when === null) return null;
  if (option === undefined)
    return effect.kind === 'show' && effect.choices.length === 1 && effect.choices[0] === choice ? when : null;
  const isOfIt = effect.kind === 'withhold' && effect.options.length === 1 && effect.options[0] === option;
  if (!isOfIt || !('of' in when) || when.kind !== 'none' || when.of.length !== 1) return null;
  return when.of[0] ?? null;
}

/** A rule that shows something only when a condition holds: an option is withheld when it does not. */
export function ruleShowing(key: string, shown: Shown, condition: Condition): Rule {
  const { choice, option } = shown;
  return {
    key,
    title: '',
    on: true,
    when: whenOf(shown, condition),
    then: [
      option === undefined ? { kind: 'show', choices: [choice] } : { kind: 'withhold', choice, options: [option] },
    ],
  };
}

/** What the rule's own condition is, for something that is shown only when another holds. */
export function whenOf({ option }: Shown, condition: Condition): Condition {
  return option === undefined ? condition : { kind: 'none', of: [condition] };
}

/** The condition that a rule begins with, of which more can be said. */
export const beginsWith = (test: Test): Condition => ({ kind: 'all', of: [test] });
