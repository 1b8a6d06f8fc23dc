import { asItCounts, type ProductStep, readBothStates, stepByStep } from '../catalog/product-steps';
import { isChanged, reachedBy, type RippleLooks, type RippleRow } from '../catalog/reach';
import { readAllSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { placementsOf, type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { compared } from '../prices/floors';
import { readCosts } from '../stock/figures';
import { sheetLife } from './life';

/**
 * What publishing a sheet's draft would change, product by product, those that have one of these as a part or take it
 * along among them: in the shop as it is published, elsewhere in the
 * draft. The caller may stop at any step.
 */
export async function* rippleOf(context: Services, id: number): AsyncGenerator<ProductStep<RippleRow>> {
  yield* await atOneMoment(context, ({ database, now }) => readRipple(database.read, now(), id, 'floors'));
}

/** Reads all that a ripple is worked out from. What comes back works it out, and reads nothing more. @param looksAt whether floors are looked at, too, which takes longer */
export async function readRipple(queries: Queries, at: Date, id: number, looksAt: RippleLooks): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  const { draft } = await sheetLife.require(queries, id);
  const states = await readBothStates(queries);
  const { surroundings: before, today } = await readAllSurroundings(queries, at, [...states.map(asItCounts), draft]);
  const after = { ...before, sheets: new Map(before.sheets).set(draft.key, draft) };
  const costs = looksAt === 'floors' ? await readCosts(queries) : null;
  const isOn = (product: Product, { sheets: placed }: typeof before) => placementsOf(product, placed.values()).some(({ key }) => key === draft.key);
  const touched = (product: Product) => isOn(product, before) || isOn(product, after);
  const having = new Set(reachedBy(states, new Set(states.map(asItCounts).filter(touched).map(({ slug }) => slug)), before));
  return stepByStep(states, async (some): Promise<(RippleRow | null)[]> => {
    const reached = some.map((state) => ({ state, product: asItCounts(state) })).filter(({ state, product }) => touched(product) || having.has(state));
    const sides = reached.map(({ product }) => ({ before: { product, surroundings: before }, after: { product, surroundings: after } }));
    const found = await compared(sides, today, costs);
    return some.map((state): RippleRow | null => {
      const place = reached.findIndex((other) => other.state === state);
      const [comparison, product] = [found[place], reached[place]?.product];
      if (!comparison || !product) return null;
      const [was, is] = [isOn(product, before), isOn(product, after)];
      return {
        ...comparison,
        productId: state.id,
        title: product.title,
        inShop: state.published !== null,
        reach: was === is ? 'stays' : is ? 'joins' : 'leaves',
        changes: was !== is || isChanged(comparison),
      };
    });
  });
}
