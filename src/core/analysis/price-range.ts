import { type Program } from '../compile';
import { Solver } from '../constraints';
import { priceRange, type PriceRange } from '../judge';
import { Exact } from '../number';
import { priceEnds } from './analyse';
import { modelOf } from './model';

/** Steps of searching for a range that stands in a list: products that need more are shown with what their choices come to. */
const LIST_STEPS = 3000;

const known = new WeakMap<Program, PriceRange | null>();

/** A range doesn't depend on the day it is: candidates are looked for around every day that rules name. */
const ANY_DAY = '2026-01-01';

/**
 * The range of unit prices that lists and pages show. Where rules or tables decide what goes together, it is that of
 * what can be sold in the quantity that is given first; elsewhere every choice for itself says what it comes to.
 */
export function sellableRange(program: Program): PriceRange | null {
  const before = known.get(program);
  if (before !== undefined) return before;
  const range = rangeOf(program);
  known.set(program, range);
  return range;
}

function rangeOf(program: Program): PriceRange | null {
  const plain = priceRange(program);
  if (!plain || plain.per !== null || program.baseFormula !== null || !program.rules || program.blocking.length > 0) return plain;
  const model = modelOf(program, ANY_DAY);
  const solver = new Solver(model.space);
  // What a list says is what one pays who asks for no particular quantity.
  if (!solver.only(model.quantity, model.quantities.indexOf(program.defaultQuantity))) return plain;
  const { found } = priceEnds(model, solver, { searching: LIST_STEPS, counting: 0 });
  if (!found.lowest || !found.highest) return plain;
  const open = plain.open && model.choices.some((choice) => choice?.candidates.openAbove === true);
  return { from: Exact.from(found.lowest.price), to: Exact.from(found.highest.price), per: null, open };
}
