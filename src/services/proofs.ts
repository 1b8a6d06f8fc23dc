import { asc, eq } from 'drizzle-orm';
import { compile, prove } from '../core/resolve';
import { products, revisions } from '../data/schema';
import { type BrokenProof, brokenProof } from './comparison';
import { type Services } from './context';
import { currentProduct } from './definitions';
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

export interface ProvingStep {
  readonly done: number;
  readonly total: number;
  /** null for a product that keeps no proofs */
  readonly row: ProvedProduct | null;
}

/** How many products are looked at before others get their turn. */
const AT_A_STRETCH = 20;

/** Resolves every proof of the shop again, product by product: in the draft, and as it is published. */
export async function* proveAll({ database, now }: Services): AsyncGenerator<ProvingStep> {
  const rows = await database.read
    .select({ product: products, revision: revisions.definition })
    .from(products)
    .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
    .orderBy(asc(products.title));
  const both = rows.map(({ product, revision }) => ({ id: product.id, draft: currentProduct(product.draft), published: revision && currentProduct(revision) }));
  const { surroundings, today } = await readSurroundings(database.read, now(), both.flatMap(({ draft, published }) => [draft, ...(published ? [published] : [])]));
  for (const [index, { id, draft, published }] of both.entries()) {
    if (index % AT_A_STRETCH === AT_A_STRETCH - 1) await new Promise((resume) => setImmediate(resume));
    const kept = draft.proofs.length + (published?.proofs.length ?? 0);
    const broken = kept === 0 ? [] : prove(compile(draft, surroundings), draft.proofs, today).filter(({ holds }) => !holds);
    const inShop = kept === 0 || !published ? [] : prove(compile(published, surroundings), published.proofs, today).filter(({ holds }) => !holds);
    yield {
      done: index + 1,
      total: both.length,
      row: kept === 0 ? null : { productId: id, title: draft.title, inShop: published !== null, proofs: draft.proofs.map((proof) => proof.title), broken: broken.map(brokenProof), brokenInShop: inShop.map(({ proof }) => proof.title) },
    };
  }
}
