import { hasOptions, type Option, type Product, type Variant } from '../catalog';
import { Exact } from '../number';
import { addedBy, findAmounts, type FoundAmounts, isSound, type PricedRow, pricedWith } from './amounts';
import { type ListGroup, type ListRow, type Teller } from './groups';
import { type ListMapping } from './mapping';
import { type ListScope, moneyText } from './scope';

/** A row of a list with the variant that it is, and what is picked of choices. */
export interface RowPlace {
  readonly row: ListRow;
  /** null where it is the product itself, or what is picked is no variant */
  readonly variant: Variant | null;
  readonly picked: Readonly<Record<string, string>>;
}

interface Priced {
  readonly product: Product;
  readonly group: ListGroup;
  readonly scope: ListScope;
  readonly mapping: ListMapping;
  readonly tell: Teller;
}

const ZERO = Exact.of(0);

/** What is priced: a variant, or what is picked of choices that make none. */
interface Place extends PricedRow {
  readonly variant: Variant | null;
  /** what it costs now; null where it has no price yet */
  readonly now: Exact | null;
}

/** The choices that rows tell apart, with their options and what these add. */
interface Frame {
  readonly keys: readonly string[];
  readonly options: readonly (readonly Option[])[];
  readonly amounts: readonly (readonly Exact[])[];
}

/** @returns null where amounts are more than a fixed one each */
function frameOf({ product }: Priced, picked: readonly Readonly<Record<string, string>>[]): Frame | null {
  const keys = [...new Set(picked.flatMap((each) => Object.keys(each)))];
  const options = keys.map((key) => {
    const choice = product.choices.find((each) => each.key === key);
    return choice && hasOptions(choice) ? choice.options : [];
  });
  const plain = options
    .flat()
    .every(({ amount, breaks }) => breaks === null && (amount === null || amount.kind === 'fixed'));
  const isOtherwise = product.parts.length > 0 || product.formulas.some(({ serves }) => serves.kind === 'base');
  if (!plain || isOtherwise || product.soldBy.kind !== 'each') return null;
  return { keys, options, amounts: options.map((each) => each.map(amountOf)) };
}

const amountOf = ({ amount }: Option): Exact => (amount?.kind === 'fixed' ? (Exact.parse(amount.value) ?? ZERO) : ZERO);

/** The places of what is picked among the options of choices; -1 for what is left out. */
const optionsOf = ({ keys, options }: Frame, picked: Readonly<Record<string, string>>): number[] =>
  keys.map((key, place) => (options[place] ?? []).findIndex((option) => option.key === picked[key]));

function placesOf({ product }: Priced, frame: Frame, rows: readonly RowPlace[]): Place[] {
  const base = product.price === null ? null : Exact.parse(product.price);
  const nowOf = (variant: Variant | null, options: readonly number[]) => {
    const own = variant?.price ? Exact.parse(variant.price) : base;
    return own && own.plus(addedBy(frame.amounts, options));
  };
  const listed = new Set(rows.map(({ variant }) => variant));
  const told = rows.flatMap(({ row, variant, picked }): Place[] => {
    const options = optionsOf(frame, picked);
    return row.price ? [{ variant, options, now: nowOf(variant, options), price: row.price.value }] : [];
  });
  // What is not in the list costs what it did.
  const others = product.variants.flatMap((variant): Place[] => {
    const options = optionsOf(frame, variant.options);
    const now = nowOf(variant, options);
    return listed.has(variant) || !now ? [] : [{ variant, options, now, price: now }];
  });
  return [...told, ...others];
}

