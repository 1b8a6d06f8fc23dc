import { asc, eq, inArray } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { products, revisions } from '../../data/schema';
import { inPieces } from '../in-pieces';

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

/** A product as it counts: as it is in the shop, or as it is edited where it is not there. */
export const asItCounts = ({ published, draft }: Pick<BothStates, 'published' | 'draft'>): Product =>
  published ?? draft;

/** Every product in both states, in the order of the titles. */
export async function readBothStates(queries: Queries): Promise<BothStates[]> {
  const all = await queries.select({ id: products.id }).from(products).orderBy(asc(products.title));
  const parts = Array.from({ length: Math.ceil(all.length / READ_AT_ONCE) }, (_, place) =>
    all.slice(place * READ_AT_ONCE, (place + 1) * READ_AT_ONCE).map(({ id }) => id),
  );
  const rows = await inPieces(parts, (ids) =>
    queries
      .select({ id: products.id, draft: products.draft, published: revisions.definition })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(inArray(products.id, ids))
      .orderBy(asc(products.title)),
  );
  return rows.flat();
}

/** How many are read in one go: what that takes is over in a moment. */
const READ_AT_ONCE = 40;

/** How many products are looked at together. */
const AT_A_STRETCH = 20;

/**
 * Looks at one product after the other, some of them together. The caller may stop at any step.
 *
 * @param look gives one row for each of the states it is given, null where there is nothing to say
 */
export async function* stepByStep<Row>(
  states: readonly BothStates[],
  look: (states: readonly BothStates[]) => Promise<readonly (Row | null)[]>,
): AsyncGenerator<ProductStep<Row>> {
  for (let start = 0; start < states.length; start += AT_A_STRETCH) {
    const rows = await look(states.slice(start, start + AT_A_STRETCH));
    for (const [place, row] of rows.entries()) yield { done: start + place + 1, total: states.length, row };
  }
}
