import { SOME_DAY } from '../calendar';
import { type Choice, hasOptions, type SoldBy } from '../catalog';
import { type Program } from '../compile/program';
import { Exact } from '../number';
import { type Amount, countedChoice, kindOfAmount } from '../pricing';
import { conversionFactor, unitByCode } from '../quantity';
import { resolvePart } from '../run';
import { resolve } from '../run/resolve';

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

/** What the least measures with the options first chosen come to: where a price is worked out, it begins about there. */
function leastByFormula(program: Program): Exact | null {
  const answers = Object.fromEntries(
    program.product.choices.flatMap((choice): [string, unknown][] => {
      if (choice.kind === 'measure' || choice.kind === 'number') return [[choice.key, choice.min ?? choice.default ?? '1']];
      if ('stocked' in choice && choice.default === null && choice.required) return [[choice.key, choice.options[0]?.key ?? null]];
      return [];
    }),
  );
  return resolve(program, { answers }, { stock: null, today: SOME_DAY }).unitPrice;
}

type Pick = (a: Exact, b: Exact) => Exact;

const least: Pick = (a, b) => (b.isLess(a) ? b : a);
const most: Pick = (a, b) => (b.isMore(a) ? b : a);

/**
 * Sums the cheapest and the dearest answers over a product's choices, in the order of the page.
 *
 * @returns null while the product has no price that can be read
 */
export function priceRange(program: Program): PriceRange | null {
  const { product, baseFormula } = program;
  if (baseFormula !== null) {
    const least = leastByFormula(program);
    return least && { from: least, to: least, per: null, open: true };
  }
  const prices = [product.price, ...product.variants.map(({ price }) => price)].flatMap((text) => (text === null ? [] : (Exact.parse(text) ?? [])));
  const everyVariantPriced = product.variants.length > 0 && product.variants.every(({ price }) => price !== null);
  const bases = everyVariantPriced ? prices.slice(product.price === null ? 0 : 1) : prices;
  const [first, ...others] = bases;
  if (!first) return null;

  let open = false;
  const span = (base: Exact, pick: Pick): Exact => {
    let sum = base;
    for (const step of program.priceSteps) {
      switch (step.kind) {
        case 'choice': {
          const choice = product.choices[step.choice];
          if (!choice) break;
          const flat = (amount: Amount | null): Exact => {
            const value = flatAmount(amount, { base, sum }, choice.key, product.soldBy);
            if (value === null) open = true;
            return value ?? Exact.zero;
          };
          sum = sum.plus(choiceAmount(choice, flat, pick));
          break;
        }
        case 'part': {
          const choice = product.choices[step.part.choice];
          const most = choice?.kind === 'addOn' ? choice.mostQuantity : 1;
          const price = resolvePart(step.part, { today: SOME_DAY }, resolve).price?.each ?? Exact.zero;
          sum = sum.plus(pick(Exact.zero, price.times(Exact.of(most))));
          break;
        }
        case 'formula':
          open = true;
          break;
        case 'rule':
          // What rules do is found by the analysis, which knows what goes together.
          break;
      }
    }
    return sum;
  };
  return {
    from: span(others.reduce(least, first), least),
    to: span(others.reduce(most, first), most),
    per: product.soldBy.kind === 'each' ? null : product.soldBy.unit,
    open,
  };
}

/** The cheapest or dearest answer to a choice, of what its amounts come to. */
function choiceAmount(choice: Choice, flat: (amount: Amount | null) => Exact, pick: Pick): Exact {
  if (choice.kind === 'several') return severalAmount(choice, choice.options.map(({ amount }) => flat(amount)), pick);
  if (hasOptions(choice)) {
    const values = choice.options.map(({ amount }) => flat(amount));
    const candidates = choice.ownQuantity ? [...values, ...values.map((value) => value.times(Exact.of(choice.mostEach)))] : values;
    const [head, ...rest] = choice.required ? candidates : [Exact.zero, ...candidates];
    return head ? rest.reduce(pick, head) : Exact.zero;
  }
  if (!('amount' in choice)) return Exact.zero;
  const value = flat(choice.amount);
  return choice.required && choice.kind !== 'yesNo' ? value : pick(Exact.zero, value);
}

/** The cheapest or dearest that may be picked of several: as few or as many as are right. */
function severalAmount(choice: Extract<Choice, { kind: 'several' }>, amounts: readonly Exact[], pick: Pick): Exact {
  const times = Exact.of(choice.ownQuantity ? choice.mostEach : 1);
  const sorted = amounts.map((amount) => pick(amount, amount.times(times))).sort((a, b) => (pick(a, b) === a ? -1 : 1));
  const fewest = choice.least ?? 1;
  const greatest = Math.min(choice.most ?? sorted.length, sorted.length);
  let sum = Exact.zero;
  let best: Exact | null = choice.required ? null : Exact.zero;
  sorted.slice(0, greatest).forEach((amount, index) => {
    sum = sum.plus(amount);
    if (index + 1 >= fewest) best = best ? pick(best, sum) : sum;
  });
  return best ?? Exact.zero;
}

/**
 * What an amount adds to the price that a list shows: that of one item, or of one unit where a product is sold by
 * measure. There an amount for the whole piece has no place, and one per unit of that measure has.
 *
 * @param own key of the choice it belongs to
 * @returns null for an amount that depends on what is typed
 */
function flatAmount(amount: Amount | null, { base, sum }: { base: Exact; sum: Exact }, own: string, soldBy: SoldBy): Exact | null {
  const value = amount && Exact.parse(amount.value);
  if (!amount || !value || value.sign() === 0) return Exact.zero;
  const { operation, per, counts, unit } = kindOfAmount(amount);
  if (per === 'line') return Exact.zero;
  if (operation !== 'add') return (operation === 'shareOfBase' ? base : sum).times(value).over(HUNDRED);
  if (counts === null) return soldBy.kind === 'each' ? value : null;
  const code = unit(amount);
  if (code === null || soldBy.kind !== 'measure' || (countedChoice(amount) ?? own) !== soldBy.measure) return null;
  const [shown, wanted] = [unitByCode(soldBy.unit), unitByCode(code)];
  return shown && wanted && shown.dimension === wanted.dimension ? value.times(conversionFactor(shown, wanted)) : null;
}
