import { lowestMargin, type LowestMargin } from '@/core/analysis';
import { type Program } from '@/core/compile';
import { Exact } from '@/core/number';
import { resolve } from '@/core/run';
import { claim, costOf, files, priceOf, TODAY, type Tried } from './tried';

/** Half a minor unit may be lost to each rounding: of the whole, and of each piece in it. */
const MOST_ROUNDED = 0.005 * 12;

/** What is claimed of the lowest margin, beside all selections that are sold. */
export function checkMargin(program: Program, sold: readonly Tried[]): LowestMargin['kind'] | 'bounded' {
  const lowest = lowestMargin(program, TODAY, costOf, Exact.zero, { searching: 60_000, rounds: 8 });
  if (lowest.kind === 'nothingSold') claim(sold.length === 0, 'nothing is sold, as its margin has it');
  if (!('margin' in lowest)) return lowest.kind;
  const { unitPrice, cost, state } = resolve(program, lowest.selection, {
    stock: null,
    today: TODAY,
    group: lowest.group,
    files,
    costs: costOf,
  });
  claim(
    state === 'sellable' &&
      unitPrice
        ?.minus(cost?.known ?? Exact.zero)
        .rounded(6)
        .equals(Exact.from(lowest.margin)) === true,
    `a selection leaves ${lowest.margin}, not ${state} ${unitPrice?.minus(cost?.known ?? Exact.zero).toString()}: ${JSON.stringify(lowest.selection)}`,
  );
  const bound = lowest.kind === 'proved' ? lowest.margin : lowest.bound;
  if (bound === null) return 'found';
  for (const tried of sold) {
    const left = priceOf(tried).minus(tried.resolution.cost?.known ?? Exact.zero);
    claim(
      left.toApproximateNumber() >= Number(bound) - MOST_ROUNDED,
      `${left.toString()} is left, less than ${bound} (${lowest.kind}): ${JSON.stringify([tried.answers, tried.parts])} × ${tried.quantity} for ${String(tried.group)}`,
    );
  }
  return lowest.kind === 'found' ? 'bounded' : lowest.kind;
}
