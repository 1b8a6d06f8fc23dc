import { z } from 'zod';
import { minorUnits } from '../../money';
import { decimalText, Exact } from '../../number';
import { type Product, type Variant } from '../schema';

/** How a price may end after a change by a percentage: `0.90` brings 12.37 to 11.90 or 12.90, whichever is nearer. */
export const priceEndings = ['0.90', '0.95', '0.00'] as const;

/** How prices become others. */
export const priceStepSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('to'), price: decimalText })
    .describe('the base price; variants with prices of their own keep them'),
  z.strictObject({ kind: z.literal('by'), amount: decimalText }).describe('more or less, variants’ own prices too'),
  z
    .strictObject({
      kind: z.literal('percent'),
      percent: decimalText,
      ending: z.enum(priceEndings).nullable().default(null),
    })
    .describe('more or less, variants’ own prices too'),
]);

export type PriceStep = z.infer<typeof priceStepSchema>;

/** What a change of prices makes of a product. */
export interface PricesChanged {
  readonly after: Product;
  /** how many prices are others: the base price and those of variants */
  readonly changed: number;
  /** prices that would have come below nothing, and stay */
  readonly refused: number;
}

const HUNDRED = Exact.of(100);

/** A definition keeps no longer decimals. */
const LONGEST_PRICE = 60;

/**
 * The nearest price with an ending; of two that are as near the higher one, and never below the ending itself.
 *
 * @param price in a currency with two decimal places
 */
export function withEnding(price: Exact, ending: (typeof priceEndings)[number]): Exact {
  const end = Exact.from(ending);
  const below = Exact.of(price.minus(end).floor()).plus(end);
  const above = below.plus(Exact.of(1));
  const nearest = price.minus(below).isLess(above.minus(price)) ? below : above;
  return nearest.isLess(end) ? end : nearest;
}

/**
 * One price or amount after a step. One below nothing, as of an option that takes something off, gets no ending.
 *
 * @param places decimal places that it is rounded to
 * @returns null where it would be too long to keep, or can't be read
 */
export function steppedPrice(text: string, step: Exclude<PriceStep, { kind: 'to' }>, places: number): string | null {
  const [price, change] = [Exact.parse(text), Exact.parse(step.kind === 'by' ? step.amount : step.percent)];
  if (!price || !change) return null;
  const exact = step.kind === 'by' ? price.plus(change) : price.plus(price.times(change).over(HUNDRED));
  const rounded = exact.rounded(places);
  const ended =
    step.kind === 'percent' && step.ending !== null && places === 2 && rounded.sign() >= 0
      ? withEnding(rounded, step.ending)
      : rounded;
  const written = ended.toFixed(places);
  return written.length > LONGEST_PRICE ? null : written;
}

/**
 * Changes the prices of a product: its base price, and those that variants have of their own.
 *
 * @param crossOut whether a price that becomes lower leaves its former one crossed out beside it
 * @param currency ISO 4217 code
 */
export function withPrices(
  product: Product,
  step: PriceStep,
  { crossOut, currency }: { readonly crossOut: boolean; readonly currency: string },
): PricesChanged {
  const places = minorUnits(currency) ?? 2;
  let changed = 0;
  let refused = 0;
  const next = <P extends Pick<Variant, 'price' | 'wasPrice'>>(priced: P): P => {
    if (priced.price === null) return priced;
    const to = step.kind === 'to' ? step.price : steppedPrice(priced.price, step, places);
    if (to === null || to.startsWith('-')) {
      refused += 1;
      return priced;
    }
    const [former, now] = [Exact.parse(priced.price), Exact.parse(to)];
    if (!now || former?.equals(now) === true) return priced;
    changed += 1;
    const isLower = former !== null && now.isLess(former);
    // A was-price that is no longer more than the price would say nothing.
    const was = priced.wasPrice === null ? null : Exact.parse(priced.wasPrice);
    const wasPrice = crossOut && isLower ? priced.price : was && now.isLess(was) ? priced.wasPrice : null;
    return { ...priced, price: to, wasPrice };
  };
  if (step.kind === 'to' && product.price === null)
    return { after: { ...product, price: step.price }, changed: 1, refused: 0 };
  const after = { ...next(product), variants: step.kind === 'to' ? product.variants : product.variants.map(next) };
  return { after: changed === 0 ? product : after, changed, refused };
}
