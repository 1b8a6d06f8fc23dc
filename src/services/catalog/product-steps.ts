import { eq, inArray } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { type Referrer } from '../../data/references';
import { products, revisions } from '../../data/schema';
import { atOneMoment, type Services } from '../context';
import { inOrderOf } from '../in-order';
import { inPieces, othersTurn } from '../in-pieces';

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

/** Some products in both states, in the order of the titles. */
export async function readSomeStates(queries: Queries, ids: Iterable<number>): Promise<BothStates[]> {
  return readStatesOf(queries, await inOrder(queries, ids));
}

/** Products in the order of their titles. */
async function inOrder(queries: Queries, ids: Iterable<number>): Promise<number[]> {
  const rows = await inPieces(inParts([...new Set(ids)], IDS_AT_ONCE), (part) =>
    queries.select({ id: products.id, title: products.title }).from(products).where(inArray(products.id, part)),
  );
  return rows
    .flat()
    .sort((a, b) => (a.title < b.title ? -1 : a.title > b.title ? 1 : a.id - b.id))
    .map(({ id }) => id);
}

async function readStatesOf(queries: Queries, sorted: readonly number[]): Promise<BothStates[]> {
  const rows = await inPieces(inParts(sorted, READ_AT_ONCE), (ids) =>
    queries
      .select({ id: products.id, draft: products.draft, published: revisions.definition })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(inArray(products.id, ids)),
  );
  return inOrderOf(sorted, rows.flat());
}

/** How many are read in one go: what that takes is over in a moment. */
const READ_AT_ONCE = 40;
const IDS_AT_ONCE = 1_000;

/** Products among those that refer to something. */
export const productsAmong = (referrers: readonly Referrer[]): ReadonlySet<number> =>
  new Set(referrers.flatMap(({ kind, id }) => (kind === 'product' ? [id] : [])));

/** How many products are looked at together. */
export const AT_A_STRETCH = 20;

/**
 * Looks at one product after the other, some of them together, each stretch at a moment of its own: nobody waits for
 * all to be read, and no more is kept than is looked at. The caller may stop at any step.
 *
 * @param which which products, known at one moment
 * @param look reads what some of them follow from, and gives what works out one row for each of them, in their order:
 *   null where there is nothing to say
 */
export async function stepByStep<Row>(
  context: Services,
  which: (queries: Queries) => Promise<Iterable<number>>,
  look: (still: Services, states: readonly BothStates[]) => Promise<() => Promise<readonly (Row | null)[]>>,
): Promise<AsyncGenerator<ProductStep<Row>>> {
  const ids = await atOneMoment(context, async ({ database: { read } }) => inOrder(read, await which(read)));
  return steps(context, ids, look);
}

async function* steps<Row>(
  context: Services,
  ids: readonly number[],
  look: (still: Services, states: readonly BothStates[]) => Promise<() => Promise<readonly (Row | null)[]>>,
): AsyncGenerator<ProductStep<Row>> {
  let done = 0;
  for (const part of inParts(ids, AT_A_STRETCH)) {
    const work = await atOneMoment(context, async (still) =>
      look(still, await readStatesOf(still.database.read, part)),
    );
    for (const row of await work()) yield { done: (done += 1), total: ids.length, row };
    await othersTurn();
  }
}
