import { type Program } from '../../core/compile';
import { Exact } from '../../core/number';
import { type CostOf, type Resolution, resolve } from '../../core/run';
import { type Selection } from '../../core/selection';
import { type WorkshopDetail } from '../../data/workshop-details';

/** What the catalog manager alone is to know of an order line. */
export interface WholeLine {
  /**
   * what supplying the line costs now, with work that formulas reckon; null where nobody knows what something of it
   * costs
   */
  readonly cost: Exact | null;
  /** what the workshop is told of it, its parts after it */
  readonly forWorkshop: readonly WorkshopDetail[];
}

/**
 * An order line by the whole definition, because customers' programs know nothing of costs and of what the workshop
 * alone sees.
 *
 * @param whole the product's whole definition, made ready
 * @param group key of the customer's group, or null
 * @param costs what stock items cost now
 */
export function wholeLine(
  whole: Program,
  selection: Selection,
  { today, group, costs }: { readonly today: string; readonly group: string | null; readonly costs: CostOf },
): WholeLine {
  const resolution = resolve(whole, selection, { stock: null, today, group, costs });
  const { cost, quantity } = resolution;
  return {
    cost: cost?.unknown.length === 0 ? cost.known.times(Exact.of(quantity)) : null,
    forWorkshop: workshopDetailsOf(resolution),
  };
}

/** @param of titles of the parts that it is within, outermost first */
function workshopDetailsOf(
  { item, parts }: Pick<Resolution, 'item' | 'parts'>,
  of: readonly string[] = [],
): WorkshopDetail[] {
  return [
    ...item.forWorkshop.map(({ label, value }) => ({ of: [...of], label, value })),
    ...parts.flatMap(({ title, resolution }) => workshopDetailsOf(resolution, [...of, title])),
  ];
}
