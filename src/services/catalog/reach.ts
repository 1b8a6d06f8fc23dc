import { type Queries } from '../../data/database';
import { reachedFrom } from '../../data/references';
import { inHalves } from '../background/in-halves';
import { inBackground } from '../background/pool';
import { type Comparison, type Sides } from '../figures/comparison';
import { type ComparedProduct } from '../figures/margins';
import { type StockFigures } from '../stock/ledger/figures';
import { type BothStates, productsAmong, type ProductStep } from './product-steps';

/** What a change of something shared does to one product. */
export interface RippleRow extends ComparedProduct {
  readonly productId: number;
  readonly title: string;
  readonly inShop: boolean;
  readonly reach: 'stays' | 'joins' | 'leaves';
  readonly changes: boolean;
}

/** Whether anything of a product that stays where it is changes. */
export function isChanged({ priceBefore, priceAfter, amounts, stops, mends, breaks }: Comparison): boolean {
  return priceBefore !== priceAfter || amounts.length + stops.length + mends.length + breaks.length > 0;
}

/** The products that have one of some as a part, or take it along, or have such a one in turn; by address. */
export async function reachedBy(queries: Queries, slugs: Iterable<string>): Promise<ReadonlySet<number>> {
  const things = [...slugs].map((key) => ({ what: 'products' as const, key }));
  return productsAmong(await reachedFrom(queries, things, 'inForce'));
}

/** Products that something shared reaches, as they are before it changes and after that. */
export interface ReachedSides {
  readonly sides: readonly Sides[];
  readonly today: string;
  /** what they can take from */
  readonly stock: readonly StockFigures[];
}

/**
 * Which of some products are in the shop, and a change stops from being sold. That alone is soon worked out: whoever
 * decides has seen the whole ripple.
 */
export async function whichStop({ sides, today }: ReachedSides, states: readonly BothStates[]): Promise<boolean[]> {
  const isSold = states.map(({ published }) => published !== null);
  const stopped = await inHalves(
    sides.filter((_, place) => isSold[place]),
    (some) => inBackground('stopping', { sides: some, today }, 'Comparing the products'),
  );
  return isSold.map((sold) => sold && stopped.shift() === true);
}

/** How many of the products that are looked at, to the end, would stop being sold. */
export async function countStopping(looked: AsyncIterable<ProductStep<boolean>>): Promise<number> {
  let stopping = 0;
  for await (const { row } of looked) if (row) stopping += 1;
  return stopping;
}
