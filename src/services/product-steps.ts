import { asc, eq } from 'drizzle-orm';
import { type Product } from '../core/catalog';
import { type Queries } from '../data/database';
import { products, revisions } from '../data/schema';

/** One step of looking at many products, one after the other. */
export interface ProductStep<Row> {
  readonly done: number;
  readonly total: number;
  /** null for a product of which there is nothing to say */
  readonly row: Row | null;
}

/** A product as it is edited, and as it is in the shop; null while it is not there. */
export interface BothStates {
  readonly id: number;
  readonly draft: Product;
  readonly published: Product | null;
}

/** Every product in both states, in the order of the titles. */
export async function readBothStates(queries: Queries): Promise<BothStates[]> {
  const rows = await queries.select({ product: products, revision: revisions.definition }).from(products).leftJoin(revisions, eq(revisions.id, products.publishedRevision)).orderBy(asc(products.title));
  return rows.map(({ product, revision }) => ({ id: product.id, draft: product.draft, published: revision }));
}

/** How many products are looked at before others get their turn. */
const AT_A_STRETCH = 20;

/** Looks at one product after the other. The caller may stop at any step. */
export async function* stepByStep<Row>(states: readonly BothStates[], look: (state: BothStates) => Row | null): AsyncGenerator<ProductStep<Row>> {
  for (const [index, state] of states.entries()) {
    if (index % AT_A_STRETCH === AT_A_STRETCH - 1) await new Promise((resume) => setImmediate(resume));
    yield { done: index + 1, total: states.length, row: look(state) };
  }
}
