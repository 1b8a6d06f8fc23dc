import { dayText, parseDay } from '../calendar';
import { type Exact } from '../number';
import { availabilityOf, type Draw, type StockView, withReceived } from '../stock';

/** Something that is on its way: so much of a stock item, in its own unit; of what lies in lots, one lot that long. */
export interface ExpectedReceipt {
  readonly stock: string;
  /** YYYY-MM-DD */
  readonly day: string;
  readonly quantity: Exact;
}

/** What an order line takes. */
export interface PromisedLine {
  readonly draws: readonly Draw[];
  readonly quantity: number;
}

/** What can be promised of an order line, beside all lines before it. */
export interface LinePromise {
  /** how many of it can be supplied on the first day */
  readonly now: number;
  /** the first day on which all of it can; null where nothing that is on its way is enough */
  readonly day: string | null;
}

/**
 * What can be promised of lines that stand before the same shelves: each of what the lines before it leave, so that
 * nothing is promised twice and pieces of several lines are cut from the same lots. What is on its way counts from its
 * day on; what is ordered beyond stock, after the days that it takes.
 *
 * @param view what there is, what is reserved taken off
 * @param today YYYY-MM-DD
 */
export function promises(
  lines: readonly PromisedLine[],
  view: StockView,
  expected: readonly ExpectedReceipt[],
  today: string,
): LinePromise[] {
  // What should have come is still to come: it counts from tomorrow on.
  const dayOf = ({ day }: ExpectedReceipt) => (day <= today ? later(today, 1) : day);
  const days = [today, ...[...new Set(expected.map(dayOf))].sort()];
  const found: { now: number; day: string | null }[] = lines.map(() => ({ now: 0, day: null }));
  for (const day of days) {
    let there = withReceived(
      view,
      expected.filter((receipt) => day !== today && dayOf(receipt) <= day),
    );
    lines.forEach(({ draws, quantity }, place) => {
      const { canSupply, leadDays, cutPlans } = availabilityOf(draws, there, quantity);
      there = there.less(draws, cutPlans);
      const promise = found[place];
      if (!promise) return;
      const enough = canSupply === 'unlimited' || (canSupply ?? 0) >= quantity;
      if (day === today)
        promise.now =
          leadDays !== null
            ? 0
            : canSupply === 'unlimited'
              ? quantity
              : Math.max(0, Math.min(quantity, canSupply ?? 0));
      if (!enough) return;
      const ready = leadDays === null ? day : later(today, leadDays);
      if (promise.day === null || ready < promise.day) promise.day = ready;
    });
  }
  return found;
}

function later(day: string, days: number): string {
  return dayText((parseDay(day) ?? 0) + days);
}
