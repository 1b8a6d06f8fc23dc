import { hasOptions } from '../catalog';
import { type Program } from '../compile';

/** Whether choices are tied together at all: by rules and tables, by formulas, or because a price could come to less than nothing. */
export function isTied({ rules, formulas, product }: Program): boolean {
  if (rules !== null || formulas.length > 0) return true;
  const amounts = product.choices.flatMap((choice) => (hasOptions(choice) ? choice.options.map(({ amount }) => amount) : 'amount' in choice ? [choice.amount] : []));
  return amounts.some((amount) => amount?.value.startsWith('-'));
}
