import { type Program } from '../compile';
import { type StockView } from '../stock';
import { type CostOf } from './price/cost';
import { type Resolution, type ResolveContext } from './resolution';

/** How a product is resolved with a selection that may be anything: its own way, for all that stands in it, too. */
type Way = (program: Program, selection: unknown, run: Run) => Resolution;

/**
 * One run of resolving: for whom, on which day, with what there is of stock; and how what stands inside is resolved. It
 * is handed down in one piece, so that no step resolves for somebody else than the one before.
 */
export class Run {
  private within: Run | null = null;

  constructor(
    readonly context: ResolveContext,
    private readonly way: Way,
  ) {}

  resolve(program: Program, selection: unknown): Resolution {
    return this.way(program, selection, this);
  }

  /** The same with something otherwise. */
  with(changed: Partial<ResolveContext>): Run {
    return new Run({ ...this.context, ...changed }, this.way);
  }

  /** The same way, and nothing else of it. */
  only(context: ResolveContext): Run {
    return new Run(context, this.way);
  }

  /** Of what stands in a product: stock is asked of everything together, and nothing of it is named by itself. */
  inside(): Run {
    const { stock, today, group, files, costs } = this.context;
    this.within ??= new Run({ stock, ofWhole: true, today, group, files, costs }, this.way);
    return this.within;
  }

  /** For the same customer on the same day, whatever there is of stock and whatever it costs. */
  free(): Run {
    const { today, group } = this.context;
    return new Run({ stock: null, ofWhole: true, today, group }, this.way);
  }
}

/** So much is kept of one thing: days, groups and numbers. */
const MOST_KEPT = 20;

/** Tells apart what things cost at one time and at another. */
const costsNames = new WeakMap<CostOf, number>();
let costsMade = 0;

/** For whom, on which day and at what costs something is resolved, beside what there is of stock: in one word. */
function nameOf({ today, group, costs }: ResolveContext): string {
  const name = costs && (costsNames.get(costs) ?? (costsMade += 1));
  if (costs && name !== undefined) costsNames.set(costs, name);
  return `${today} ${group ?? ''} ${name ?? ''}`;
}

/**
 * What things come to of which nothing is said. What is kept is named by the whole run and what there is of stock: no
 * cache can leave one of them out, because none makes up a name of its own.
 */
export class Kept<Of extends object, What> {
  private readonly ofStock = new WeakMap<StockView, WeakMap<Of, Map<string, What>>>();
  private readonly withoutStock = new WeakMap<Of, Map<string, What>>();

  /** @param more what else it depends on, such as how many */
  of({ context }: Run, thing: Of, more: string | number, make: () => What): What {
    const { stock } = context;
    const things = stock ? (this.ofStock.get(stock) ?? new WeakMap<Of, Map<string, What>>()) : this.withoutStock;
    if (stock) this.ofStock.set(stock, things);
    const known = things.get(thing) ?? new Map<string, What>();
    things.set(thing, known);
    const name = `${nameOf(context)} ${more}`;
    const before = known.get(name);
    if (before !== undefined) return before;
    const made = make();
    if (known.size >= MOST_KEPT) known.clear();
    known.set(name, made);
    return made;
  }
}
