import { type Program } from '../../compile/program';
import { Exact } from '../../number';
import { type Draw } from '../../stock';
import { type Reading } from '../reading';
import { type Resolution } from '../resolution';
import { resultOf } from '../formulas/run-formula';

/** What one unit of a stock item costs; null while that is not known. */
export type CostOf = (stock: string) => Exact | null;

/** What one item costs to supply: for the manager alone. */
export interface Cost {
  /** what is known of it, exactly */
  readonly known: Exact;
  /** what of that is work and what is bought in: by formula, of it and all its parts */
  readonly work: Exact;
  /** titles of stock items of which nobody knows what they cost, and of products of which nothing says it */
  readonly unknown: readonly string[];
}

const NOTHING_UNKNOWN: readonly string[] = [];

/** What one item costs: what it takes from stock at what that costs, and what formulas say of work. */
export function costOf(
  program: Program,
  { outcomes, entries, addOns }: Pick<Reading, 'outcomes' | 'entries' | 'addOns'>,
  draws: readonly Draw[],
  costs: CostOf,
): Cost {
  let work = Exact.zero;
  const ofPart = ({ cost }: Pick<Resolution, 'cost'>, pieces: number) => {
    if (cost) work = work.plus(cost.work.times(Exact.of(pieces)));
  };
  for (const step of program.supplySteps) {
    switch (step.kind) {
      case 'work':
        work = work.plus(resultOf(outcomes[step.formula] ?? null) ?? Exact.zero);
        break;
      case 'inside':
        for (const { count, resolution } of entries) ofPart(resolution, count);
        break;
      case 'along':
        for (const { count, resolution } of addOns) ofPart(resolution, count * resolution.quantity);
        break;
      // What is drawn is worth what it costs, whatever takes it: see below.
      case 'variant':
      case 'product':
      case 'choice':
      case 'formula':
      case 'rule':
        break;
    }
  }
  let known = work;
  let unknown = saysCost(program) ? NOTHING_UNKNOWN : [program.title];
  for (const { resolution } of [...entries, ...addOns])
    for (const title of resolution.cost?.unknown ?? NOTHING_UNKNOWN)
      if (!unknown.includes(title)) unknown = [...unknown, title];
  for (const { stock, title, perItem } of draws) {
    const each = costs(stock);
    if (each) known = known.plus(each.times(perItem.value));
    else if (!unknown.includes(title)) unknown = [...unknown, title];
  }
  return { known, work, unknown };
}

/**
 * Whether anything says what a product costs to supply: what it takes from stock, a formula, or what is in it. What
 * nothing says is unknown, and not nothing.
 */
export const saysCost = ({ product, supplySteps }: Program): boolean =>
  product.parts.length > 0 || supplySteps.some(({ kind }) => kind !== 'along');
