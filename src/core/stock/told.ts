import { Exact } from '../number';
import { type Draw, type StockCutPlan } from './availability';
import { type LyingInLots, type StockFigure } from './stock-view';

/** What a customer's browser is told of a stock item: exact figures only of what is scarce. */
export interface ToldStock {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  /** null for plenty: at least as much as {@link FEW} */
  readonly available: string | null;
  readonly lying: LyingInLots | null;
  /**
   * how much is there already, where that is little, and how long more takes; null where nobody says, or there is
   * plenty
   */
  readonly late?: StockFigure['late'];
}

/** From so many on, in the stock item's unit, there is plenty: how many there are is nobody's business. */
export const FEW = Exact.of(20);

/** Whether so many may be told: how many there are of what there is plenty of is nobody's business. */
export const isTold = (pieces: number): boolean => !Exact.of(pieces).isMore(FEW);

interface Figures {
  readonly key: string;
  readonly title: string;
  readonly unit: string;
  readonly available: string;
  readonly lying: LyingInLots | null;
  readonly late?: StockFigure['late'];
}

/**
 * What is told of a stock item: up to so many, and of what lies in lots the longest up to that length, without their
 * names.
 *
 * @param exactly whether the shop wants it told how many there are, however many
 */
export function toldOf({ key, title, unit, available, lying, late }: Figures, exactly = false): ToldStock {
  if (!lying)
    return {
      key,
      title,
      unit,
      available: exactly || Exact.from(available).isLess(FEW) ? available : null,
      lying: null,
      ...(late && Exact.from(late.ready).isLess(FEW) && { late }),
    };
  const longest = lying.lots
    .map(({ free }) => ({ free, length: Exact.from(free) }))
    .sort((a, b) => b.length.compare(a.length));
  let sum = Exact.zero;
  const told = longest.filter(({ length }) => {
    const isNeeded = sum.isLess(FEW);
    sum = sum.plus(length);
    return isNeeded;
  });
  const { kind, kerf, smallestOffcut } = lying;
  return {
    key,
    title,
    unit,
    available: null,
    lying: {
      kind,
      kerf,
      smallestOffcut,
      lots: told.map(({ free, length }, id) => ({ id, label: '', free: length.isMore(FEW) ? FEW.toString() : free })),
      more: told.length < longest.length || told.some(({ length }) => length.isMore(FEW)),
    },
  };
}

/**
 * Whether what is told is not enough to say that as much can be supplied: then whoever knows all of it is to be asked.
 */
export function mustBeAsked(
  draws: readonly Draw[],
  plans: readonly StockCutPlan[],
  told: readonly Pick<ToldStock, 'key' | 'available' | 'lying'>[],
): boolean {
  return draws.some(({ stock, total }) => {
    const item = told.find(({ key }) => key === stock);
    if (!item) return false;
    if (item.lying)
      return item.lying.more === true && plans.some((plan) => plan.stock === stock && plan.plan.unplaced.length > 0);
    return item.available === null && total.value.isMore(FEW);
  });
}
