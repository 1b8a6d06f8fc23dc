import { describe, expect, it } from 'vitest';
import { movingAverage } from '@/core/costing';
import { Exact } from '@/core/number';

/**
 * Moving weighted average cost (IAS 2 Inventories, paragraphs 25 and 27: the average may be calculated as each
 * additional shipment is received). The ledger below is of the kind that accounting textbooks work through; its figures
 * are worked by hand here.
 */
type Entry = { receipt: [quantity: string, cost: string] } | { issue: string };

/** Runs a ledger; gives quantity and cost of one after each entry. */
function run(entries: readonly Entry[]): [string, string | null][] {
  let [onHand, cost]: [Exact, Exact | null] = [Exact.zero, null];
  return entries.map((entry) => {
    if ('issue' in entry) onHand = onHand.minus(Exact.from(entry.issue));
    else {
      const [quantity, paid] = entry.receipt.map((text) => Exact.from(text));
      if (!quantity || !paid) throw new Error('no receipt');
      cost = movingAverage({ onHand, cost }, { quantity, cost: paid });
      onHand = onHand.plus(quantity);
    }
    return [onHand.toString(), cost?.toString() ?? null];
  });
}

describe('moving average cost beside a textbook ledger', () => {
  it('changes with receipts and stays with issues', () => {
    // 100 at 10.00 and 200 at 13.00 are 3600 for 300: 12.00. After 150 have gone, 150 at 12.00 and 50 at 16.00 are 2600
    // for 200: 13.00.
    expect(
      run([
        { receipt: ['100', '10'] },
        { receipt: ['200', '13'] },
        { issue: '150' },
        { receipt: ['50', '16'] },
        { issue: '200' },
      ]),
    ).toEqual([
      ['100', '10'],
      ['300', '12'],
      ['150', '12'],
      ['200', '13'],
      ['0', '13'],
    ]);
  });

  it('begins anew where nothing was there, or less than nothing', () => {
    expect(run([{ receipt: ['10', '4'] }, { issue: '10' }, { receipt: ['5', '7'] }])).toEqual([
      ['10', '4'],
      ['0', '4'],
      ['5', '7'],
    ]);
    expect(run([{ receipt: ['10', '4'] }, { issue: '12' }, { receipt: ['5', '7'] }]).at(-1)).toEqual(['3', '7']);
  });

  it('is kept to six places', () => {
    // 1 at 1 and 2 at 2 are 5 for 3: 1.666667; with 0.4 m at 0 the average is 5 / 3.4.
    expect(run([{ receipt: ['1', '1'] }, { receipt: ['2', '2'] }]).at(-1)).toEqual(['3', '1.666667']);
    expect(run([{ receipt: ['1', '1'] }, { receipt: ['2', '2'] }, { receipt: ['0.4', '0'] }]).at(-1)).toEqual([
      '3.4',
      '1.470589',
    ]);
  });
});
