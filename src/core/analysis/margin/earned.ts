import { type Program } from '../../compile';
import { Exact } from '../../number';
import { type CostOf } from '../../run';
import { type Witness } from '../model/witness';

/** The lowest margin that any selection that can be sold has: the price of one, less what supplying it costs. */
export type LowestMargin =
  /** found, and no selection earns less by more than half a minor unit, which rounding may take */
  | (Found & { readonly kind: 'proved' })
  /** found, but something may earn less, down to a bound; null where not even that is known */
  | (Found & { readonly kind: 'found'; readonly bound: string | null; readonly open: readonly string[] })
  /** nobody knows what these stock items cost */
  | { readonly kind: 'costsMissing'; readonly items: readonly string[] }
  /** its parts are tied to each other or to the price, or its price or cost follows from more than can be told apart */
  | { readonly kind: 'notLookedAt' }
  | { readonly kind: 'nothingSold' }
  /** it took longer than it may, and nothing was found by then */
  | { readonly kind: 'notFound' };

/** A lowest margin of which a selection was found. */
export type FoundMargin = Extract<LowestMargin, { margin: string }>;

export interface Found extends Witness {
  /** in major units, to six places at most */
  readonly margin: string;
  readonly cost: string;
  readonly price: string;
}

export interface MarginLimits {
  readonly searching: number;
  readonly rounds: number;
  readonly stop?: () => boolean;
}

/** What a margin is asked of. */
export interface Asked {
  /** as YYYY-MM-DD */
  readonly today: string;
  readonly costs: CostOf;
  /** so much of the price is there to pay what it costs, and for a floor */
  readonly kept: Exact;
  readonly limits: MarginLimits;
}

/** Finds the lowest margin of any product, as `lowestMargin` does. */
export type LowestOf = (
  program: Program,
  today: string,
  costs: CostOf,
  floor: Exact,
  limits: MarginLimits,
) => LowestMargin;

/** At least so many steps are gone for each of many looks, however many there are. */
export const LEAST_SEARCHING = 2_000;

/** What is left of a price, of which so much is kept, when what it costs is paid. */
export const valueOf = ({ price, cost }: Pick<Found, 'price' | 'cost'>, share: Exact): Exact =>
  Exact.from(price).times(share).minus(Exact.from(cost));

/** What a margin comes to at least, of so much of the price as is kept; null where that is not known. */
export function boundOf(margin: FoundMargin, share: Exact): Exact | null {
  if (margin.kind === 'proved') return valueOf(margin, share);
  return margin.bound === null ? null : Exact.parse(margin.bound);
}

/** The least of bounds of which one holds; null where one is not known, or there are none. */
export const leastOf = (bounds: readonly (Exact | null)[]): Exact | null =>
  bounds.reduce((least, one) => (least && one ? (one.isLess(least) ? one : least) : null), bounds[0] ?? null);
