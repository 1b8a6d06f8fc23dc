import { type Program } from '../compile/program';
import { type ResolveContext } from './resolution';
import { resolve } from './resolve';

/**
 * The quantity that a page begins with: the product's own, or the least that rules ask for of what is answered at the
 * beginning. So nobody is met by a complaint about a number they have not written.
 */
export function firstQuantity(program: Program, { today, group }: Pick<ResolveContext, 'today' | 'group'>): number {
  const { defaultQuantity, rules } = program;
  if (!rules?.itemEffects.some(({ effect }) => effect.kind === 'limitQuantity')) return defaultQuantity;
  const leastAsked = (quantity: number): number | undefined => {
    const { problems } = resolve(program, { answers: {}, quantity }, { stock: null, today, group });
    const below = problems.flatMap(({ data }) => (data.code === 'quantityBelow' ? data.nearest : []));
    return below[0] === undefined ? undefined : Number(below[0]);
  };
  const least = leastAsked(defaultQuantity);
  // A rule that looks at the quantity may ask for yet another: then the product's own has the word.
  return least !== undefined && leastAsked(least) === undefined ? least : defaultQuantity;
}
