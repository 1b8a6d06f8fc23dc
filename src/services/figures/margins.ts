import { type CatalogSurroundings, floorOf, type Product } from '../../core/catalog';
import { leastEarned } from '../../core/judge';
import { Exact } from '../../core/number';
import { costsByKey } from '../../core/run';
import { faultWords } from '../../core/words';

/** What stock items cost, by key; decimals. */
export type Costs = Readonly<Record<string, string>>;

/** A product some selection of which earns less than its floor. */
export interface BelowFloor {
  readonly slug: string;
  readonly title: string;
  /** which selection, and how little it earns, in words */
  readonly words: string;
}

/** Many products are looked at one after the other: each less long than where it is edited. */
const SHOP_WIDE = { searching: 10_000, rounds: 3 };

/** What may be otherwise after a change: what stock items cost, and price lists. */
export interface Earned {
  readonly surroundings: CatalogSurroundings;
  readonly costs: Costs;
  /** percentage that a code takes off; absent for none */
  readonly off?: string;
}

/** The products that fall below their floor after a change and don't before it. */
export function newlyBelow(products: readonly Product[], today: string, before: Earned, after: Earned): BelowFloor[] {
  return products.flatMap((product): BelowFloor[] => {
    if (floorOf(product, after.surroundings.shop.marginFloors) === null) return [];
    const fault = ({ surroundings, costs, off = '0' }: Earned) => leastEarned(product, surroundings, today, costsByKey(costs), SHOP_WIDE, Exact.from(off)).fault;
    const now = fault(after);
    return now && !fault(before) ? [{ slug: product.slug, title: product.title, words: faultWords(now.data) }] : [];
  });
}
