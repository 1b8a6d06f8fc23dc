import { type ItemEffect, type ProductRules } from '../../compile/product-rules';
import { type Program } from '../../compile/program';
import { type Exact } from '../../number';
import { type Orderable, within } from '../../ordering';
import { type PriceLine, type PricingInputs } from '../../pricing';
import { problem, type Problem } from '../../problems';
import { smallestChange, tableAllows, type TableProgram } from '../../rules';
import { type Answer, AT_ITEM } from '../../selection';
import { type ReadAnswers } from './answers';
import { type RuleShown } from '../resolution';

export type Fired = (rule: number) => boolean;

/**
 * What a rule that has fired does to the price: an amount is added, and a set price takes the place of all before it,
 * or of all but what is taken along.
 *
 * @param along what of the sum is paid for add-ons
 */
export function ruleLine(
  { rules }: Program,
  { rule, amount, setPrice, addOnsOnTop, label, source }: ItemEffect,
  inputs: PricingInputs,
  along: Exact,
): PriceLine | null {
  const because = rules?.because[rule] ?? null;
  if (setPrice) {
    const replaced = addOnsOnTop ? inputs.sum.minus(along) : inputs.sum;
    return {
      label,
      kind: 'rule',
      of: { kind: 'replaces', amount: replaced },
      amount: setPrice.minus(replaced),
      per: 'unit',
      source,
      because,
    };
  }
  return amount && { ...amount(inputs), label, kind: 'rule', source, because };
}

/** What may be ordered once rules have fired: what has the word about it, narrowed by theirs. */
export function narrowedQuantity({ rules }: Program, given: Orderable, fired: Fired | null): Orderable {
  if (!rules || !fired) return given;
  return rules.itemEffects.reduce(
    (narrow, { rule, effect }) => (effect.kind === 'limitQuantity' && fired(rule) ? within(narrow, effect) : narrow),
    given,
  );
}

/** What rules and tables have against an item. */
export function ruleProblems(
  program: Program,
  rules: ProductRules,
  fired: Fired,
  { answers, defaulted }: Pick<ReadAnswers, 'answers' | 'defaulted'>,
): Problem[] {
  const problems: Problem[] = [];
  for (const { rule, effect } of rules.itemEffects) {
    if (effect.kind === 'refuse' && fired(rule))
      problems.push(problem(AT_ITEM, { code: 'refusedByRule', reason: effect.reason }));
  }
  for (const table of rules.program.tables) {
    const picked = pickedOf(table, answers);
    if (picked.includes(null) || tableAllows(table, picked)) continue;
    const whole = picked.flatMap((option) => option ?? []);
    const change = smallestChange(
      table,
      whole,
      table.columns.map((index) => ({
        options: program.choices[index]?.options.length ?? 0,
        isSaid: !defaulted[index],
      })),
    );
    const choiceAt = (column: number) => program.choices[table.columns[column] ?? -1];
    const instead = [...(change ?? [])].flatMap(([column, option]) => {
      const choice = choiceAt(column);
      const nearest = choice?.options[option];
      return nearest
        ? [{ key: nearest.key, title: nearest.title, choice: { key: choice.key, title: choice.title } }]
        : [];
    });
    problems.push(
      problem(AT_ITEM, {
        code: 'notMadeTogether',
        combination: whole.map((option, column) => choiceAt(column)?.options[option]?.title ?? '').join(' · '),
        instead,
      }),
    );
  }
  return problems;
}

/** The options that are picked in the columns of a table; null where nothing is. */
export function pickedOf({ columns }: TableProgram, answers: readonly (Answer | null)[]): (number | null)[] {
  return columns.map((index) => answers[index]?.picks[0]?.effect ?? null);
}

const NOTHING_TOLD: readonly string[] = [];

/** Which rules have fired, and why, in their order. */
export function rulesShown(rules: ProductRules, fired: Fired): RuleShown[] {
  return rules.program.rules.map(({ key, title, rule }, index) => {
    const because = rules.because[index] ?? null;
    const has = fired(index);
    const tells = has ? rule.then.flatMap((effect) => (effect.kind === 'tell' ? [effect.text] : [])) : NOTHING_TOLD;
    return { rule: key, title, fired: has, because, tells };
  });
}
