import { type Program } from '../compile';
import { testsOf } from './candidates';

/** Whether what one costs can depend on how many are taken. */
export function asksQuantity({ formulas, rules }: Program): boolean {
  return formulas.some(({ compiled }) => compiled.uses.has('quantity')) || (rules?.program.rules ?? []).some(({ rule }) => [...testsOf(rule.when)].some(({ kind }) => kind === 'quantity'));
}
