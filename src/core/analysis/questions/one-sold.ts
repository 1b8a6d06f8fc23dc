import { type Program, programWith } from '../../compile';
import { type CostOf, type Resolution, resolve } from '../../run';
import { type Selection } from '../../selection';
import { firstSold } from './first-sold';
import { isSold, witnessOf } from '../model/witness';

/** Enough to come upon something that can be sold, where lists of many products ask. */
const STEPS = 3000;

/** A selection that can be sold, and what it resolves to. */
interface Sold {
  readonly selection: Selection;
  readonly resolution: Resolution;
}

/**
 * Something that can be sold of a product: as its page begins where that is, else the first that is come upon; null
 * where nothing is. Stock is left aside.
 */
function anySold(program: Program, today: string, costs?: CostOf): Sold | null {
  if (program.blocking.length > 0) return null;
  const selection: Selection = { answers: {} };
  const resolution = resolve(program, selection, { stock: null, today, group: null, costs });
  if (isSold(resolution)) return { selection, resolution };
  const { pair, any } = firstSold(program, today, { steps: STEPS });
  const found = any && witnessOf(pair.inner, any, isSold, { costs });
  return found ? { selection: found.witness.selection, resolution: found.resolution } : null;
}

/** What that resolves to. */
export const oneSold = (program: Program, today: string, costs?: CostOf): Resolution | null =>
  anySold(program, today, costs)?.resolution ?? null;

/** The selection, where it can be sold to everybody. */
export const firstSelection = (program: Program, today: string): Selection | null =>
  anySold(programWith(program, { pricedFor: [null] }), today)?.selection ?? null;
