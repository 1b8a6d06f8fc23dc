import { Exact } from '@/core/number';
import { readNumber } from '@/core/quantity';
import { type SeenLine } from '@/services/stock/entering/judge-lines';

/** What lines of a delivery come to, as their costs say; null where none says a cost. */
export function worthOf(lines: readonly (readonly [{ readonly unitCost: string }, SeenLine | null])[]): Exact | null {
  let worth: Exact | null = null;
  for (const [{ unitCost }, seen] of lines) {
    if (unitCost.trim() === '' || !seen || seen.before === null || seen.after === null) continue;
    const cost = readNumber(unitCost.trim());
    if (cost.fault) continue;
    const came = Exact.from(seen.after).minus(Exact.from(seen.before));
    worth = (worth ?? Exact.zero).plus(came.times(cost.value));
  }
  return worth;
}
