import { type Tax } from '../catalog';
import { Exact, type RoundingMode } from '../number';

/** Something that is taxed. */
export interface Taxed {
  /** as prices are entered, in major units */
  readonly amount: Exact;
  /** key of its tax class; null for the usual one */
  readonly taxClass: string | null;
}

/** What all that is taxed alike comes to, in major units. */
export interface TaxSum {
  readonly percent: Exact;
  readonly net: Exact;
  readonly tax: Exact;
}

export interface Taxation {
  /** one a rate, the highest first */
  readonly sums: readonly TaxSum[];
  /** of each thing that is taxed, in their order; of tax that is rounded once for all, unrounded */
  readonly taxes: readonly Exact[];
  readonly net: Exact;
  readonly tax: Exact;
  /** what is paid */
  readonly gross: Exact;
}

const HUNDRED = Exact.of(100);

/** The percentage for a class in a country; nothing where no rate is said. */
export function taxRate({ classes, rates }: Tax, taxClass: string | null, country: string): Exact {
  const key = classes.some((known) => known.key === taxClass) ? taxClass : classes[0]?.key;
  const rate = rates.find((candidate) => candidate.class === key && candidate.country === country);
  return (rate && Exact.parse(rate.percent)) ?? Exact.zero;
}

/** What is left of a price to its seller, as a share: without the tax that is in it, where the shop is. */
export function sellersShare(tax: Tax | null, taxClass: string | null): Exact {
  return tax?.pricesInclude ? HUNDRED.over(HUNDRED.plus(taxRate(tax, taxClass, tax.country))) : Exact.one;
}

/**
 * The tax on some amounts. Of prices with tax it is what is in them, percent / (100 + percent); of prices without, it
 * comes on top. It is rounded for each of them, or once for all that have the same rate.
 *
 * @param places decimal places of the currency's minor unit
 */
export function taxOf(
  tax: Tax,
  country: string,
  things: readonly Taxed[],
  places: number,
  rounding: RoundingMode,
): Taxation {
  const exact = things.map(({ amount, taxClass }) => {
    const percent = taxRate(tax, taxClass, country);
    return { percent, amount, tax: taxOn(tax, percent, amount) };
  });
  const each =
    tax.rounding === 'line' ? exact.map((one) => ({ ...one, tax: one.tax.rounded(places, rounding) })) : exact;
  const byRate = new Map<string, { percent: Exact; amount: Exact; tax: Exact }>();
  for (const one of each) {
    const known = byRate.get(one.percent.toString());
    byRate.set(
      one.percent.toString(),
      known ? { ...known, amount: known.amount.plus(one.amount), tax: known.tax.plus(one.tax) } : one,
    );
  }
  const sums = [...byRate.values()]
    .map(({ percent, amount, tax: sum }): TaxSum => {
      const paid = sum.rounded(places, rounding);
      return { percent, tax: paid, net: tax.pricesInclude ? amount.minus(paid) : amount };
    })
    .sort((a, b) => b.percent.compare(a.percent));
  const total = (list: readonly Exact[]) => list.reduce((sum, amount) => sum.plus(amount), Exact.zero);
  const [net, paid] = [total(sums.map((sum) => sum.net)), total(sums.map((sum) => sum.tax))];
  return { sums, taxes: each.map((one) => one.tax), net, tax: paid, gross: net.plus(paid) };
}

/** The tax in an amount that is entered with it, or on top of one that is entered without; exactly. */
const taxOn = ({ pricesInclude }: Pick<Tax, 'pricesInclude'>, percent: Exact, amount: Exact): Exact =>
  amount.times(percent).over(pricesInclude ? HUNDRED.plus(percent) : HUNDRED);

/** A price without its tax, or with it, as {@link taxOf} has it of one line: to show beside the one that is entered. */
export function otherPrice(
  tax: Pick<Tax, 'pricesInclude'>,
  percent: Exact,
  price: Exact,
  places: number,
  rounding: RoundingMode,
): Exact {
  const paid = taxOn(tax, percent, price).rounded(places, rounding);
  return tax.pricesInclude ? price.minus(paid) : price.plus(paid);
}
