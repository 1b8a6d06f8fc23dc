import { type Choice, hasOptions, type Option } from './choices';
import { type Condition, type Rule, type RuleEffect } from './rules';

/** What something is called elsewhere; what has no other name there keeps its own. */
type Name = (key: string) => string;

/** A rule with other names for the choices and formulas that it names. */
export function renamedRule(rule: Rule, name: Name, figure: Name): Rule {
  const condition = (given: Condition): Condition => {
    if ('of' in given) return { ...given, of: given.of.map(condition) };
    if (given.kind === 'figure') return { ...given, formula: figure(given.formula) };
    return 'choice' in given && given.choice !== null ? { ...given, choice: name(given.choice) } : given;
  };
  const effect = (given: RuleEffect): RuleEffect => {
    if ('choices' in given) return { ...given, choices: given.choices.map(name) };
    if ('choice' in given) return { ...given, choice: name(given.choice) };
    if (given.kind === 'amount' && 'of' in given.amount && given.amount.of !== null) return { ...given, amount: { ...given.amount, of: name(given.amount.of) } };
    return given.kind === 'draw' && given.draw.kind === 'measure' ? { ...given, draw: { ...given.draw, measure: name(given.draw.measure) } } : given;
  };
  return { ...rule, when: rule.when && condition(rule.when), then: rule.then.map(effect) };
}

/** A choice with other names for the choices that it refers to. */
export function renamedChoice(choice: Choice, name: Name): Choice {
  const amount = <A extends Option['amount']>(given: A): A => (given && 'of' in given && given.of !== null ? { ...given, of: name(given.of) } : given);
  const draws = (given: Option['draws']) => given.map((draw) => (draw.kind === 'measure' ? { ...draw, measure: name(draw.measure) } : draw));
  if (hasOptions(choice)) {
    const options = choice.options.map((option) => ({ ...option, amount: amount(option.amount), draws: draws(option.draws) }));
    return choice.kind === 'lettering' ? { ...choice, options, shows: choice.shows && name(choice.shows) } : { ...choice, options };
  }
  return 'amount' in choice ? { ...choice, amount: amount(choice.amount), draws: draws(choice.draws) } : choice;
}
