import { and, eq, ne, or, sql } from 'drizzle-orm';
import { type AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { asItCounts, type BothStates, type ProductStep, readBothStates, stepByStep } from '../catalog/product-steps';
import { readShared } from '../catalog/catalog-state';
import { readPublishedById } from '../catalog/published-products';
import { countStopping, isChanged, reachedBy, type RippleLooks, type RippleRow } from '../catalog/reach';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type Product, referencesOf, refersToProduct } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { products, revisions, sheetRevisions, sheets } from '../../data/schema';
import { type ComparedProduct } from '../figures/margins';
import { compared } from '../prices/floors';
import { type Looked, lookedAt } from '../drafts/life';
import { readCosts } from '../stock/ledger/figures';
import { productLife } from './life';

/** What is done with a product that others have as a part, or take along. */
export type ProductChange = 'publish' | 'withdraw';

/**
 * What publishing a product's draft, or taking the product out of the shop, does to those that have it as a part or
 * take it along, at any depth: in the shop as they are published, elsewhere in the draft. The caller may stop at any
 * step.
 *
 * @throws Refusal 404; 409 `draftMoved` where a draft is not the one that was seen
 */
export function rippleOfProduct(
  context: Services,
  looked: Looked,
  change: ProductChange,
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  return atOneMoment(context, ({ database, now }) => readProductRipple(database.read, now(), looked, change, 'floors'));
}

/**
 * What publishing the drafts of products would change, all of them together: of those that are in the shop themselves,
 * and of all that have one of them as a part or take it along, at any depth. The caller may stop at any step.
 *
 * @throws Refusal 404; 409 `draftMoved` where a draft is not the one that was seen
 */
export function rippleOfProducts(
  context: Services,
  looked: readonly Looked[],
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  return atOneMoment(context, async ({ database, now }) => {
    const all = await lookedAt(productLife, database.read, looked);
    return readChanges(
      database.read,
      now(),
      all,
      { change: 'publish', looksAt: 'floors' },
      (state) => state.published !== null,
    );
  });
}

/**
 * Reads all that a product's ripple is worked out from. What comes back works it out, and reads nothing more. @param
 * looksAt whether floors are looked at, too, which takes longer
 */
export async function readProductRipple(
  queries: Queries,
  at: Date,
  looked: Looked,
  change: ProductChange,
  looksAt: RippleLooks,
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  return readChanges(queries, at, await lookedAt(productLife, queries, [looked]), { change, looksAt }, () => false);
}

interface Changing {
  readonly id: number;
  readonly publishedSlug: string | null;
  readonly draft: Product;
}

/** @param isReached whether one of the products themselves is looked at, too, as it is and as it will be */
async function readChanges(
  queries: Queries,
  at: Date,
  changing: readonly Changing[],
  { change, looksAt }: { readonly change: ProductChange; readonly looksAt: RippleLooks },
  isReached: (state: BothStates) => boolean,
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  const states = await readBothStates(queries);
  const drafts = new Map(changing.map(({ id, draft }) => [id, draft]));
  const wanted = new Set(
    changing.flatMap(({ publishedSlug, draft }) => [publishedSlug, draft.slug]).filter((slug) => slug !== null),
  );
  const having = new Set(await reachedBy(states, wanted, await readShared(queries)));
  const reached = states.filter((state) => (drafts.has(state.id) ? isReached(state) : having.has(state)));
  const { surroundings: before, today } = await readSurroundings(queries, at, [
    ...reached.map(asItCounts),
    ...drafts.values(),
  ]);
  const after = {
    ...before,
    products: changing.reduce((known, product) => productsAfter(known, product, change), before.products),
  };
  const costs = looksAt === 'floors' ? await readCosts(queries) : null;
  return stepByStep(reached, async (some): Promise<RippleRow[]> => {
    const sides = some.map((state) => ({
      before: { product: asItCounts(state), surroundings: before },
      after: { product: drafts.get(state.id) ?? asItCounts(state), surroundings: after },
    }));
    const found = await compared(sides, today, costs);
    return some.flatMap((state, place) => {
      const comparison = found[place];
      return comparison ? [rowOf(state, comparison)] : [];
    });
  });
}

function productsAfter(
  known: CatalogSurroundings['products'],
  { publishedSlug, draft }: { publishedSlug: string | null; draft: Product },
  change: ProductChange,
): CatalogSurroundings['products'] {
  const others = new Map([...known].filter(([slug]) => slug !== publishedSlug));
  return change === 'publish' ? others.set(draft.slug, draft) : others;
}

function rowOf({ id, published, draft }: BothStates, comparison: ComparedProduct): RippleRow {
  return {
    ...comparison,
    productId: id,
    title: (published ?? draft).title,
    inShop: published !== null,
    reach: 'stays',
    changes: isChanged(comparison),
  };
}

/** Reads what a change of a product would stop from being sold; what comes back counts it. */
export const stoppedBy =
  (looked: Looked, change: ProductChange) =>
  async ({ database, now }: Services): Promise<() => Promise<number>> => {
    const [product] = await lookedAt(productLife, database.read, [looked]);
    if (!product || !(await isUsed(database.read, product.id))) return () => Promise.resolve(0);
    const ripple = await readProductRipple(database.read, now(), looked, change, 'stops');
    return () => countStopping(ripple);
  };

/**
 * Whether anything has a product as a part or takes it along: asked of the documents as they lie there, without opening
 * them.
 */
export async function isUsed(queries: Queries, id: number): Promise<boolean> {
  const { publishedSlug, draft } = await productLife.require(queries, id);
  // A slot names its candidates as its options, or says by which condition they join; that some other thing is called
  // so does no harm.
  const names = [...new Set([publishedSlug, draft.slug])].flatMap((slug) =>
    slug === null ? [] : [{ product: slug }, { key: slug }].map((named) => JSON.stringify(named).slice(1, -1)),
  );
  const says = (document: AnySQLiteColumn) => or(...names.map((name) => sql`instr(${document}, ${name}) > 0`));
  const found = [
    await queries
      .select({ id: products.id })
      .from(products)
      .where(and(ne(products.id, id), says(products.draft)))
      .limit(1),
    await queries
      .select({ id: products.id })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(and(ne(products.id, id), says(revisions.definition)))
      .limit(1),
    await queries
      .select({ id: sheets.id })
      .from(sheets)
      .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
      .where(says(sheetRevisions.definition))
      .limit(1),
  ];
  return found.some((rows) => rows.length > 0) || (await joinsAny(queries, id, draft));
}

/** Whether a product joins a slot of another, as it is to be or as it is in the shop. */
async function joinsAny(queries: Queries, id: number, draft: Product): Promise<boolean> {
  const says = (document: AnySQLiteColumn) => sql`instr(${document}, '"joins":[{') > 0`;
  const others = [
    ...(await queries
      .select({ definition: products.draft })
      .from(products)
      .where(and(ne(products.id, id), says(products.draft)))),
    ...(await queries
      .select({ definition: revisions.definition })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(and(ne(products.id, id), says(revisions.definition)))),
    ...(await queries
      .select({ definition: sheetRevisions.definition })
      .from(sheets)
      .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
      .where(says(sheetRevisions.definition))),
  ];
  if (others.length === 0) return false;
  const published = await readPublishedById(queries, id);
  const own = [draft, ...(published ? [published.definition] : [])];
  return others.some(({ definition }) => own.some((product) => refersToProduct(referencesOf(definition), product)));
}
