import { Exact } from '../number';
import { LARGEST_QUANTITY } from '../ordering';
import { type Quantity, type Unit } from '../quantity';
import { type CutPlan, type CutPlanner, longestPieces, mostThatCanBeCut, type Pieces, planCuts } from './cutting';
import { type StockView } from './stock-view';

/** What one order line takes of one stock item. */
export interface Draw {
  readonly stock: string;
  readonly title: string;
  readonly perItem: Quantity;
  readonly total: Quantity;
  /** the pieces that one item takes, of what is cut from lots; empty for what is taken by quantity */
  readonly pieces: readonly Pieces[];
  /** days it takes when there is not enough; null where nothing may be promised beyond stock */
  readonly leadDays: number | null;
  /** what of the item takes it: keys of its parts, whose own draws lead further; null for the product itself */
  readonly by: readonly (string | null)[];
}

/** A plan for one stock item: which pieces are cut from which lots for all items of the selection. */
export interface StockCutPlan {
  readonly stock: string;
  readonly title: string;
  readonly unit: Unit;
  readonly plan: CutPlan;
}

/** What can be supplied of a selection. */
export interface Availability {
  /** how many items could be supplied now; null when stock has not been asked */
  readonly canSupply: number | 'unlimited' | null;
  /** the stock item that allows no more, or null when nothing limits */
  readonly limitedBy: {
    readonly stock: string;
    readonly title: string;
    readonly available: Quantity;
    /** the longest single piece there is, and the pieces that one item takes, where it is cut from lots */
    readonly cutting: { readonly longest: Exact; readonly pieces: readonly Pieces[] } | null;
  } | null;
  /** how what lies in lots is cut for this selection */
  readonly cutPlans: readonly StockCutPlan[];
  /** days until it can be sent, where something of it is ordered beyond stock; null where all is there */
  readonly leadDays: number | null;
}

/** No order line is so large: how many more could be cut is not looked for. */
const MOST_CUT = LARGEST_QUANTITY;

const NO_PLANS: readonly StockCutPlan[] = [];

/**
 * How many items can be made from what is there, and what limits that. What lies in lots counts as far as the pieces
 * can really be cut from them.
 *
 * @param draws what one item takes, each stock item once
 * @param view what there is; null where stock is not asked
 * @param planner how cuts are planned; quick enough for every keystroke unless said
 * @param items how many items are asked for: what is cut for them is planned
 */
export function availabilityOf(
  draws: readonly Draw[],
  view: StockView | null,
  items = 0,
  planner: CutPlanner = planCuts,
): Availability {
  if (!view) return { canSupply: null, limitedBy: null, cutPlans: NO_PLANS, leadDays: null };
  let canSupply: number | null = null;
  let limitedBy: Availability['limitedBy'] = null;
  let lead: number | null = null;
  let cutPlans = NO_PLANS;
  for (const { stock, title, perItem, total, pieces, leadDays } of draws) {
    if (perItem.value.sign() <= 0) continue;
    const lying = pieces.length > 0 ? view.lots(stock) : undefined;
    const level = lying
      ? lying.lots.reduce((sum, { free }) => sum.plus(free), Exact.zero)
      : (view.available(stock) ?? Exact.zero);
    const late = lying || leadDays !== null ? undefined : view.late(stock);
    if (late?.ready.isLess(total.value)) lead = Math.max(lead ?? 0, late.days);
    if (level === 'plenty') continue;
    const available = level;
    let possible = lying
      ? mostThatCanBeCut(lying, pieces, MOST_CUT)
      : available.sign() <= 0
        ? 0
        : Number(available.over(perItem.value).floor());
    if (lying && items > 0) {
      const plan = planner(
        lying,
        pieces.map(({ length, count }) => ({ length, count: count * items })),
      );
      cutPlans = [...cutPlans, { stock, title, unit: perItem.unit, plan }];
      // What was looked for longer may be found where a quick look found nothing.
      if (plan.unplaced.length === 0) possible = Math.max(possible, items);
    }
    if (leadDays !== null) {
      if (lying ? possible < items : available.isLess(total.value)) lead = Math.max(lead ?? 0, leadDays);
      continue;
    }
    // Whoever knows only the first lots can't say that nothing else could be cut.
    if (lying?.more === true && possible < Math.max(items, 1)) continue;
    if (canSupply === null || possible < canSupply) {
      canSupply = possible;
      limitedBy = {
        stock,
        title,
        available: { value: available, unit: perItem.unit },
        cutting: lying ? { longest: longestPieces(lying, 1), pieces } : null,
      };
    }
  }
  return { canSupply: canSupply ?? 'unlimited', limitedBy, cutPlans, leadDays: lead };
}

/** What is missing of a stock item, in its own unit. */
export interface Missing {
  readonly stock: string;
  readonly title: string;
  readonly quantity: Quantity;
}

/**
 * What would have to come in so that so many items could be made: by quantity, also of what is cut, where lots that are
 * too short may ask for more.
 *
 * @param draws what one item takes, each stock item once
 */
export function missingFor(draws: readonly Draw[], view: StockView, items: number): Missing[] {
  return draws.flatMap(({ stock, title, perItem, pieces, leadDays }): Missing[] => {
    const lying = pieces.length > 0 ? view.lots(stock) : undefined;
    const level = lying
      ? lying.lots.reduce((sum, { free }) => sum.plus(free), Exact.zero)
      : (view.available(stock) ?? Exact.zero);
    if (level === 'plenty' || leadDays !== null) return [];
    const missing = perItem.value.times(Exact.of(items)).minus(level);
    return missing.sign() > 0 ? [{ stock, title, quantity: { value: missing, unit: perItem.unit } }] : [];
  });
}

/** What may still be promised: on hand and the agreed backorder, less what is reserved. */
export function availableToPromise(figures: { onHand: Exact; reserved: Exact; backorder: Exact }): Exact {
  return figures.onHand.plus(figures.backorder).minus(figures.reserved);
}
