import { inBackground } from '../background/pool';
import { type ProductStep, stepByStep } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { type Services } from '../context';
import { type KeepingFault } from '../figures/kept-back';

/** A product with what keeps its draft from being published. */
export interface KeptBackProduct {
  readonly productId: number;
  readonly title: string;
  readonly faults: readonly KeepingFault[];
}

/**
 * What keeps the drafts of some products from being published, one after the other: nothing is told of those that are
 * ready. What they need and is not in the shop yet would come into it with them.
 */
export function keptBack(
  context: Services,
  ids: readonly number[],
): Promise<AsyncGenerator<ProductStep<KeptBackProduct>>> {
  return stepByStep(
    context,
    () => Promise.resolve(ids),
    async ({ database, now }, states) => {
      const products = states.map(({ draft }) => draft);
      const { surroundings } = await readSurroundings(database.read, now(), products, { withDrafts: true });
      return async () => {
        const found = await inBackground('kept', { products, surroundings }, 'What keeps them from being published');
        return states.map(({ id, draft }, place) => {
          const faults = found[place] ?? [];
          return faults.length === 0 ? null : { productId: id, title: draft.title, faults };
        });
      };
    },
  );
}
