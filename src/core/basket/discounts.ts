import { type Discount, isPlaced, type Product } from '../catalog';
import { allocate } from '../money';
import { Exact, type RoundingMode } from '../number';

/** A line of a basket, as far as discounts ask. */
export interface DiscountLine {
  /** address of the product; null for what is no longer sold */
  readonly slug: string | null;
  /** what it comes to; null while it has no price */
  readonly total: Exact | null;
  readonly unitPrice: Exact | null;
  readonly quantity: number;
  /** keys of the discounts that its product is for */
  readonly discounts: readonly string[];
}

/** A code that lies in a basket. */
export interface EnteredCode {
  readonly code: string;
  readonly discount: Discount;
  /** how often it has been used */
  readonly used: number;
}

/** Why a code gives nothing. Amounts in major units. */
export type WhyNot =
  | { readonly kind: 'notYet'; readonly from: string }
  | { readonly kind: 'over'; readonly until: string }
  | { readonly kind: 'otherGroup' }
  | { readonly kind: 'usedUp' }
  | { readonly kind: 'notTogether'; readonly with: string }
  | { readonly kind: 'nothingForIt' }
  | { readonly kind: 'tooLittle'; readonly least: Exact; readonly missing: Exact }
  | { readonly kind: 'noDelivery' };

/** What became of a code: what it takes off, line by line; or why it gives nothing. */
export interface CodeOutcome {
  readonly code: string;
  readonly title: string;
  /** not above nothing */
  readonly amount: Exact;
  /** how much of that is each line's, in their order; they add up to the amount, but for what delivery costs less */
  readonly shares: readonly Exact[];
  /** whether delivery costs nothing with it */
  readonly freeDelivery: boolean;
  readonly why: WhyNot | null;
}

interface Shopping {
  /** YYYY-MM-DD */
  readonly today: string;
  /** key of the customer's group, or null */
  readonly group: string | null;
  /** decimal places of the currency */
  readonly places: number;
  readonly rounding: RoundingMode;
  /** what delivery costs before any code */
  readonly delivery: Exact;
}

/**
 * First what is for nothing, then percentages of what is left, then amounts: the order of codes and lines makes no
 * difference.
 */
const ORDER: Readonly<Record<Discount['gives']['kind'], number>> = { product: 0, percent: 1, amount: 2, delivery: 3 };

/** What the codes in a basket take off; allocated to its lines to the minor unit. */
export function discountsOf(
  codes: readonly EnteredCode[],
  lines: readonly DiscountLine[],
  shopping: Shopping,
): CodeOutcome[] {
  const left = lines.map(({ total }) => total ?? Exact.zero);
  // One that goes with no other has the word, if it gives anything at all.
  const alone = codes.find(
    (entered) => !entered.discount.combines && outcomeOf(entered, lines, [...left], shopping, null).why === null,
  );
  const rank = ({ discount: { gives, key } }: EnteredCode) => `${ORDER[gives.kind]} ${key}`;
  const inOrder = codes
    .map((entered, place) => ({ entered, place }))
    .sort((a, b) => (rank(a.entered) < rank(b.entered) ? -1 : 1));
  const found = new Map(
    inOrder.map(({ entered, place }) => [
      place,
      outcomeOf(entered, lines, left, shopping, alone && alone !== entered ? alone.discount.title : null),
    ]),
  );
  return codes.flatMap((_, place) => found.get(place) ?? []);
}

/** Why a code gives nothing, whatever is in the basket. */
function whenNot(
  { discount: { from, until, groups, uses }, used }: EnteredCode,
  { today, group }: Shopping,
): WhyNot | null {
  if (from !== null && today < from) return { kind: 'notYet', from };
  if (until !== null && today > until) return { kind: 'over', until };
  if (groups.length > 0 && (group === null || !groups.includes(group))) return { kind: 'otherGroup' };
  return uses !== null && used >= uses ? { kind: 'usedUp' } : null;
}

