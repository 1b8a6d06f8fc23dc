import { type Program } from '../compile/program';
import { checkQuantity, orderableRange } from '../ordering';
import { otherQuantities } from './answers/quantities-near';
import { type ResolveContext } from './resolution';
import { resolve, runFor } from './resolve';

/**
 * The quantity that a page begins with: the product's own, or the least that rules ask for of what is answered at the
 * beginning. So nobody is met by a complaint about a number they have not written.
 */
export function firstQuantity(program: Program, { today, group }: Pick<ResolveContext, 'today' | 'group'>): number {
  const { defaultQuantity, quantities, rules } = program;
  if (quantities.nearer.length === 0 && !rules?.itemEffects.some(({ effect }) => effect.kind === 'limitQuantity'))
    return defaultQuantity;
  const context: ResolveContext = { stock: null, today, group };
  const now = resolve(program, { answers: {}, quantity: defaultQuantity }, context);
  if (checkQuantity(now.orderable, defaultQuantity) === null) return defaultQuantity;
  const others = otherQuantities(program, { answers: {} }, now, runFor(context));
  const least = orderableRange(now.orderable)?.least;
  // A rule that looks at the quantity may ask for yet another.
  return least !== undefined && others.can(least)
    ? least
    : (others.above(defaultQuantity) ?? others.below(defaultQuantity) ?? defaultQuantity);
}
