import { type PublishedProduct } from '../catalog/published-products';
import { readSurroundings } from '../catalog/surroundings';
import { compile } from '../../core/compile';
import { Exact } from '../../core/number';
import { pricedFor } from '../../core/price-lists';
import { type CostOf, resolve } from '../../core/run';
import { type Selection } from '../../core/selection';
import { type Queries } from '../../data/database';

/**
 * What supplying an order line costs now, with work that formulas reckon: by the whole definition, because customers'
 * programs know nothing of costs.
 *
 * @param group key of the customer's group, or null
 * @param costs what stock items cost now
 * @returns null where nobody knows what something of it costs
 */
export async function costOfLine(queries: Queries, at: Date, { definition }: PublishedProduct, selection: Selection, group: string | null, costs: CostOf): Promise<Exact | null> {
  const { surroundings, today } = await readSurroundings(queries, at, [definition]);
  const { cost, quantity } = resolve(compile(definition, pricedFor(surroundings, group, today)), selection, { stock: null, today, group, costs });
  return cost?.unknown.length === 0 ? cost.known.times(Exact.of(quantity)) : null;
}
