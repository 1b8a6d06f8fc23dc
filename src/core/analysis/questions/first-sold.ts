import { type Program } from '../../compile';
import { type Budget, NO_COSTS, within } from '../../constraints';
import { type Breakpoints } from '../model/breakpoints';
import { type Pair, pairOf, parted } from '../price/pair';
import { BY_PRICE } from '../price/price-range';
import { isSold, witnessOf } from '../model/witness';

/** Values are looked at between values so many times at most. */
const MOST_ROUNDS = 24;

/**
 * Something that can be sold, looked for more closely where formulas leave it open.
 *
 * @returns `any` null when it is proved that there is nothing, undefined when it is not known
 */
export function firstSold(
  program: Program,
  today: string,
  budget: Budget,
  given: Breakpoints = new Map(),
): { pair: Pair; any: Int32Array | null | undefined } {
  let [pair, further]: [Pair, Breakpoints] = [pairOf(program, today, BY_PRICE, given), given];
  for (let round = 0; ; round += 1) {
    const inner = within(() => pair.innerSolver.solve(budget, NO_COSTS));
    if (inner && witnessOf(pair.inner, inner, isSold)) return { pair, any: inner };
    const outer = pair.isSettled ? inner : within(() => pair.outerSolver.solve(budget, NO_COSTS));
    if (!outer) return { pair, any: outer };
    const next = round < MOST_ROUNDS ? parted(pair.outer, [outer], further) : null;
    if (!next) return { pair, any: undefined };
    further = next;
    pair = pairOf(program, today, BY_PRICE, further);
  }
}
