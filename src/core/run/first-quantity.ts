import { type Program } from '../compile/program';
import { checkQuantity, orderableRange } from '../ordering';
import { type ResolveContext } from './resolution';
import { resolve } from './resolve';

/**
 * The quantity that a page begins with: the product's own, or the least that rules ask for of what is answered at the
 * beginning. So nobody is met by a complaint about a number they have not written.
 */
export function firstQuantity(program: Program, { today, group }: Pick<ResolveContext, 'today' | 'group'>): number {
  const { defaultQuantity, quantities, rules } = program;
  if (quantities.nearer.length === 0 && !rules?.itemEffects.some(({ effect }) => effect.kind === 'limitQuantity')) return defaultQuantity;
  const leastAsked = (quantity: number): number | undefined => {
    const { orderable } = resolve(program, { answers: {}, quantity }, { stock: null, today, group });
    const least = orderableRange(orderable)?.least;
    return least === undefined || checkQuantity(orderable, quantity) === null ? undefined : least;
  };
  const least = leastAsked(defaultQuantity);
  // A rule that looks at the quantity may ask for yet another: then the product's own has the word.
  return least !== undefined && leastAsked(least) === undefined ? least : defaultQuantity;
}
