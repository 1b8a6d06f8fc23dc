import { type Product } from '../core/catalog';
import { compile, prove } from '../core/resolve';
import { type BrokenProof, brokenProof } from './comparison';
import { atOneMoment, type Services } from './context';
import { type ProductStep, readBothStates, stepByStep } from './product-steps';
import { readSurroundings } from './surroundings';

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
    return { states: read, ...(await readSurroundings(database.read, now(), read.flatMap(({ draft, published }) => [draft, ...(published ? [published] : [])]))) };
  });
  const failing = (product: Product | null) => (product && product.proofs.length > 0 ? prove(compile(product, surroundings), product.proofs, today).filter(({ holds }) => !holds) : []);
  yield* stepByStep(states, ({ id, draft, published }): ProvedProduct | null => {
    if (draft.proofs.length + (published?.proofs.length ?? 0) === 0) return null;
    return { productId: id, title: draft.title, inShop: published !== null, proofs: draft.proofs.map((proof) => proof.title), broken: failing(draft).map(brokenProof), brokenInShop: failing(published).map(({ proof }) => proof.title) };
  });
}
