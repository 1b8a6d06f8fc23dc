import { amountsOf } from '../../catalog';
import { placesOf, type Program } from '../../compile';

/**
 * Whether anything keeps some answers from being sold together: rules and tables, formulas, sentences of what must fit,
 * what is refused of what stands inside, or a price that could come to less than nothing.
 */
export function isTied({ rules, formulas, fits, kit, product }: Program): boolean {
  if (rules !== null || formulas.length > 0 || fits.length > 0) return true;
  if (kit && kit.terms.less.sign() !== 0) return true;
  const inside = placesOf(kit).flatMap(({ candidates }) => candidates.map(({ program }) => program));
  if (inside.some(isTied)) return true;
  return product.choices.flatMap(amountsOf).some((amount) => amount?.value.startsWith('-'));
}
