import { Exact } from '../number';

export interface CurvePoint {
  readonly at: Exact;
  readonly price: Exact;
}

/** Where a price jumps: just before, and just after. */
export interface PriceBreak {
  readonly before: CurvePoint;
  readonly after: CurvePoint;
}

/** How a price follows one measure: pieces without a jump in them, and the jumps between. */
export interface PriceCurve {
  readonly pieces: readonly (readonly CurvePoint[])[];
  readonly breaks: readonly PriceBreak[];
}

const HALVINGS = 24;
/** A change so much larger than is usual between two points is looked into. */
const UNUSUAL = Exact.of(4);

/**
 * Follows a price over a range of one measure, and finds where it jumps by halving what lies between two points.
 *
 * @param priceAt the price for a value of the measure; null where there is none
 * @param count   how many parts the range is looked at in, at least 1
 * @param grain   the smallest change of a price that counts, such as two cents: rounding is no jump
 */
export function priceCurve(
  priceAt: (at: Exact) => Exact | null,
  from: Exact,
  to: Exact,
  count: number,
  grain: Exact,
): PriceCurve {
  const width = to.minus(from);
  const points = Array.from({ length: count + 1 }, (_, index) => {
    const at = from.plus(width.times(Exact.of(index, count)));
    return { at, price: priceAt(at) };
  });
  const changes = points.slice(1).map(({ price }, index) => distance(price, points[index]?.price ?? null));
  const usual = median(changes.filter((change) => change !== null)) ?? Exact.zero;
  const threshold = usual.times(UNUSUAL).plus(grain);
  const pieces: CurvePoint[][] = [];
  const breaks: PriceBreak[] = [];
  let piece: CurvePoint[] = [];
  const finish = () => {
    if (piece.length > 0) pieces.push(piece);
    piece = [];
  };
  points.forEach(({ at, price }, index) => {
    const former = points[index - 1];
    const change = changes[index - 1] ?? null;
    if (price && former?.price && change?.isMore(threshold)) {
      const found = jumpBetween(priceAt, { at: former.at, price: former.price }, { at, price }, grain);
      if (found) {
        piece.push(found.before);
        finish();
        piece.push(found.after);
        breaks.push(found);
      }
    }
    if (!price) finish();
    else if (piece.at(-1)?.at.equals(at) !== true) piece.push({ at, price });
  });
  finish();
  return { pieces, breaks };
}

/**
 * Halves an interval again and again, keeping the half that changes more; what is left of the change then is a jump.
 */
function jumpBetween(
  priceAt: (at: Exact) => Exact | null,
  left: CurvePoint,
  right: CurvePoint,
  grain: Exact,
): PriceBreak | null {
  let [before, after] = [left, right];
  for (let step = 0; step < HALVINGS; step += 1) {
    const at = before.at.plus(after.at).over(Exact.of(2)).rounded(9);
    const price = priceAt(at);
    if (!price || at.equals(before.at) || at.equals(after.at)) break;
    const [toMiddle, fromMiddle] = [distance(before.price, price), distance(price, after.price)];
    if (toMiddle && fromMiddle && toMiddle.isMore(fromMiddle)) after = { at, price };
    else before = { at, price };
  }
  const change = distance(before.price, after.price);
  return change?.isMore(grain) ? { before, after } : null;
}

function distance(a: Exact | null, b: Exact | null): Exact | null {
  if (!a || !b) return null;
  const difference = a.minus(b);
  return difference.sign() < 0 ? difference.negated() : difference;
}

function median(values: readonly Exact[]): Exact | undefined {
  return [...values].sort((a, b) => a.compare(b))[Math.floor(values.length / 2)];
}
