import { productsAmong, readSomeStates } from '../../catalog/product-steps';
import { readSurroundings } from '../../catalog/surroundings';
import { atOneMoment, type Services } from '../../context';
import { movingAverage } from '../../../core/costing';
import { Exact } from '../../../core/number';
import { reachedFrom } from '../../../data/references';
import { sidesOf } from '../../figures/margins';
import { fallingBelow, requireAccepted } from '../../prices/floors';
import { costsIn, readStock } from '../ledger/figures';

/** What one unit of a stock item would cost. */
export type NewCost =
  | { readonly kind: 'said'; readonly cost: Exact | null }
  | { readonly kind: 'received'; readonly quantity: Exact; readonly paid: Exact };

/**
 * Looks beforehand whether what is in the shop would fall below its floor with another cost.
 *
 * @param accepted how many products were seen to fall below theirs
 * @throws Refusal 409 `belowFloor` where more do, with which they are in its details
 */
export async function requireFloorsKept(
  context: Services,
  key: string,
  change: NewCost,
  accepted: number,
): Promise<void> {
  const asked = await atOneMoment(context, async ({ database, now }) => {
    const [item] = await readStock(database.read, new Set([key]));
    if (!item || (change.kind === 'received' && item.costing === 'standard')) return null;
    const former = item.cost === null ? null : Exact.from(item.cost);
    const cost =
      change.kind === 'said'
        ? change.cost
        : movingAverage(
            { onHand: Exact.from(item.onHand), cost: former },
            { quantity: change.quantity, cost: change.paid },
          );
    if (cost === null || (former !== null && !cost.isMore(former))) return null;
    const reached = await reachedFrom(database.read, [{ what: 'stock', key }], 'inForce');
    const states = await readSomeStates(database.read, productsAmong(reached));
    const products = states.flatMap(({ published }) => published ?? []);
    if (products.length === 0) return null;
    const { surroundings, today, stock } = await readSurroundings(database.read, now(), products);
    const before = costsIn(stock);
    return {
      sides: sidesOf(products, surroundings, surroundings),
      today,
      costs: { before, after: { ...before, [key]: cost.toString() } },
      title: item.title,
    };
  });
  if (!asked) return;
  const { title, ...given } = asked;
  requireAccepted(await fallingBelow(given), accepted, `With ${title} at that cost`);
}