/** Amounts found anew among the options that places have; what others add stays. */
function foundAnew(places: readonly Place[], { amounts }: Frame): FoundAmounts {
  const used = amounts.map((_, choice) =>
    [...new Set(places.map(({ options }) => options[choice] ?? 0))].sort((a, b) => a - b),
  );
  const found = findAmounts(
    places.map(({ price, options }) => ({
      price,
      options: options.map((option, choice) => used[choice]?.indexOf(option) ?? 0),
    })),
    used.map((each) => each.length),
  );
  return {
    ...found,
    amounts: amounts.map((each, choice) =>
      each.map((amount, option) => {
        const place = used[choice]?.indexOf(option) ?? -1;
        return place < 0 ? amount : (found.amounts[choice]?.[place] ?? ZERO);
      }),
    ),
  };
}

/** Writes an amount of money only where it is another one. */
function setMoney(before: string | null, value: Exact | null, currency: string): string | null {
  if (value === null) return null;
  return before !== null && Exact.parse(before)?.equals(value) ? before : moneyText(value, currency);
}

function write({ product, scope }: Priced, frame: Frame, places: readonly Place[], found: FoundAmounts): void {
  const { currency } = scope.catalog.shop;
  product.price = setMoney(product.price, found.base, currency);
  frame.options.forEach((options, choice) =>
    options.forEach((option, place) => {
      const amount = found.amounts[choice]?.[place] ?? ZERO;
      if (!amount.equals(amountOf(option)))
        option.amount = amount.sign() === 0 ? null : { kind: 'fixed', value: moneyText(amount, currency) };
    }),
  );
  places.forEach(({ variant }, place) => {
    if (variant) variant.price = setMoney(variant.price, found.own.get(place) ?? null, currency);
  });
}

/** What a row cost before, as the list says it. Where it says nothing, what is there stays. */
function setWasPrices({ product, scope }: Priced, frame: Frame, rows: readonly RowPlace[]): void {
  const { currency } = scope.catalog.shop;
  // As they are now: prices have been set.
  const amounts = frame.options.map((each) => each.map(amountOf));
  for (const { row, variant, picked } of rows) {
    if (!row.wasPrice) continue;
    const added = addedBy(amounts, optionsOf(frame, picked));
    const owner = variant ?? product;
    owner.wasPrice = setMoney(owner.wasPrice, row.wasPrice.value.minus(added), currency);
  }
}

/**
 * Lets a product cost what a list says, row by row: with the amounts that its options have, and where these don’t hold
 * any more with others. Whatever else it adds for other choices stays.
 */
export function repriced(priced: Priced, rows: readonly RowPlace[]): void {
  if (!rows.some(({ row }) => row.price)) return;
  const { product, group, tell } = priced;
  const frame = frameOf(priced, [
    ...rows.map(({ picked }) => picked),
    ...product.variants.map(({ options }) => options),
  ]);
  if (!frame) {
    tell.note(`${group.title}: its prices are made in another way than base price and amounts, and stay as they are.`);
    return;
  }
  reprice(priced, frame, rows);
  setWasPrices(priced, frame, rows);
}

function reprice(priced: Priced, frame: Frame, rows: readonly RowPlace[]): void {
  const { product, group, mapping, tell } = priced;
  const places = placesOf(priced, frame, rows);
  if (places.every(({ now, price }) => now?.equals(price))) return;
  const kept = pricedWith(places, frame.amounts, product.price === null ? null : Exact.parse(product.price));
  // What a variant leaves out adds nothing, and can't be made to.
  const isWhole = places.every(({ options }) => options.every((option) => option >= 0));
  const anew = mapping.prices === 'amounts' && isWhole ? foundAnew(places, frame) : null;
  const found = anew && kept.own.size > 0 && anew.own.size < kept.own.size ? anew : kept;
  const best = isSound(found) ? found : (anew ?? found);
  const open = best.own.size > 0 && places.some(({ variant }, place) => !variant && best.own.has(place));
  if (open || !isSound(best))
    tell.fault(
      `${group.title}: its prices are no base price with amounts any more, and it has no variants that could have their own. Set its prices in the editor.`,
    );
  else {
    write(priced, frame, places, best);
    if (product.breaks?.gives === 'price')
      tell.note(`${group.title}: what it costs from so many on stays as it is. Look whether that is still right.`);
  }
}
