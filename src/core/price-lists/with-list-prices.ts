import { type Amount, type Breaks } from '../pricing';
import {
  type Choice,
  hasOptions,
  type ListInForce,
  type PricedThing,
  type PricesInForce,
  type Product,
  type Variant,
} from '../catalog';
import { Exact } from '../number';
import { keptOf, type ListedAs, listedOf, namedIn, type OnShelf, pricesOf } from './things';

/** A product with the prices of lists in the place of its own. */
export interface Listed {
  readonly product: Product;
  /** which list its base price is of, and what it is usually; null for its own */
  readonly base: ListedBase | null;
  /** the same of each variant, by its place */
  readonly variants: readonly (ListedBase | null)[];
  /** what is left, as a share, of a price that a formula gives; null for all of it */
  readonly formulaKept: Exact | null;
}

export interface ListedBase {
  readonly title: string;
  /** null where it has no usual price */
  readonly usual: Exact | null;
  /** whether the was-price is the lowest of the days before the list began */
  readonly showsLowest: boolean;
  /** whether a list names the price itself, and does not only take a share off */
  readonly isNamed: boolean;
}

/**
 * Puts the prices that hold for some customers on a day in the place of a product's own. A price that a list names is
 * the price: tables of what more of it costs that give prices are left aside with the usual one, those that say how
 * much less it is hold on. A percentage makes the prices in such tables less, too.
 *
 * @param places decimal places of the currency
 */
export function withListPrices(product: Product, prices: PricesInForce | undefined, places: number): Listed {
  const lists = prices?.lists.filter((list) => saysAnything(list, product)) ?? [];
  if (lists.length === 0) return { product, base: null, variants: [], formulaKept: null };
  const find = (thing: PricedThing, usual: string | null) =>
    listedOf(lists, product, thing, usual === null ? null : Exact.parse(usual), places);
  const byFormula = product.formulas.some(({ serves }) => serves.kind === 'base');
  const first = find({ kind: 'product' }, product.price);
  // A price that a formula gives is made less itself; what the formula is given stays.
  const base = byFormula && !first?.named ? null : first;
  const own = priced({ kind: 'product' }, product, product, base, places);
  const variants = product.variants.map((variant) => {
    const thing: PricedThing = { kind: 'variant', options: variant.options };
    const found = find(thing, variant.price);
    const listed = byFormula && !found?.named ? null : found;
    if (listed) return { variant: { ...variant, ...priced(thing, product, variant, listed, places) }, listed };
    // Without a price of its own it has the product's, and no table of former prices.
    const breaks = base && variant.price === null ? brokenBy(variant.breaks, base, places) : variant.breaks;
    return { variant: breaks === variant.breaks ? variant : { ...variant, breaks }, listed: null };
  });
  // What percentages leave is a share of whatever the formula gives.
  const ofFormula =
    byFormula && !first?.named ? listedOf(lists, product, { kind: 'product' }, Exact.one, places) : null;
  return {
    product: {
      ...product,
      ...own,
      variants: variants.map(({ variant }): Variant => variant),
      choices: product.choices.map((choice) => withAmounts(choice, product.slug, find)),
    },
    base: base && {
      title: base.title,
      isNamed: base.named !== null,
      usual: product.price === null || (base.named && isSumOfParts(product)) ? null : Exact.parse(product.price),
      showsLowest: own.wasPrice !== product.wasPrice && own.wasPrice !== null,
    },
    variants: variants.map(({ variant, listed }, place): ListedBase | null => {
      const before = product.variants[place]?.price ?? product.price;
      return (
        listed && {
          title: listed.title,
          isNamed: listed.named !== null,
          usual: before === null ? null : Exact.parse(before),
          showsLowest: variant.wasPrice !== null && variant.wasPrice !== product.variants[place]?.wasPrice,
        }
      );
    }),
    formulaKept: ofFormula && !ofFormula.named ? ofFormula.kept : null,
  };
}

/** Whether a product usually costs what is in it, so that a price named by a list takes the place of that. */
const isSumOfParts = ({ parts, choices, partsPrice }: Product): boolean =>
  partsPrice.kind !== 'own' && (parts.length > 0 || choices.some(({ kind }) => kind === 'slot'));

/** Whether a list, or one that it follows, says anything of a product. */
export function saysAnything(list: ListInForce, product: OnShelf): boolean {
  return (
    pricesOf(list.prices, product.slug).length > 0 ||
    keptOf(list, product) !== null ||
    (list.follows !== null && saysAnything(list.follows, product))
  );
}

interface Priced {
  readonly price: string | null;
  readonly wasPrice: string | null;
  readonly breaks: Breaks | null;
}

/** Price, was-price and table of something as a list has them. */
function priced(thing: PricedThing, { slug }: Product, own: Priced, listed: ListedAs | null, places: number): Priced {
  const { price, wasPrice, breaks } = own;
  if (!listed) return { price, wasPrice, breaks };
  return {
    price: listed.price.toString(),
    wasPrice: formerPrice(thing, slug, wasPrice, listed),
    breaks: brokenBy(breaks, listed, places),
  };
}

/**
 * What is crossed out beside a price of a list: the lowest of the days before, else what is said; null where that was
 * no more.
 */
function formerPrice(thing: PricedThing, slug: string, said: string | null, { list, price }: ListedAs): string | null {
  const before = namedIn(list.lowest, slug, thing)?.price ?? said;
  return before !== null && (Exact.parse(before)?.isMore(price) ?? false) ? before : null;
}

/** What a table of what more costs becomes in a list. */
function brokenBy(breaks: Breaks | null, { named, kept }: ListedAs, places: number): Breaks | null {
  const holds = named && (named.breaks || breaks?.gives === 'price') ? named.breaks : breaks;
  if (holds?.gives !== 'price' || kept.equals(Exact.one)) return holds;
  const less = (text: string) => {
    const value = Exact.parse(text);
    return value
      ? value
          .times(kept)
          .rounded(Math.max(places, text.split('.')[1]?.length ?? 0))
          .toString()
      : text;
  };
  return { ...holds, steps: holds.steps.map(({ from, value }) => ({ from, value: less(value) })) };
}

/** A choice with what lists say that its answers add. */
function withAmounts(
  choice: Choice,
  slug: string,
  find: (thing: PricedThing, usual: string | null) => ListedAs | null,
): Choice {
  const changed = <
    T extends { readonly amount: Amount | null; readonly wasPrice: string | null; readonly breaks: Breaks | null },
  >(
    effect: T,
    option: string | null,
  ): T => {
    if (!effect.amount) return effect;
    const thing: PricedThing = { kind: 'option', choice: choice.key, option };
    const listed = find(thing, effect.amount.value);
    if (!listed) return effect;
    return {
      ...effect,
      amount: { ...effect.amount, value: listed.price.toString() },
      wasPrice: formerPrice(thing, slug, effect.wasPrice, listed),
      breaks: brokenBy(effect.breaks, listed, 0),
    };
  };
  if (hasOptions(choice)) {
    const options = choice.options.map((option) => changed(option, option.key));
    return options.every((option, place) => option === choice.options[place]) ? choice : { ...choice, options };
  }
  return 'amount' in choice ? changed(choice, null) : choice;
}
