import { type CatalogSurroundings, placementsOf, referencesOf } from '../../core/catalog';
import { type Comparison } from '../figures/comparison';
import { type BothStates, type ProductStep } from './product-steps';

/** What a change of something shared does to one product. */
export interface RippleRow extends Comparison {
  readonly productId: number;
  readonly title: string;
  readonly inShop: boolean;
  readonly reach: 'stays' | 'joins' | 'leaves';
  readonly changes: boolean;
}

/** The products that have one of some as a part, or take it along, or have such a one in turn. */
export function reachedBy(states: readonly BothStates[], slugs: ReadonlySet<string>, { sheets }: Pick<CatalogSurroundings, 'sheets'>): BothStates[] {
  const uses = new Map(states.map((state) => {
    const product = state.published ?? state.draft;
    const placed = placementsOf(product, sheets.values()).flatMap(({ key }) => sheets.get(key) ?? []);
    return [state, new Set([product, ...placed].flatMap((definition) => [...referencesOf(definition).products]))] as const;
  }));
  const reached = new Set<BothStates>();
  let fresh: ReadonlySet<string> = slugs;
  while (fresh.size > 0) {
    const next = new Set<string>();
    for (const [state, used] of uses) {
      if (reached.has(state) || ![...fresh].some((slug) => used.has(slug))) continue;
      reached.add(state);
      next.add((state.published ?? state.draft).slug);
    }
    fresh = next;
  }
  return states.filter((state) => reached.has(state));
}

/** How many products in the shop a ripple, followed to its end, would stop being sold. */
export async function countStopping(ripple: AsyncIterable<ProductStep<RippleRow>>): Promise<number> {
  let stopping = 0;
  for await (const { row } of ripple) if (row?.inShop && row.stops.length > 0) stopping += 1;
  return stopping;
}
