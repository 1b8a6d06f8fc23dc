import { type Program } from '../compile/program';
import { Exact } from '../number';
import { type Draw } from '../stock';
import { type Reading } from './reading';
import { type Resolution } from './resolution';
import { resultOf } from './run-formula';

/** What one unit of a stock item costs; null while that is not known. */
export type CostOf = (stock: string) => Exact | null;

/** What one item costs to supply: for the manager alone. */
export interface Cost {
  /** what is known of it, exactly */
  readonly known: Exact;
  /** what of that is work and what is bought in: by formula, of it and all its parts */
  readonly work: Exact;
  /** titles of stock items of which nobody knows what they cost */
  readonly unknown: readonly string[];
}

const NOTHING_UNKNOWN: readonly string[] = [];

/** What one item costs: what it takes from stock at what that costs, and what formulas say of work. */
export function costOf(program: Program, { outcomes, entries, addOns }: Pick<Reading, 'outcomes' | 'entries' | 'addOns'>, draws: readonly Draw[], costs: CostOf): Cost {
  let work = Exact.zero;
  for (let index = 0; index < outcomes.length; index += 1) {
    const value = program.formulas[index]?.serves.kind === 'cost' ? resultOf(outcomes[index] ?? null) : null;
    if (value) work = work.plus(value);
  }
  const ofPart = ({ cost }: Pick<Resolution, 'cost'>, pieces: number) => {
    if (cost) work = work.plus(cost.work.times(Exact.of(pieces)));
  };
  for (const { count, resolution } of entries) ofPart(resolution, count);
  for (const { count, resolution } of addOns) ofPart(resolution, count * resolution.quantity);
  let known = work;
  let unknown = NOTHING_UNKNOWN;
  for (const { stock, title, perItem } of draws) {
    const each = costs(stock);
    if (each) known = known.plus(each.times(perItem.value));
    else unknown = [...unknown, title];
  }
  return { known, work, unknown };
}
