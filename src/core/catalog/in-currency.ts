import { type Formula, hasName, withName } from './formulas';
import { type Condition, type Rule } from './rules';

/** What of a product or a sheet can name the shop's currency. */
interface Naming {
  formulas: Formula[];
  rules: Rule[];
}

function inUnit(condition: Condition, from: string, to: string): Condition {
  if ('of' in condition) return { ...condition, of: condition.of.map((part) => inUnit(part, from, to)) };
  return condition.kind === 'figure' && condition.unit === from ? { ...condition, unit: to } : condition;
}

/**
 * A definition in another currency: figures stay as they are, and what names the currency names the other one: formulas
 * (`14.20 EUR/m2`), and conditions on what a formula gives.
 *
 * @param from ISO 4217 code, and `to` likewise
 */
export function inCurrency<D extends Naming>(definition: D, from: string, to: string): D {
  return {
    ...definition,
    formulas: definition.formulas.map((formula) => ({ ...formula, text: withName(formula.text, from, to) })),
    rules: definition.rules.map((rule) => (rule.when ? { ...rule, when: inUnit(rule.when, from, to) } : rule)),
  };
}

/** Whether a definition names a currency anywhere. */
export function namesCurrency({ formulas, rules }: Naming, currency: string): boolean {
  const asks = (condition: Condition): boolean => ('of' in condition ? condition.of.some(asks) : condition.kind === 'figure' && condition.unit === currency);
  return formulas.some(({ text }) => hasName(text, currency)) || rules.some(({ when }) => when !== null && asks(when));
}
