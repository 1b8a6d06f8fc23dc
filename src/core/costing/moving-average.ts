import { type Exact } from '../number';

/**
 * Decimal places of what one unit costs: finer than any minor unit, so that what is worked out from it is exact to the
 * cent.
 */
export const COST_PLACES = 6;

/**
 * What one unit costs on the average after a receipt with a price: what was there at what it cost, and what came at
 * what was paid, over how much there is then. Where nothing was there, or nobody knew what it cost, it is what was
 * paid.
 *
 * @param before how much was on hand, and what one unit of it cost; null while that is not known
 * @param received how much came, more than nothing, and what was paid for one unit
 * @returns major units of the currency, to six places
 * @see moving weighted average cost, as in IAS 2 Inventories, paragraph 27
 */
export function movingAverage(
  before: { readonly onHand: Exact; readonly cost: Exact | null },
  received: { readonly quantity: Exact; readonly cost: Exact },
): Exact {
  if (!before.cost || before.onHand.sign() <= 0) return received.cost.rounded(COST_PLACES);
  const value = before.onHand.times(before.cost).plus(received.quantity.times(received.cost));
  return value.over(before.onHand.plus(received.quantity)).rounded(COST_PLACES);
}
