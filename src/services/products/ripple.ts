import { asItCounts, type BothStates, type ProductStep, stepByStep } from '../catalog/product-steps';
import { countStopping, isChanged, reachedBy, type ReachedSides, type RippleRow, whichStop } from '../catalog/reach';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { referringTo } from '../../data/references';
import { type ComparedProduct } from '../figures/margins';
import { compared } from '../prices/floors';
import { type Looked, lookedAt } from '../drafts/life';
import { costsIn } from '../stock/ledger/figures';
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
  return lookAtChanges(context, [looked], change, NOT_ITSELF, rowsOf);
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
  const itself = (product: Changing) => (product.publishedSlug === null ? [] : [product.id]);
  return lookAtChanges(context, looked, 'publish', itself, rowsOf);
}

interface Changing {
  readonly id: number;
  readonly publishedSlug: string | null;
  readonly draft: Product;
}

const NOT_ITSELF = () => [];

/**
 * @param itself those of the products themselves that are looked at, too, as they are and as they will be
 * @param look   says one thing of each product, in their order
 */
async function lookAtChanges<Row>(
  context: Services,
  looked: readonly Looked[],
  change: ProductChange,
  itself: (product: Changing) => number[],
  look: (reached: ReachedSides, states: readonly BothStates[]) => Promise<(Row | null)[]>,
): Promise<AsyncGenerator<ProductStep<Row>>> {
  const changing = await atOneMoment(context, ({ database: { read } }) => lookedAt(productLife, read, looked));
  const drafts = new Map(changing.map(({ id, draft }) => [id, draft]));
  const reached = async (queries: Queries) => {
    const having = [...(await reachedBy(queries, addressesOf(changing)))].filter((id) => !drafts.has(id));
    return [...having, ...changing.flatMap(itself)];
  };
  return stepByStep(context, reached, async ({ database, now }, states) => {
    const {
      surroundings: before,
      today,
      stock,
    } = await readSurroundings(database.read, now(), [...states.map(asItCounts), ...drafts.values()]);
    const after = {
      ...before,
      products: changing.reduce((known, product) => productsAfter(known, product, change), before.products),
    };
    const sides = states.map((state) => ({
      before: { product: asItCounts(state), surroundings: before },
      after: { product: drafts.get(state.id) ?? asItCounts(state), surroundings: after },
    }));
    return () => look({ sides, today, stock }, states);
  });
}

async function rowsOf(
  { sides, today, stock }: ReachedSides,
  states: readonly BothStates[],
): Promise<(RippleRow | null)[]> {
  const found = await compared(sides, today, costsIn(stock));
  return states.map((state, place) => {
    const comparison = found[place];
    return comparison ? rowOf(state, comparison) : null;
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

/** Reads what a change of some products would stop from being sold; what comes back counts it. */
export const stoppedBy =
  (looked: readonly Looked[], change: ProductChange) =>
  async ({ database: { read } }: Services, context: Services): Promise<() => Promise<number>> => {
    const changing = await lookedAt(productLife, read, looked);
    if (!(await areUsed(read, changing))) return () => Promise.resolve(0);
    return async () => countStopping(await lookAtChanges(context, looked, change, NOT_ITSELF, whichStop));
  };

/** What products are called by what refers to them, as they are in the shop and as they are to be. */
const addressesOf = (changing: readonly Pick<Changing, 'publishedSlug' | 'draft'>[]): ReadonlySet<string> =>
  new Set(changing.flatMap(({ publishedSlug, draft }) => [publishedSlug ?? [], draft.slug].flat()));

/** Whether anything else has a product as a part or takes it along. */
export const isUsed = async (queries: Queries, id: number): Promise<boolean> =>
  areUsed(queries, [await productLife.require(queries, id)]);

/** Whether anything but themselves has one of some products as a part or takes it along. */
async function areUsed(queries: Queries, changing: readonly Changing[]): Promise<boolean> {
  const own = new Set(changing.map(({ id }) => id));
  const things = [...addressesOf(changing)].map((key) => ({ what: 'products' as const, key }));
  const users = await referringTo(queries, things, 'all');
  return users.some(({ kind, id, of }) => (kind === 'product' ? !own.has(id) : of === 'published'));
}
