import { inHalves } from '../background/in-halves';
import { inBackground } from '../background/pool';
import { readShared } from '../catalog/catalog-state';
import { type BothStates } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { type Services } from '../context';
import { type CatalogSurroundings, floorOf, type Product } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Sides } from '../figures/comparison';
import {
  type BelowFloor,
  type ComparedProduct,
  type Costs,
  type FloorsAsked,
  hasFloor,
  sidesOf,
} from '../figures/margins';
import { Refusal } from '../refusal';
import { costsIn } from '../stock/ledger/figures';

/** So many products are looked at together: few, as what takes too long together is begun again in halves. */
const AT_ONCE = 4;

/**
 * Looks beforehand which products fall below their floor with a change. What can't be looked through in time is not
 * told of: it is found out where the product is edited.
 */
export async function fallingBelow({ sides, ...given }: FloorsAsked): Promise<BelowFloor[]> {
  const found: BelowFloor[] = [];
  for (const some of inParts(sides.filter(hasFloor), AT_ONCE)) found.push(...(await together(some, given)));
  return found;
}

interface Stretches {
  /** of the products in the shop, those that are looked at */
  readonly isFor: (product: Product) => boolean;
  /** what they stand in before a change and after it. @param slugs of all that is in it */
  readonly around: (
    surroundings: CatalogSurroundings,
    slugs: readonly string[],
  ) => { readonly before: CatalogSurroundings; readonly after: CatalogSurroundings };
  /** percentage that a code takes off afterwards; absent for none */
  readonly off?: string;
}

/**
 * Looks at some products of many as they are in the shop: what falls below its floor with a change, one for each; null
 * for what does not.
 */
export const floorsInStretches =
  ({ isFor, around, off }: Stretches) =>
  async ({ database: { read }, now }: Services, states: readonly BothStates[]) => {
    const { shop } = await readShared(read);
    const sold = states.flatMap(({ published }) =>
      published && floorOf(published, shop.marginFloors) !== null && isFor(published) ? [published] : [],
    );
    if (sold.length === 0) return () => Promise.resolve(states.map(() => null));
    const { surroundings, today, stock } = await readSurroundings(read, now(), sold);
    const costs = costsIn(stock);
    const { before, after } = around(surroundings, [...sold.map(({ slug }) => slug), ...surroundings.products.keys()]);
    return async (): Promise<readonly (BelowFloor | null)[]> => {
      const below = await fallingBelow({
        sides: sidesOf(sold, before, after),
        today,
        costs: { before: costs, after: costs },
        ...(off !== undefined && { off }),
      });
      const bySlug = new Map(below.map((one) => [one.slug, one]));
      return states.map(({ published }) => bySlug.get(published?.slug ?? '') ?? null);
    };
  };

const together = (sides: FloorsAsked['sides'], given: Omit<FloorsAsked, 'sides'>): Promise<BelowFloor[]> =>
  inHalves(
    sides,
    (some) => inBackground('marginsBelow', { sides: some, ...given }, 'What products earn'),
    () => [],
  );

/**
 * Compares products before and after a change, in the background.
 *
 * @param costs what the stock items cost that they can take
 * @returns one for each product, in their order
 */
export async function compared(sides: readonly Sides[], today: string, costs: Costs): Promise<ComparedProduct[]> {
  if (sides.length === 0) return [];
  const found = await inHalves(sides, (some) =>
    inBackground('comparisons', { sides: some, today }, 'Comparing the products'),
  );
  const changing = sides.filter(
    ({ before, after }) => before.product !== after.product || before.surroundings !== after.surroundings,
  );
  const below = await fallingBelow({ sides: changing, today, costs: { before: costs, after: costs } });
  const words = new Map(below.map((one) => [one.slug, one.words]));
  return found.map((comparison, place) => ({
    ...comparison,
    belowFloor: words.get(sides[place]?.after.product.slug ?? '') ?? null,
  }));
}

/**
 * @param words what is done, such as “With these lists”
 * @param accepted how many products were seen to fall below their floor
 * @throws Refusal 409 `belowFloor` where more do, with which they are in its details
 */
export function requireAccepted(below: readonly BelowFloor[], accepted: number, words: string): void {
  const [first] = below;
  if (!first || below.length <= accepted) return;
  const others = below.length > 1 ? ` So do selections of ${below.length - 1} more.` : '';
  throw new Refusal(
    409,
    'belowFloor',
    `${words} a selection of ${first.title} falls below its floor. ${first.words}${others}`,
    { below },
  );
}
