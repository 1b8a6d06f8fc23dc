import { asItCounts, type ProductStep, readBothStates, stepByStep } from '../catalog/product-steps';
import { isChanged, reachedBy, type RippleLooks, type RippleRow } from '../catalog/reach';
import { readAllSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { placementsOf, type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { compared } from '../prices/floors';
import { type Looked, lookedAt } from '../drafts/life';
import { readCosts } from '../stock/ledger/figures';
import { sheetLife } from './life';

/**
 * What publishing the drafts of sheets would change, all of them together, product by product, those that have one of
 * these as a part or take it along among them: in the shop as it is published, elsewhere in the draft. The caller may
 * stop at any step.
 *
 * @throws Refusal 404; 409 `draftMoved` where a draft is not the one that was seen
 */
export function rippleOf(
  context: Services,
  looked: readonly Looked[],
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  return atOneMoment(context, ({ database, now }) => readRipple(database.read, now(), looked, 'floors'));
}

/**
 * Reads all that a ripple is worked out from. What comes back works it out, and reads nothing more. @param looksAt
 * whether floors are looked at, too, which takes longer
 */
export async function readRipple(
  queries: Queries,
  at: Date,
  looked: readonly Looked[],
  looksAt: RippleLooks,
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  const drafts = (await lookedAt(sheetLife, queries, looked)).map(({ draft }) => draft);
  const states = await readBothStates(queries);
  const { surroundings: before, today } = await readAllSurroundings(queries, at, [
    ...states.map(asItCounts),
    ...drafts,
  ]);
  const after = {
    ...before,
    sheets: new Map([...before.sheets, ...drafts.map((draft) => [draft.key, draft] as const)]),
  };
  const costs = looksAt === 'floors' ? await readCosts(queries) : null;
  const meant = new Set(drafts.map(({ key }) => key));
  /** those of the sheets that are on a product */
  const on = (product: Product, { sheets: placed }: typeof before) =>
    new Set(placementsOf(product, placed.values()).flatMap(({ key }) => (meant.has(key) ? [key] : [])));
  /** what becomes of the sheets on a product; null where none of them is on it, before or after */
  const reachOf = (product: Product): RippleRow['reach'] | null => {
    const [was, is] = [on(product, before), on(product, after)];
    if (was.size + is.size === 0) return null;
    if ([...is].some((key) => !was.has(key))) return 'joins';
    return [...was].some((key) => !is.has(key)) ? 'leaves' : 'stays';
  };
  const reaches = new Map(states.map((state) => [state, reachOf(asItCounts(state))]));
  const touched = states.filter((state) => reaches.get(state) !== null);
  const having = new Set([
    ...touched,
    ...(await reachedBy(states, new Set(touched.map((state) => asItCounts(state).slug)), before)),
  ]);
  return stepByStep(states, async (some): Promise<(RippleRow | null)[]> => {
    const reached = some
      .map((state) => ({ state, product: asItCounts(state) }))
      .filter(({ state }) => having.has(state));
    const sides = reached.map(({ product }) => ({
      before: { product, surroundings: before },
      after: { product, surroundings: after },
    }));
    const found = await compared(sides, today, costs);
    return some.map((state): RippleRow | null => {
      const place = reached.findIndex((other) => other.state === state);
      const [comparison, product] = [found[place], reached[place]?.product];
      if (!comparison || !product) return null;
      const reach = reaches.get(state) ?? 'stays';
      return {
        ...comparison,
        productId: state.id,
        title: product.title,
        inShop: state.published !== null,
        reach,
        changes: reach !== 'stays' || isChanged(comparison),
      };
    });
  });
}
