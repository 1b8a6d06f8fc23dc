import { amountsOf } from '../catalog';
import { type Program } from '../compile';

/**
 * Whether choices are tied together at all: by rules and tables, by formulas, or because a price could come to less
 * than nothing.
 */
export function isTied({ rules, formulas, product }: Program): boolean {
  if (rules !== null || formulas.length > 0) return true;
  return product.choices.flatMap(amountsOf).some((amount) => amount?.value.startsWith('-'));
}
