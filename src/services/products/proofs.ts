import { inBackground } from '../background/pool';
import { type ProductStep, readBothStates, stepByStep } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
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
export async function* proveAll(context: Services): AsyncGenerator<ProductStep<ProvedProduct>> {
  const { states, surroundings, today } = await atOneMoment(context, async ({ database, now }) => {
    const read = await readBothStates(database.read);
    return {
      states: read,
      ...(await readSurroundings(
        database.read,
        now(),
        read.flatMap(({ draft, published }) => [draft, ...(published ? [published] : [])]),
      )),
    };
  });
  yield* stepByStep(states, async (some): Promise<(ProvedProduct | null)[]> => {
    const has = some.filter(({ draft, published }) => draft.proofs.length + (published?.proofs.length ?? 0) > 0);
    const failing =
      has.length === 0
        ? []
        : await inBackground(
            'failingProofs',
            { products: has.flatMap(({ draft, published }) => [draft, published]), surroundings, today },
            'Resolving the proofs',
          );
    return some.map((state) => {
      const place = has.indexOf(state);
      if (place < 0) return null;
      const { id, draft, published } = state;
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
  });
}
