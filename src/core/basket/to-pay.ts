import { type Delivery, type Tax } from '../catalog';
import { type Program } from '../compile';
import { Exact } from '../number';
import { type Resolution } from '../run';
import { type CodeOutcome, discountsOf, type EnteredCode } from './discounts';
import { type Taxation, taxOf } from './tax';

/** What a basket comes to beside its lines follows from. */
export interface Terms {
  readonly codes: readonly EnteredCode[];
  /** key of the customer's group as the shop calls it, or null */
  readonly group: string | null;
  /** null where no tax is told */
  readonly tax: Tax | null;
  readonly delivery: readonly Delivery[];
  /** where it is sent to, by its code in ISO 3166-1; null where nobody asks */
  readonly country: string | null;
}

/** What delivery costs; and what it would cost but for a code, or for what is ordered. */
export interface DeliveryQuote {
  readonly price: Exact;
  readonly usual: Exact;
  /** from what sum on it costs nothing; null where it always costs */
  readonly freeFrom: Exact | null;
}

interface PricedLine {
  readonly program: Program | null;
  readonly discounts: readonly string[];
  readonly resolution: Resolution | null;
}

/** What is paid for what is in a basket. */
export interface ToPay {
  readonly codes: readonly CodeOutcome[];
  readonly delivery: DeliveryQuote | null;
  readonly taxation: Taxation | null;
  readonly total: Exact;
}

/**
 * What codes take off, what delivery costs, and the tax on all of it, in this order.
 *
 * @param lines all of them with a price
 * @param today as YYYY-MM-DD
 */
export function toPay(
  lines: readonly PricedLine[],
  { codes: entered, group, tax, delivery: costs, country }: Terms,
  today: string,
): ToPay {
  const program = lines.find((line) => line.program)?.program;
  const [places, rounding] = [program?.places ?? 2, program?.rounding ?? 'halfAwayFromZero'];
  const cost = lines.length === 0 ? undefined : deliveryTo(costs, country);
  const usual = (cost && Exact.parse(cost.price)) ?? Exact.zero;
  const totals = lines.map(({ resolution }) => resolution?.lineTotal ?? Exact.zero);
  const codes = discountsOf(
    entered,
    lines.map(({ program: of, discounts, resolution }) => ({
      slug: of?.slug ?? null,
      total: resolution?.lineTotal ?? null,
      unitPrice: resolution?.unitPrice ?? null,
      quantity: resolution?.quantity ?? 0,
      discounts,
    })),
    { today, group, places, rounding, delivery: usual },
  );
  const left = totals.map((total, place) =>
    codes.reduce((sum, { shares }) => sum.plus(shares[place] ?? Exact.zero), total),
  );
  const goods = left.reduce((sum, amount) => sum.plus(amount), Exact.zero);
  const freeFrom = cost?.freeFrom ? Exact.parse(cost.freeFrom) : null;
  const isFree = codes.some(({ freeDelivery }) => freeDelivery) || (freeFrom !== null && !goods.isLess(freeFrom));
  const delivery = cost ? { price: isFree ? Exact.zero : usual, usual, freeFrom } : null;
  if (!tax) return { codes, delivery, taxation: null, total: goods.plus(delivery?.price ?? Exact.zero) };
  const things = [
    ...lines.map(({ program: of }, place) => ({
      amount: left[place] ?? Exact.zero,
      taxClass: of?.product.taxClass ?? null,
    })),
    ...(delivery ? [{ amount: delivery.price, taxClass: null }] : []),
  ];
  const taxation = taxOf(tax, country ?? tax.country, things, places, rounding);
  return { codes, delivery, taxation, total: taxation.gross };
}

/** What delivery costs to a country; undefined where nothing is said of it. */
function deliveryTo(costs: Terms['delivery'], country: string | null): Terms['delivery'][number] | undefined {
  return (
    costs.find((candidate) => candidate.country !== null && candidate.country === country) ??
    costs.find((candidate) => candidate.country === null)
  );
}
