import {
  type CatalogSurroundings,
  placementsOf,
  type Product,
  type References,
  referencesOf,
  refersToProduct,
} from '../../core/catalog';
import { type Comparison } from '../figures/comparison';
import { type ComparedProduct } from '../figures/margins';
import { inPieces } from '../in-pieces';
import { asItCounts, type BothStates, type ProductStep } from './product-steps';

/** What a change of something shared does to one product. */
export interface RippleRow extends ComparedProduct {
  readonly productId: number;
  readonly title: string;
  readonly inShop: boolean;
  readonly reach: 'stays' | 'joins' | 'leaves';
  readonly changes: boolean;
}

/**
 * What a ripple looks at: what stops being sold and what costs another price alone, or which margins fall below a
 * floor, too.
 */
export type RippleLooks = 'stops' | 'floors';

/** Whether anything of a product that stays where it is changes. */
export function isChanged({ priceBefore, priceAfter, amounts, stops, mends, breaks }: Comparison): boolean {
  return priceBefore !== priceAfter || amounts.length + stops.length + mends.length + breaks.length > 0;
}

/** The products that have one of some as a part, or take it along, or have such a one in turn. */
export async function reachedBy(
  states: readonly BothStates[],
  slugs: ReadonlySet<string>,
  { sheets }: Pick<CatalogSurroundings, 'sheets'>,
): Promise<BothStates[]> {
  const uses = new Map(
    await inPieces(states, (state) => {
      const product = asItCounts(state);
      const placed = placementsOf(product, sheets.values()).flatMap(({ key }) => sheets.get(key) ?? []);
      return [state, [product, ...placed].map(referencesOf)] as const;
    }),
  );
  const reached = new Set<BothStates>();
  // What is changed may join by what it is now, or by what it is to be.
  const definitions = new Map<string, Product[]>();
  for (const one of states.flatMap(({ draft, published }) => [draft, published ?? []].flat()))
    definitions.set(one.slug, [...(definitions.get(one.slug) ?? []), one]);
  const refers = (used: readonly References[], slug: string) =>
    used.some(
      (references) =>
        references.products.has(slug) ||
        definitions.get(slug)?.some((definition) => refersToProduct(references, definition)),
    );
  let fresh: ReadonlySet<string> = slugs;
  while (fresh.size > 0) {
    const next = new Set<string>();
    for (const [state, used] of uses) {
      if (reached.has(state) || ![...fresh].some((slug) => refers(used, slug))) continue;
      reached.add(state);
      next.add(asItCounts(state).slug);
    }
    fresh = next;
  }
  return states.filter((state) => reached.has(state));
}

/** What is in the shop of some products, and of those that have one of them as a part or take it along. */
export async function soldWith(
  states: readonly BothStates[],
  slugs: ReadonlySet<string>,
  around: Pick<CatalogSurroundings, 'sheets'>,
): Promise<Product[]> {
  const reached = new Set(slugs.size === 0 ? [] : await reachedBy(states, slugs, around));
  return states.flatMap((state) =>
    state.published && (slugs.has(state.published.slug) || reached.has(state)) ? [state.published] : [],
  );
}

/** How many products in the shop a ripple, followed to its end, would stop being sold. */
export async function countStopping(ripple: AsyncIterable<ProductStep<RippleRow>>): Promise<number> {
  let stopping = 0;
  for await (const { row } of ripple) if (row?.inShop && row.stops.length > 0) stopping += 1;
  return stopping;
}
