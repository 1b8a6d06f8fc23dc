import { productsAmong, readSomeStates } from '../../catalog/product-steps';
import { readSurroundings } from '../../catalog/surroundings';
import { atOneMoment, type Services } from '../../context';
import { movingAverage } from '../../../core/costing';
import { Exact } from '../../../core/number';
import { reachedFrom } from '../../../data/references';
import { sidesOf } from '../../figures/margins';
import { fallingBelow, requireAccepted } from '../../prices/floors';
import { costsIn, readStock, type StockFigures } from '../ledger/figures';

/** What one unit of a stock item would cost. */
export type NewCost =
  | { readonly kind: 'said'; readonly cost: Exact | null }
  | {
      readonly kind: 'received';
      readonly quantity: Exact;
      /** for one unit; null where nobody says */
      readonly paid: Exact | null;
    };

/** A change of what one unit of a stock item costs, by its key. */
export interface CostChange {
  readonly stock: string;
  readonly change: NewCost;
}

/**
 * Looks beforehand whether what is in the shop would fall below its floor with other costs.
 *
 * @param changes one after the other: what comes in later is averaged with what came before
 * @param accepted how many products were seen to fall below theirs
 * @throws Refusal 409 `belowFloor` where more do, with which they are in its details
 */
export async function requireFloorsKept(
  context: Services,
  changes: readonly CostChange[],
  accepted: number,
): Promise<void> {
  const asked = await atOneMoment(context, async ({ database, now }) => {
    const items = await readStock(database.read, new Set(changes.map(({ stock }) => stock)));
    const dearer = items.flatMap((item) => {
      const cost = costAfter(
        item,
        changes.flatMap(({ stock, change }) => (stock === item.key ? [change] : [])),
      );
      return cost ? [{ item, cost }] : [];
    });
    if (dearer.length === 0) return null;
    const reached = await reachedFrom(
      database.read,
      dearer.map(({ item }) => ({ what: 'stock', key: item.key })),
      'inForce',
    );
    const states = await readSomeStates(database.read, productsAmong(reached));
    const products = states.flatMap(({ published }) => published ?? []);
    if (products.length === 0) return null;
    const { surroundings, today, stock } = await readSurroundings(database.read, now(), products);
    const before = costsIn(stock);
    const after = { ...before, ...Object.fromEntries(dearer.map(({ item, cost }) => [item.key, cost.toString()])) };
    const [first] = dearer;
    return {
      sides: sidesOf(products, surroundings, surroundings),
      today,
      costs: { before, after },
      words: dearer.length === 1 && first ? `With ${first.item.title} at that cost` : 'At these costs',
    };
  });
  if (!asked) return;
  const { words, ...given } = asked;
  requireAccepted(await fallingBelow(given), accepted, words);
}

/** What one unit costs after changes; null where that is no more than now, or nobody knows. */
function costAfter({ onHand, cost, costing }: StockFigures, changes: readonly NewCost[]): Exact | null {
  const former = cost === null ? null : Exact.from(cost);
  let there = { onHand: Exact.from(onHand), cost: former };
  for (const change of changes) {
    if (change.kind === 'said') there = { ...there, cost: change.cost };
    else if (costing === 'average')
      there = {
        onHand: there.onHand.plus(change.quantity),
        cost: change.paid ? movingAverage(there, { quantity: change.quantity, cost: change.paid }) : there.cost,
      };
  }
  const isDearer = there.cost !== null && (former === null || there.cost.isMore(former));
  return isDearer ? there.cost : null;
}
