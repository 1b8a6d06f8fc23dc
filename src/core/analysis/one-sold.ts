import { type Program, programWith } from '../compile';
import { type CostOf, type Resolution, resolve } from '../run';
import { type Selection } from '../selection';
import { exampleFor } from './example';
import { firstSold } from './first-sold';

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
  const resolved = (selection: Selection, group: string | null): Sold => ({
    selection,
    resolution: resolve(program, selection, { stock: null, today, group, costs }),
  });
  const begins = resolved({ answers: {} }, null);
  if (begins.resolution.state === 'sellable') return begins;
  const { pair, any } = firstSold(program, today, { steps: STEPS });
  const found = any && exampleFor(pair.inner, any);
  return found?.sellable ? resolved(found.example.selection, found.example.group) : null;
}

/** What that resolves to. */
export const oneSold = (program: Program, today: string, costs?: CostOf): Resolution | null =>
  anySold(program, today, costs)?.resolution ?? null;

/** The selection, where it can be sold to everybody. */
export const firstSelection = (program: Program, today: string): Selection | null =>
  anySold(programWith(program, { pricedFor: [null] }), today)?.selection ?? null;
