import { eq, sql } from 'drizzle-orm';
import { stockItems } from '../../../data/schema';
import { readShop } from '../../catalog/surroundings';
import { dayAt } from '../../../core/calendar';
import { atOneMoment, type Services } from '../../context';
import { readLots } from '../ledger/lots';

/** A line to count by: a stock item, or one of its lots. */
export interface CountLine {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  /** the lot; null of what does not lie in lots */
  readonly lot: string | null;
  /** what should be there: a decimal in the unit */
  readonly onHand: string;
}

/** So many lines are printed at most: a store room of several thousand things is counted in parts. */
const MOST_TO_COUNT = 5_000;

/** Everything that is counted and not put away, in the order of the names, for a list to count by. */
export function readCountList(
  context: Services,
): Promise<{ readonly lines: readonly CountLine[]; readonly isAll: boolean; readonly day: string }> {
  return atOneMoment(context, async ({ database: { read }, now }) => {
    const items = await read
      .select()
      .from(stockItems)
      .where(eq(stockItems.archived, false))
      .orderBy(sql`${stockItems.title} collate nocase`, stockItems.id)
      .limit(MOST_TO_COUNT + 1);
    const shown = items.slice(0, MOST_TO_COUNT);
    const lots = await readLots(read, shown);
    return {
      isAll: items.length <= MOST_TO_COUNT,
      day: dayAt(now(), (await readShop(read)).timeZone),
      lines: shown.flatMap(({ id, key, title, unit, onHand, cutFrom }): CountLine[] =>
        cutFrom
          ? (lots.get(id) ?? []).map(({ label, left }) => ({ key, title, unit, lot: label, onHand: left }))
          : [{ key, title, unit, lot: null, onHand }],
      ),
    };
  });
}
