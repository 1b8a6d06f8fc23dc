import { inBackground } from '../background/pool';
import { type ProductStep, stepByStep } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { type Services } from '../context';
import { productsWithProofs } from '../../data/references';
import { type BrokenProof } from '../figures/comparison';

/** What came of one product's proofs. */
export interface ProvedProduct {
  readonly productId: number;
  readonly title: string;
  readonly inShop: boolean;
  /** titles of the draft's proofs */
  readonly proofs: readonly string[];
  /** proofs of the draft that no longer hold in the draft */
  readonly broken: readonly BrokenProof[];
  /** of those in the shop, the titles of what no longer holds there */
  readonly brokenInShop: readonly string[];
}

/** Resolves every proof of the shop again, product by product: in the draft, and as it is published. */
export function proveAll(context: Services): Promise<AsyncGenerator<ProductStep<ProvedProduct>>> {
  return stepByStep(context, productsWithProofs, async ({ database, now }, states) => {
    const all = states.flatMap(({ draft, published }) => [draft, ...(published ? [published] : [])]);
    const { surroundings, today } = await readSurroundings(database.read, now(), all);
    return async () => {
      const failing = await inBackground(
        'failingProofs',
        { products: states.flatMap(({ draft, published }) => [draft, published]), surroundings, today },
        'Resolving the proofs',
      );
      return states.map(({ id, draft, published }, place): ProvedProduct => {
        const [broken = [], inShop = []] = failing.slice(place * 2);
        return {
          productId: id,
          title: draft.title,
          inShop: published !== null,
          proofs: draft.proofs.map((proof) => proof.title),
          broken,
          brokenInShop: inShop.map(({ title }) => title),
        };
      });
    };
  });
}
