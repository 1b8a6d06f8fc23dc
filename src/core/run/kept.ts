import { type StockView } from '../stock';
import { type CostOf } from './cost';
import { type ResolveContext } from './resolution';

/** So much is kept of one thing: days, groups and numbers. */
const MOST_KEPT = 20;

/** Tells apart what things cost at one time and at another. */
const costsNames = new WeakMap<CostOf, number>();
let costsMade = 0;

/**
 * For whom, on which day and at what costs something is resolved, beside what there is of stock: in one word, so that
 * no cache leaves one of them out.
 */
export function contextName({ today, group, costs }: Pick<ResolveContext, 'today' | 'group' | 'costs'>): string {
  const name = costs && (costsNames.get(costs) ?? (costsMade += 1));
  if (costs && name !== undefined) costsNames.set(costs, name);
  return `${today} ${group ?? ''} ${name ?? ''}`;
}

/** What things come to of which nothing is said: for what is there of stock, by what they are for whom on which day. */
export class Kept<Of extends object, What> {
  private readonly ofStock = new WeakMap<StockView, WeakMap<Of, Map<string, What>>>();
  private readonly withoutStock = new WeakMap<Of, Map<string, What>>();

  /** @param name tells apart what one thing comes to */
  get(stock: StockView | null, of: Of, name: string, make: () => What): What {
    const things = stock ? (this.ofStock.get(stock) ?? new WeakMap<Of, Map<string, What>>()) : this.withoutStock;
    if (stock) this.ofStock.set(stock, things);
    const known = things.get(of) ?? new Map<string, What>();
    things.set(of, known);
    const before = known.get(name);
    if (before !== undefined) return before;
    const made = make();
    if (known.size >= MOST_KEPT) known.clear();
    known.set(name, made);
    return made;
  }
}