function outcomeOf(
  entered: EnteredCode,
  lines: readonly DiscountLine[],
  left: Exact[],
  shopping: Shopping,
  instead: string | null,
): CodeOutcome {
  const { code, discount } = entered;
  const nothing = lines.map(() => Exact.zero);
  const outcome = { code, title: discount.title, amount: Exact.zero, shares: nothing, freeDelivery: false };
  const refused = (why: WhyNot): CodeOutcome => ({ ...outcome, why });
  const never = whenNot(entered, shopping);
  if (never) return refused(never);
  if (instead !== null) return refused({ kind: 'notTogether', with: instead });
  const isFor = lines.map(
    ({ discounts, total }) => total !== null && total.sign() > 0 && discounts.includes(discount.key),
  );
  const value = lines.reduce((sum, { total }, place) => (isFor[place] && total ? sum.plus(total) : sum), Exact.zero);
  if (!isFor.some(Boolean)) return refused({ kind: 'nothingForIt' });
  const least = discount.least === null ? null : Exact.parse(discount.least);
  if (least && value.isLess(least)) return refused({ kind: 'tooLittle', least, missing: least.minus(value) });
  const { gives } = discount;
  if (gives.kind === 'delivery')
    return shopping.delivery.sign() > 0
      ? { ...outcome, freeDelivery: true, why: null }
      : refused({ kind: 'noDelivery' });
  const weights = left.map((amount, place) => (isFor[place] && amount.sign() > 0 ? amount : Exact.zero));
  const rest = weights.reduce((sum, amount) => sum.plus(amount), Exact.zero);
  const off =
    gives.kind === 'product'
      ? freePiece(gives, lines, left)
      : {
          amount: leastOf(
            gives.kind === 'percent'
              ? rest
                  .times(Exact.parse(gives.percent) ?? Exact.zero)
                  .over(Exact.of(100))
                  .rounded(shopping.places, shopping.rounding)
              : (Exact.parse(gives.amount) ?? Exact.zero),
            rest,
          ),
          of: weights,
        };
  if (off.amount.sign() <= 0) return refused({ kind: 'nothingForIt' });
  const shares = shared(off.amount, off.of, shopping.places);
  shares.forEach((share, place) => (left[place] = (left[place] ?? Exact.zero).minus(share)));
  return { ...outcome, amount: off.amount.negated(), shares: shares.map((share) => share.negated()), why: null };
}

const leastOf = (a: Exact, b: Exact) => (a.isLess(b) ? a : b);

/** What is for nothing: the cheapest of the lines of a product, as many pieces as there are. */
function freePiece(
  { product, pieces }: Extract<Discount['gives'], { kind: 'product' }>,
  lines: readonly DiscountLine[],
  left: readonly Exact[],
): { amount: Exact; of: Exact[] } {
  const cheapest = lines
    .map((line, place) => ({ ...line, place }))
    .filter(({ slug, unitPrice }) => slug === product && unitPrice !== null)
    .sort((a, b) => (a.unitPrice ?? Exact.zero).compare(b.unitPrice ?? Exact.zero) || a.place - b.place);
  const of = lines.map(() => Exact.zero);
  let amount = Exact.zero;
  let wanted = pieces;
  for (const { place, unitPrice, quantity } of cheapest) {
    const taken = Math.min(wanted, quantity);
    const off = leastOf((unitPrice ?? Exact.zero).times(Exact.of(taken)), left[place] ?? Exact.zero);
    if (taken === 0 || off.sign() <= 0) continue;
    wanted -= taken;
    of[place] = off;
    amount = amount.plus(off);
  }
  return { amount, of };
}

/** Shares an amount out by weights, in whole minor units. */
function shared(amount: Exact, weights: readonly Exact[], places: number): Exact[] {
  const scale = Exact.of(10n ** BigInt(places));
  return allocate(
    amount.times(scale).floor(),
    weights.map((weight) => weight.times(scale).floor()),
  ).map((share) => Exact.of(share).over(scale));
}

/** Keys of the discounts that a product is for. */
export function discountsFor(product: Product, codes: readonly Pick<EnteredCode, 'discount'>[]): string[] {
  const isFor = ({ places, products }: Discount) =>
    (places.length === 0 && products.length === 0) ||
    products.includes(product.slug) ||
    (places.length > 0 && isPlaced(places, product));
  return codes.filter(({ discount }) => isFor(discount)).map(({ discount }) => discount.key);
}

const HUNDRED = Exact.of(100);

/**
 * The largest percentage that a discount can take off anything that it is for. An amount is shared out over what it is
 * for in proportion to what that costs, and this comes to the least value at the least: so no line loses a larger share
 * than that.
 *
 * @returns null where it takes nothing off what products cost, or its figures can't be read
 */
export function mostOff({ gives, least }: Pick<Discount, 'gives' | 'least'>): Exact | null {
  switch (gives.kind) {
    case 'percent':
      return Exact.parse(gives.percent);
    case 'amount': {
      const [amount, from] = [Exact.parse(gives.amount), Exact.parse(least ?? '0')];
      if (!amount || !from) return null;
      return from.isMore(amount) ? amount.times(HUNDRED).over(from) : HUNDRED;
    }
    case 'product':
      return HUNDRED;
    case 'delivery':
      return null;
  }
}
