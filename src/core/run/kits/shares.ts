import { allocate, minorUnits } from '../../money';
import { Exact } from '../../number';
import { type PartShown } from '../resolution';

/** What is paid: for one, and once for the order line. */
export interface Share {
  readonly unit: Exact;
  readonly once: Exact;
}

/**
 * Shares a price out to the minor unit, in proportion to what each part costs when it is sold alone; by the number of
 * pieces where all of them cost nothing. A part that costs nothing gets nothing otherwise. Shares always add up.
 *
 * @param amount of all parts together, in major units, a multiple of the minor unit
 * @param places decimal places of the currency's minor unit
 */
export function shareOut(
  amount: Exact,
  parts: readonly { readonly alone: Exact | null; readonly pieces: number }[],
  places: number,
): Exact[] {
  const scale = Exact.of(10n ** BigInt(places));
  const prices = parts.map(({ alone }) => {
    const minor = alone ? alone.times(scale).rounded(0).floor() : 0n;
    return minor > 0n ? minor : 0n;
  });
  const weights = prices.some((price) => price > 0n) ? prices : parts.map(({ pieces }) => BigInt(pieces));
  return allocate(amount.times(scale).rounded(0).floor(), weights).map((share) => Exact.of(share).over(scale));
}

/**
 * Parts with their shares of a price; {@link partsWithin} goes on from there in kits in kits. What is taken along keeps
 * what is paid for it, as long as that is not more than the whole; the rest is the parts'.
 *
 * @param price what is paid for what the parts make up; null while that is not known
 */
export function withShares(parts: readonly PartShown[], price: Share | null, places: number): readonly PartShown[] {
  if (parts.length === 0) return parts;
  if (!price) return parts.map((part) => ({ ...part, share: null }));
  const along = parts.filter(({ kind }) => kind === 'addOn');
  const own = parts.filter(({ kind }) => kind !== 'addOn');
  const taken = along.reduce((sum, { alone }) => sum.plus(alone ?? Exact.zero), Exact.zero);
  const keeps = along.length > 0 && !taken.isMore(price.unit);
  const over = keeps || along.length === 0 ? own : parts;
  const units = new Map(keeps ? along.map((part) => [part, part.alone ?? Exact.zero]) : []);
  if (over.length > 0)
    shareOut(keeps ? price.unit.minus(taken) : price.unit, over, places).forEach(
      (share, place) => over[place] && units.set(over[place], share),
    );
  // What is paid once for a part is that part's; what is paid once for the whole is shared out like its price.
  const once = parts.reduce((sum, part) => sum.plus(part.once), Exact.zero);
  // Where the whole covers some of it, what is left to be paid once is shared out by what each would be paid.
  if (once.isMore(price.once)) {
    const ofOnce = shareOut(
      price.once,
      parts.map((part) => ({ alone: part.once, pieces: part.pieces })),
      places,
    );
    return parts.map((part, place) => ({
      ...part,
      share: { unit: units.get(part) ?? Exact.zero, once: ofOnce[place] ?? Exact.zero },
    }));
  }
  const rest = own.length > 0 ? shareOut(price.once.minus(once), own, places) : [];
  return parts.map((part) => {
    const of = rest[own.indexOf(part)] ?? Exact.zero;
    return { ...part, share: { unit: units.get(part) ?? Exact.zero, once: part.once.plus(of) } };
  });
}

/**
 * The parts of a part, with their shares of what is paid for it here; by itself its resolution has those of what it
 * costs alone.
 */
export function partsWithin({ share, resolution: { parts, currency } }: PartShown): readonly PartShown[] {
  return withShares(parts, share, minorUnits(currency) ?? 2);
}
