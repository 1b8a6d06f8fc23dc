import { Exact } from '@/core/number';
import { type LotStock, planCuts, QUICK, THOROUGH } from '@/core/stock';
import { Random } from '../support/generated-products';

const lying = (lengths: readonly number[]): LotStock => ({
  kind: 'bar',
  kerf: Exact.zero,
  smallestOffcut: null,
  lots: lengths.map((length, id) => ({ id, label: String(id), free: Exact.of(length) })),
});

/** Whether pieces can be cut, by trying every lot for every piece. */
function fits(free: readonly number[], pieces: readonly number[]): boolean {
  const [piece, ...others] = pieces;
  if (piece === undefined) return true;
  const seen = new Set<number>();
  return free.some((length, place) => {
    if (length < piece || seen.has(length)) return false;
    seen.add(length);
    return fits(
      free.map((other, at) => (at === place ? other - piece : other)),
      others,
    );
  });
}

/**
 * Tries cutting: small tasks beside every way, and lots that were parted without any rest, up to sixty pieces.
 *
 * @returns how many of the latter were placed by a quick look, and how many not even by a thorough one
 * @throws Error with the task whose plan is wrong
 */
export function tryFills(from: number, count: number): { quick: number; notFound: number; tasks: number } {
  let [quick, notFound] = [0, 0];
  for (let seed = from; seed < from + count; seed += 1) {
    const random = new Random(seed);
    const small = {
      lots: Array.from({ length: 1 + random.below(4) }, () => 5 + random.below(20)),
      pieces: Array.from({ length: 1 + random.below(9) }, () => 1 + random.below(10)),
    };
    const plan = planCuts(
      lying(small.lots),
      small.pieces.map((length) => ({ length: Exact.of(length), count: 1 })),
      THOROUGH,
    );
    const can = fits(
      small.lots,
      [...small.pieces].sort((a, b) => b - a),
    );
    if (!plan.isProved || (plan.unplaced.length === 0) !== can)
      throw new Error(`${JSON.stringify(small)} ${can ? 'can' : 'can’t'} be cut`);
    const lots = Array.from({ length: 2 + random.below(13) }, () => 200 + random.below(600));
    const pieces = lots.flatMap((length) => {
      const places = [...new Set(Array.from({ length: 2 + random.below(3) }, () => 1 + random.below(length - 1)))].sort(
        (a, b) => a - b,
      );
      return [...places, length].map((end, place) => end - (places[place - 1] ?? 0));
    });
    const wanted = pieces.slice(0, 60).map((length) => ({ length: Exact.of(length), count: 1 }));
    const looked = planCuts(lying(lots), wanted, QUICK);
    if (looked.unplaced.length > 0 && looked.isProved)
      throw new Error(`said to be impossible: ${JSON.stringify({ lots, pieces })}`);
    if (looked.unplaced.length === 0) quick += 1;
    else {
      // Whole fills of so many pieces are hard: not found is no mistake, said to be impossible is.
      const thorough = planCuts(lying(lots), wanted, THOROUGH);
      if (thorough.unplaced.length > 0 && thorough.isProved)
        throw new Error(`said to be impossible: ${JSON.stringify({ lots, pieces })}`);
      if (thorough.unplaced.length > 0) notFound += 1;
    }
  }
  return { quick, notFound, tasks: count };
}
