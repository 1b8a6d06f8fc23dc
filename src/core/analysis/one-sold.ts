import { type Program, programWith } from '../compile';
import { type CostOf, type Resolution, resolve } from '../run';
import { type Selection } from '../selection';
import { exampleFor } from './example';
import { firstSold } from './first-sold';

/** Enough to come upon something that can be sold, where lists of many products ask. */
const STEPS = 3000;

/**
 * A selection that can be sold of a product, for everybody: as its page begins where that is, else the first that is
 * come upon; null where nothing is. Stock is left aside.
 */
export function firstSelection(program: Program, today: string): Selection | null {
  if (program.blocking.length > 0) return null;
  const { fixed } = program;
  if (resolve(program, { answers: fixed }, { stock: null, today }).state === 'sellable') return { answers: fixed };
  const { pair, any } = firstSold(programWith(program, { pricedFor: [null] }), today, { steps: STEPS });
  const found = any && exampleFor(pair.inner, any);
  return found?.sellable ? found.example.selection : null;
}

/**
 * Something that can be sold of a product: as its page begins where that is, else the first that is come upon; null
 * where nothing is. Stock is left aside.
 */
export function oneSold(program: Program, today: string, costs?: CostOf): Resolution | null {
  if (program.blocking.length > 0) return null;
  const begins = resolve(program, { answers: {} }, { stock: null, today, costs });
  if (begins.state === 'sellable') return begins;
  const { pair, any } = firstSold(program, today, { steps: STEPS });
  if (!any) return null;
  const { example, sellable } = exampleFor(pair.inner, any);
  return sellable ? resolve(program, example.selection, { stock: null, today, group: example.group, costs }) : null;
}
