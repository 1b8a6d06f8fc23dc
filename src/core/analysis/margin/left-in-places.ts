import { type KitProgram, type Program, programWith } from '../../compile';
import { Exact } from '../../number';
import { coversUsual, type KitTerms } from '../../pricing';
import { type CostOf, type UsualPrices } from '../../run';
import { asksQuantity } from '../model/depends-on';
import {
  type Asked,
  boundOf,
  type FoundMargin,
  LEAST_SEARCHING,
  leastOf,
  type LowestMargin,
  type LowestOf,
} from './earned';
import { alikePieces, atPiece, inNumber, isGraduated } from '../model/in-number';
import { usuallyIn } from '../model/usually';
import { type LookForLeft } from './kit-margin';
import { eachSold } from '../model/each-sold';
import { Known } from '../model/known';
import { NOT_KNOWN, numbersOf } from '../price/look-by-price';
import { BY_PRICE } from '../price/price-range';
import { type Customer } from '../model/customer';
import { type Left, type Look, type PlaceLooked, type Standing } from '../model/ways-in';

const HUNDRED = Exact.of(100);

/**
 * What is paid for something in a place: so much of what it costs alone, less so much; or nothing, where that is more.
 */
interface Paid {
  readonly share: Exact;
  readonly less: Exact;
  /** whether it is never less than nothing */
  readonly atLeastNothing: boolean;
  /** whether that is not the whole of how it follows */
  readonly isLoose: boolean;
}

/** What is paid for so many of a part. @param usual what it costs usually; null where nothing comes in its place */
function paidFor(
  terms: KitTerms,
  kept: Exact,
  usual: Exact | null,
  { component: { quantity, isSlot }, count }: PlaceLooked,
  program: Program,
): Paid {
  const whole: Paid = { share: kept.times(terms.share), less: Exact.zero, atLeastNothing: false, isLoose: false };
  // What is taken off for what is in a slot is taken off all of it together.
  if (isSlot || !usual || !coversUsual(terms)) return whole;
  if (terms.covers === 'usual') return { ...whole, less: usual.times(kept), atLeastNothing: !terms.cheaperLess };
  const more = Math.max(0, count - quantity.usual);
  // What is more than usual is paid: so much of all of it, as long as each piece costs the same.
  return {
    share: kept.times(Exact.of(more, count)),
    less: Exact.zero,
    atLeastNothing: false,
    isLoose: more > 0 && asksQuantity(program),
  };
}

/**
 * What stands in the places of a kit, each by what it leaves least: no rule tells the answers of one from those of
 * another, so what is left of the kit is least where it is least of each, as far as they fit.
 *
 * @param lowestOf finds the lowest margin of any product
 */
export function lookForLeft(
  program: Program,
  kit: KitProgram,
  wanted: LookForLeft,
  asked: Asked,
  lowestOf: LowestOf,
): Look {
  const { today, costs, limits } = asked;
  const { group } = wanted;
  const own = { ...limits, searching: Math.max(LEAST_SEARCHING, limits.searching) };
  const lowest = (of: Program, share: Exact) =>
    lowestOf(programWith(of, { pricedFor: [group] }), today, costs, HUNDRED.minus(HUNDRED.times(share)), own);
  const usual: UsualPrices | null = coversUsual(kit.terms) ? usuallyIn(program, today, group) : null;
  return {
    known: new Known(),
    standing(of, place, customer) {
      if (wanted.kind === 'cost') return costing(of, place, { customer, costs }, lowest);
      const paid = paidFor(kit.terms, wanted.share, usual?.get(place.component)?.alone ?? null, place, of);
      return leaving(of, place, paid, lowest);
    },
  };
}

type Lowest = (program: Program, share: Exact) => LowestMargin;

