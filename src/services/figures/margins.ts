import { lowestMargin, MARGIN_LIMITS, marginFault } from '../../core/analysis';
import { type CatalogSurroundings, floorOf, type Product } from '../../core/catalog';
import { compile } from '../../core/compile';
import { Exact } from '../../core/number';
import { type CostOf } from '../../core/run';
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

const costOf = (costs: Costs): CostOf => {
  const known = new Map(Object.entries(costs).map(([key, cost]) => [key, Exact.from(cost)]));
  return (key) => known.get(key) ?? null;
};

/** The products that fall below their floor with some costs and don't with others. */
export function newlyBelow(products: readonly Product[], surroundings: CatalogSurroundings, today: string, before: Costs, after: Costs): BelowFloor[] {
  return products.flatMap((product): BelowFloor[] => {
    const floor = floorOf(product, surroundings.shop.marginFloors);
    if (floor === null) return [];
    const program = compile(product, surroundings);
    const fault = (costs: Costs) => marginFault(program, lowestMargin(program, today, costOf(costs), Exact.parse(floor) ?? Exact.zero, MARGIN_LIMITS), floor);
    const now = fault(after);
    return now && !fault(before) ? [{ slug: product.slug, title: product.title, words: faultWords(now.data) }] : [];
  });
}
