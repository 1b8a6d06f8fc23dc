import { hasOptions, type Product, type SoldBy } from '../catalog';
import { Exact } from '../number';
import { type Amount } from '../pricing';
import { conversionFactor, unitByCode } from '../quantity';

/** The least and the most a product costs, as far as its lists and yes-or-no questions say. */
export interface PriceRange {
  readonly from: Exact;
  readonly to: Exact;
  /** UCUM code of the unit the prices are for, null where they are for one item */
  readonly per: string | null;
  /** whether texts, numbers or measures may add more to it */
  readonly open: boolean;
}

const HUNDRED = Exact.of(100);

/**
 * Sums the cheapest and the dearest answers over a product's choices.
 *
 * @returns null while the product has no price that can be read
 */
export function priceRange(product: Product): PriceRange | null {
  const prices = [product.price, ...product.variants.map(({ price }) => price)].flatMap((text) => (text === null ? [] : (Exact.parse(text) ?? [])));
  const everyVariantPriced = product.variants.length > 0 && product.variants.every(({ price }) => price !== null);
  const bases = everyVariantPriced ? prices.slice(product.price === null ? 0 : 1) : prices;
  const [first, ...others] = bases;
  if (!first) return null;
  const cheapest = others.reduce((least, price) => (price.isLess(least) ? price : least), first);
  const dearest = others.reduce((most, price) => (price.isMore(most) ? price : most), first);

  let open = false;
  const span = (base: Exact, pick: (a: Exact, b: Exact) => Exact): Exact => {
    let sum = base;
    for (const choice of product.choices) {
      const amounts = hasOptions(choice) ? choice.options.map(({ amount }) => amount) : [choice.amount];
      const values = amounts.map((amount) => {
        const value = flatAmount(amount, base, choice.key, product.soldBy);
        if (value === null) open = true;
        return value ?? Exact.zero;
      });
      const mayBeLeftOut = !choice.required || choice.kind === 'yesNo';
      const candidates = mayBeLeftOut ? [Exact.zero, ...values] : values;
      const [head, ...rest] = candidates;
      if (head) sum = sum.plus(rest.reduce(pick, head));
    }
    return sum;
  };
  return {
    from: span(cheapest, (a, b) => (b.isLess(a) ? b : a)),
    to: span(dearest, (a, b) => (b.isMore(a) ? b : a)),
    per: product.soldBy.kind === 'measure' ? product.soldBy.unit : null,
    open,
  };
}

/**
 * What an amount adds to the price that a list shows: that of one item, or of one unit where a product is sold by
 * measure. There an amount for the whole piece has no place, and one per unit of that measure has.
 *
 * @param own key of the choice it belongs to
 * @returns null for an amount that depends on what is typed
 */
function flatAmount(amount: Amount | null, base: Exact, own: string, soldBy: SoldBy): Exact | null {
  const value = amount && Exact.parse(amount.value);
  if (!amount || !value || value.sign() === 0) return Exact.zero;
  switch (amount.kind) {
    case 'fixed':
      return soldBy.kind === 'measure' ? null : value;
    case 'percentOfBase':
      return base.times(value).over(HUNDRED);
    case 'perCharacter':
      return null;
    case 'perUnit': {
      if (soldBy.kind !== 'measure' || (amount.of ?? own) !== soldBy.measure) return null;
      const [shown, per] = [unitByCode(soldBy.unit), unitByCode(amount.unit)];
      return shown && per && shown.dimension === per.dimension ? value.times(conversionFactor(shown, per)) : null;
    }
  }
}