/** What stands for all selections of a part, or of what is in a slot, by what it leaves. */
function leaving(program: Program, place: PlaceLooked, paid: Paid, lowest: Lowest): readonly Standing[] {
  const { count, most } = place;
  const numbers = numbersOf(program, place);
  // Where nothing is paid for what is cheaper, what costs most may leave least.
  const shares = [paid.share, ...(paid.atLeastNothing ? [Exact.zero] : [])];
  // Beyond a graduated step pieces cost otherwise than the first: all of them leave what each would leave alone.
  const pieces = alikePieces(program, Math.max(count, most));
  const looks = numbers.flatMap((number) =>
    shares.flatMap((share) =>
      (pieces ?? [{ from: 1, count }]).map((piece) => ({
        number,
        share,
        pieces: piece.count,
        of: lowest(inNumber(atPiece(program, piece.from), number), share),
      })),
    ),
  );
  if (looks.every(({ of }) => of.kind === 'nothingSold')) return [];
  const found = looks.map(({ of }) => of).filter((one): one is FoundMargin => 'margin' in one);
  const [first, ...others] = found;
  if (!first) return [{ ...NOT_KNOWN, left: { value: 0, bound: null } }];
  const all = Exact.of(count);
  const leftOf = (one: FoundMargin): Exact => {
    const more = Exact.from(one.price).times(all).times(paid.share).minus(paid.less);
    return (paid.atLeastNothing && more.sign() < 0 ? Exact.zero : more).minus(Exact.from(one.cost).times(all));
  };
  const worst = others.reduce((least, one) => (leftOf(one).isLess(leftOf(least)) ? one : least), first);
  const isKnown = found.length === looks.length && pieces !== null && !paid.isLoose;
  const boundAt = (number: number, share: Exact): Exact | null => {
    const each = looks.flatMap((look) =>
      look.number === number && look.share === share && 'margin' in look.of
        ? [{ pieces: Exact.of(look.pieces), bound: boundOf(look.of, share) }]
        : [],
    );
    // Which of several in a slot are beyond a step is not known.
    const together = most > 1 ? (leastOf(each.map(({ bound }) => bound))?.times(all) ?? null) : sumOf(each);
    return together && (share === paid.share ? together.minus(paid.less) : together);
  };
  // Several of the same leave as much as in any of their numbers at least.
  const bound = isKnown
    ? leastOf(numbers.map((number) => greatestOf(shares.map((share) => boundAt(number, share)))))
    : null;
  const left: Left = { value: leftOf(worst).toApproximateNumber(), bound: bound && bound.toApproximateNumber() };
  return [{ selection: worst.selection, isProved: true, isExact: false, left }];
}

/** What pieces leave together, of bounds of one each; null where one is not known. */
const sumOf = (each: readonly { readonly pieces: Exact; readonly bound: Exact | null }[]): Exact | null =>
  each.reduce<Exact | null>(
    (sum, { pieces, bound }) => (sum && bound ? sum.plus(bound.times(pieces)) : null),
    Exact.zero,
  );

/** The greater of bounds that hold both; null where one is not known. */
const greatestOf = (bounds: readonly (Exact | null)[]): Exact | null =>
  bounds.reduce((most, one) => (most && one ? (one.isMore(most) ? one : most) : null));

/** What stands for all selections: each price and cost that there are, or the ends of both. */
function costing(
  program: Program,
  place: PlaceLooked,
  { customer, costs }: { readonly customer: Customer; readonly costs: CostOf },
  lowest: Lowest,
): readonly Standing[] {
  const all = Exact.of(place.count);
  const isAlone = numbersOf(program, place).length === 1 && !isGraduated(program, place.count);
  const sold = isAlone ? eachSold(inNumber(program, place.count), customer, costs) : null;
  if (sold) {
    const alike = new Map(
      sold.map(({ selection, resolution }) => {
        const spent = resolution.cost?.known.times(all).negated().toApproximateNumber() ?? 0;
        return [`${resolution.unitPrice?.toString()} ${spent}`, { selection, spent }] as const;
      }),
    );
    return [...alike.values()].map(({ selection, spent }) => ({
      selection,
      isProved: true,
      isExact: true,
      left: { value: spent, bound: spent },
    }));
  }
  const looks = numbersOf(program, place).map((number) => lowest(inNumber(program, number), Exact.zero));
  if (looks.every(({ kind }) => kind === 'nothingSold')) return [];
  const found = looks.filter((one): one is FoundMargin => 'margin' in one);
  const [first, ...others] = found;
  const standing = BY_PRICE.standing(program, place, customer);
  if (!first) return standing.map((one) => ({ ...one, left: { value: 0, bound: null } }));
  const dearest = others.reduce(
    (most, one) => (Exact.from(one.cost).isMore(Exact.from(most.cost)) ? one : most),
    first,
  );
  const most = found.length === looks.length ? leastOf(found.map((one) => boundOf(one, Exact.zero))) : null;
  const left: Left = {
    value: Exact.from(dearest.cost).times(all).negated().toApproximateNumber(),
    bound: most && most.times(all).toApproximateNumber(),
  };
  const isProved = standing.every((one) => one.isProved);
  return [...standing, { selection: dearest.selection, isProved, isExact: false }].map((one) => ({ ...one, left }));
}
