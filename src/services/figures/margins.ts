import { type CatalogSurroundings, floorOf, type Product } from '../../core/catalog';
import { leastEarned } from '../../core/judge';
import { Exact } from '../../core/number';
import { costsByKey } from '../../core/run';
import { faultWords } from '../../core/words';
import { type Comparison, type Side, type Sides } from './comparison';

/** What stock items cost, by key; decimals. */
export type Costs = Readonly<Record<string, string>>;

/** A product some selection of which earns less than its floor. */
export interface BelowFloor {
  readonly slug: string;
  readonly title: string;
  /** which selection, and how little it earns, in words */
  readonly words: string;
}

/** What a change does to one product, its margin looked at. */
export interface ComparedProduct extends Comparison {
  /** which selection of it then earns less than its floor, and did not before; null where none does */
  readonly belowFloor: string | null;
}

/** Many products are looked at one after the other: each less long than where it is edited. */
const SHOP_WIDE = { searching: 10_000, rounds: 3 };

/** What is to be looked at, to know which products fall below their floor with a change. */
export interface FloorsAsked {
  readonly sides: readonly Sides[];
  readonly today: string;
  readonly costs: { readonly before: Costs; readonly after: Costs };
  /** percentage that a code takes off afterwards; absent for none */
  readonly off?: string;
}

/** Products that stay as they are, where what is around them changes. */
export const sidesOf = (
  products: readonly Product[],
  before: CatalogSurroundings,
  after: CatalogSurroundings,
): Sides[] =>
  products.map((product) => ({ before: { product, surroundings: before }, after: { product, surroundings: after } }));

/** Whether a product has a floor that it could fall below with a change. */
export const hasFloor = ({ after: { product, surroundings } }: Sides): boolean =>
  floorOf(product, surroundings.shop.marginFloors) !== null;

/** Of products that have a floor, those that fall below it after a change and don't before it. */
export function newlyBelow({ sides, today, costs, off = '0' }: FloorsAsked): BelowFloor[] {
  return sides.flatMap(({ before, after }): BelowFloor[] => {
    const { product } = after;
    const fault = (side: Side, known: Costs, less: string) =>
      leastEarned(
        side.product,
        side.surroundings,
        { today, costs: costsByKey(known), off: Exact.from(less) },
        SHOP_WIDE,
      ).fault;
    const now = fault(after, costs.after, off);
    return now && !fault(before, costs.before, '0')
      ? [{ slug: product.slug, title: product.title, words: faultWords(now.data) }]
      : [];
  });
}
