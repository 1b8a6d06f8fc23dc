import { hasOptions, type Product } from '../catalog';
import { Exact } from '../number';
import { type Amount } from '../pricing';

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
        const value = flatAmount(amount, base);
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

/** @returns null for an amount that depends on what is typed */
function flatAmount(amount: Amount | null, base: Exact): Exact | null {
  if (!amount) return Exact.zero;
  const value = Exact.parse(amount.value) ?? Exact.zero;
  switch (amount.kind) {
    case 'fixed':
      return value;
    case 'percentOfBase':
      return base.times(value).over(HUNDRED);
    case 'perCharacter':
    case 'perUnit':
      return null;
  }
}
