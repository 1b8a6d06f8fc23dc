import { type Queries } from '../../data/database';
import { reachedFrom } from '../../data/references';
import { type Comparison } from '../figures/comparison';
import { type ComparedProduct } from '../figures/margins';
import { productsAmong, type ProductStep } from './product-steps';

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

/** The products that have one of some as a part, or take it along, or have such a one in turn; by address. */
export async function reachedBy(queries: Queries, slugs: Iterable<string>): Promise<ReadonlySet<number>> {
  const things = [...slugs].map((key) => ({ what: 'products' as const, key }));
  return productsAmong(await reachedFrom(queries, things, 'inForce'));
}

/** How many products in the shop a ripple, followed to its end, would stop being sold. */
export async function countStopping(ripple: AsyncIterable<ProductStep<RippleRow>>): Promise<number> {
  let stopping = 0;
  for await (const { row } of ripple) if (row?.inShop && row.stops.length > 0) stopping += 1;
  return stopping;
}
