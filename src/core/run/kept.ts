import { type StockView } from '../stock';

/** So much is kept of one thing: days, groups and numbers. */
const MOST_KEPT = 20;

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
