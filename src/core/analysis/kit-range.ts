import { SOME_DAY } from '../calendar';
import { amountsOf } from '../catalog';
import {
  type CandidateProgram,
  type ComponentProgram,
  type Held,
  inNumbers,
  type KitProgram,
  type Program,
  programWith,
} from '../compile';
import { Exact } from '../number';
import { ANY_QUANTITY, orderable } from '../ordering';
import { kindOfAmount } from '../pricing';
import {
  addedToKit,
  heldOf,
  type PartPriced,
  partsBase,
  pricedOf,
  resolve,
  runFor,
  usualOf,
  type UsualPrices,
  usualPrices,
} from '../run';
import { type Selection } from '../selection';
import { asksQuantity } from './depends-on';

/** The least and the most that is paid for one of a product, or for one unit of it, by who is in no customer group. */
export interface PriceRange {
  readonly from: Exact;
  readonly to: Exact;
  /** UCUM code of the unit the prices are for, null where they are for one item */
  readonly per: string | null;
  /** whether what is typed may add more to it */
  readonly open: boolean;
  /** whether nothing costs less or more; else they are the least and the most that were found */
  readonly isProved: boolean;
  /** selections that cost so much */
  readonly cheapest: Selection;
  readonly dearest: Selection;
  /** of a kit, what its parts come to; absent otherwise */
  readonly parts?: PartEnds;
}

/** How one end of a part's price is found: which product, in which number, and what it costs so. */
export interface PartEnd {
  readonly component: ComponentProgram;
  readonly candidate: CandidateProgram;
  readonly count: number;
  readonly alone: Exact;
  /** a selection of it that costs so much */
  readonly selection: Selection;
}

/** One end of what the parts of a kit come to. */
export interface PartSide {
  readonly ends: readonly PartEnd[];
  /** the base of the kit with them; of a kit with a price of its own, what they add to it */
  readonly base: Exact;
}

/** What the parts of a kit can come to, each part by itself: no rule ties one to another. */
export interface PartEnds {
  readonly low: PartSide;
  readonly high: PartSide;
  readonly open: boolean;
  readonly isProved: boolean;
}

/** So many numbers of a part are looked at one by one. */
const MOST_COUNTS = 12;

/** All numbers in which a part can come; null where they are too many to be looked at one by one. */
export function allCounts({ least, most }: ComponentProgram['quantity']): readonly number[] | null {
  return most - least < MOST_COUNTS ? Array.from({ length: most - least + 1 }, (_, step) => least + step) : null;
}

/** Whether pieces cost otherwise than the first, because a graduated step can begin among them. */
export const isGraduated = ({ breaks }: Program, count: number): boolean =>
  count > 1 && breaks.some(({ counting }) => counting === 'graduated');

/** What a product's own choices and rules add, as it is written. */
export const ownAmounts = ({ product, rules }: Program) => [
  ...product.choices.flatMap(amountsOf),
  ...(rules?.itemEffects ?? []).map(({ effect }) => (effect.kind === 'amount' ? effect.amount : null)),
];

/** What a kit has in its places usually. @param group of the customer; nobody's where nothing is said */
export const usuallyIn = (program: Program, today = SOME_DAY, group: string | null = null): UsualPrices =>
  usualPrices(program, program.defaultQuantity, runFor({ today, group }));

/** A part at an end, as its price in a kit follows from it. */
const pricedAt = (end: Omit<PartEnd, 'alone'>, alone: Exact): PartPriced => ({
  ...end,
  alone,
  once: Exact.zero,
  place: end.component.key,
  isOpen: false,
  inNumber: (count) =>
    pricedOf(
      resolve(end.candidate.program, { ...end.selection, quantity: count }, { stock: null, today: SOME_DAY }),
      count,
    ),
});

/**
 * The ends of what a kit's parts cost, for who is in no customer group.
 *
 * @param rangeOf the range of what one item of a product costs
 * @returns null where a part that belongs to it can't be had
 */
export function partEnds(
  program: Program,
  kit: KitProgram,
  rangeOf: (program: Program) => PriceRange | null,
): PartEnds | null {
  const usual = kit.terms.isOwn ? usuallyIn(program) : null;
  const [low, high]: [PartEnd[], PartEnd[]] = [[], []];
  let [open, isProved] = [false, true];
  for (const component of kit.components) {
    const { least, most, usual: usually } = component.quantity;
    const all = allCounts(component.quantity);
    const counts = all ?? [...new Set([least, usually, most])];
    // What it adds to the kit; of no end at all, what leaving it out does.
    const adds = (end: PartEnd | null): Exact =>
      addedToKit(kit.terms, component, end ? [pricedAt(end, end.alone)] : [], usual?.get(component) ?? null);
    const found = component.candidates.flatMap((candidate) =>
      counts.flatMap((count) => {
        const range = rangeOf(inNumber(candidate.program, count));
        if (!range) return [];
        open ||= range.open;
        isProved &&= range.isProved && (all !== null || !asksQuantity(candidate.program));
        const graduated = isGraduated(candidate.program, count);
        isProved &&= !graduated;
        // Of what is more than usual a price that asks how many may fall where that of one rises.
        isProved &&= !(kit.terms.covers === 'usualPieces' && count > usually && asksQuantity(candidate.program));
        // Beyond a graduated step pieces cost otherwise than the first.
        const ofAll = (price: Exact, selection: Selection) =>
          (graduated
            ? pricedOf(
                resolve(candidate.program, { ...selection, quantity: count }, { stock: null, today: SOME_DAY }),
                count,
              )?.alone
            : null) ?? price.times(Exact.of(count));
        const of = (price: Exact, selection: Selection) => {
          const end: PartEnd = { component, candidate, count, selection, alone: ofAll(price, selection) };
          return { end, adds: adds(end) };
        };
        return [{ from: of(range.from, range.cheapest), to: of(range.to, range.dearest) }];
      }),
    );
    const [first] = found;
    if (!first && !component.optional) return null;
    if (!first) continue;
    const cheapest = found.reduce((best, { from }) => (from.adds.isLess(best.adds) ? from : best), first.from);
    const dearest = found.reduce((best, { to }) => (to.adds.isMore(best.adds) ? to : best), first.to);
    const without = component.optional ? adds(null) : null;
    if (!without || cheapest.adds.isLess(without)) low.push(cheapest.end);
    if (!without?.isMore(dearest.adds)) high.push(dearest.end);
  }
  const side = (ends: readonly PartEnd[]): PartSide => ({ ends, base: baseOfEnds(kit, ends, usual) });
  return { low: side(low), high: side(high), open, isProved };
}

const numbered = new WeakMap<Program, Map<number, Program>>();

/** A product in one number and no other; the same program each time, so that what is known of it is known again. */
export function inNumber(program: Program, count: number): Program {
  const known = numbered.get(program) ?? new Map<number, Program>();
  numbered.set(program, known);
  const made =
    known.get(count) ??
    programWith(program, {
      quantities: inNumbers(orderable({ ...ANY_QUANTITY, minimum: count, maximum: count })),
      defaultQuantity: count,
    });
  known.set(count, made);
  return made;
}

/**
 * What a kit's parts come to at one end, ready to be the base of a product without them; for a kit with a price of its
 * own, what they add to it.
 */
function baseOfEnds({ terms, components }: KitProgram, ends: readonly PartEnd[], usual: UsualPrices | null): Exact {
  const own = terms.isOwn ? NO_OWN_PRICE : null;
  return (
    partsBase(
      { terms, components, slots: [] },
      ends.map((end) => pricedAt(end, end.alone)),
      own,
      () => usual ?? new Map<never, never>(),
    )?.amount ?? Exact.zero
  );
}

const NO_OWN_PRICE = { label: '', kind: 'base', of: null, amount: Exact.zero, per: 'unit', source: 'product' } as const;

/** What stands for a part that is looked at elsewhere, as it is usually. */
function besideOf({ candidates: [usual], quantity, optional, taken }: ComponentProgram): readonly Held[] {
  return usual && (!optional || taken)
    ? [heldOf({ count: quantity.usual, resolution: usualOf(usual, runFor({ today: SOME_DAY })) })]
    : [];
}

/** A kit without its parts, and what is to be added to its prices for them. */
export interface WithoutParts {
  readonly program: Program;
  readonly added: Exact;
}

/**
 * A kit as a plain product that costs what its parts do, so that what is true of its own choices can be found out.
 *
 * @param parts what its parts come to
 */
export function withoutParts(program: Program, parts: Exact): WithoutParts {
  if (program.kit?.components.length !== 0) return makeWithoutParts(program, parts);
  const known = apart.get(program) ?? makeWithoutParts(program, parts);
  apart.set(program, known);
  return known;
}

/** A build without parts is always the same, so that what is known of it is known again. */
const apart = new WeakMap<Program, WithoutParts>();

function makeWithoutParts(program: Program, parts: Exact): WithoutParts {
  const { kit, base, baseFormula, variants } = program;
  if (!kit) return { program, added: Exact.zero };
  // What is put in its slots costs what it does beside them.
  const terms = { ...kit.terms, less: Exact.zero };
  const beside = new Map(kit.components.map((component) => [component.key, besideOf(component)]));
  const plain = programWith(program, {
    kit: kit.slots.length === 0 ? null : { ...kit, components: [], keyOrder: [], isApart: true, beside, terms },
  });
  const hasOwn =
    base.price !== null || baseFormula !== null || [...variants.values()].some(({ price }) => price !== null);
  // A price of its own that is worked out is not what a percentage is taken of alone: the parts are added to it.
  if (kit.terms.isOwn || (hasOwn && (base.unit !== null || baseFormula !== null)))
    return { program: plain, added: parts };
  const together = (base.price ?? Exact.zero).plus(parts);
  return {
    program: programWith(plain, {
      base: {
        ...base,
        price: together,
        wasPrice: null,
        unit: null,
        measured: null,
        charging: null,
        line: { label: 'Base price', kind: 'base', of: null, amount: together, per: 'unit', source: 'product' },
      },
      variants: new Map(
        [...variants].map(([key, variant]) => [
          key,
          { ...variant, wasPrice: null, price: variant.price && variant.price.plus(parts) },
        ]),
      ),
    }),
    added: Exact.zero,
  };
}

/** Whether a price rises with its base, whatever is chosen; and keeps what is added to it, where something is. */
function risesEvenly(program: Program, added: Exact): boolean {
  const shares = ownAmounts(program).flatMap((amount) =>
    amount && kindOfAmount(amount).operation !== 'add'
      ? [{ amount, ofSum: kindOfAmount(amount).operation === 'shareOfSum' }]
      : [],
  );
  const less = shares.reduce(
    (sum, { amount }) => sum + Math.min(0, Exact.parse(amount.value)?.toApproximateNumber() ?? 0),
    0,
  );
  const replaces = (program.rules?.itemEffects ?? []).some(({ setPrice }) => setPrice);
  if (added.sign() !== 0 && (replaces || shares.some(({ ofSum }) => ofSum))) return false;
  return less > -100 && !program.formulas.some(({ compiled }) => compiled.uses.has('base'));
}

/** A selection of a kit’s own choices, with what is said of its parts. */
export function withParts(
  own: Selection,
  { components }: KitProgram,
  ends: readonly Omit<PartEnd, 'alone'>[],
): Selection {
  const parts = components.map(({ key }) => {
    const end = ends.find(({ component }) => component.key === key);
    return [
      key,
      end ? { ...end.selection, product: end.candidate.product, quantity: end.count } : { answers: {}, quantity: 0 },
    ] as const;
  });
  return { ...own, parts: Object.fromEntries(parts) };
}

/**
 * The range of a kit's price: of what its own choices make of what its parts come to at least and at most.
 *
 * @param rangeOf the range of what one item of a product costs
 */
export function kitRange(
  program: Program,
  kit: KitProgram,
  rangeOf: (program: Program) => PriceRange | null,
): PriceRange | null {
  const ends = partEnds(program, kit, rangeOf);
  if (!ends) return null;
  const sideAt = ({ ends: side, base }: PartSide) => {
    const { program: plain, added } = withoutParts(program, base);
    const range = rangeOf(plain);
    return range && { range, added, side, isProved: range.isProved && risesEvenly(program, added) };
  };
  const high = sideAt(ends.high);
  // Without parts there is only one side to look at.
  // At the least of its parts nothing may be left to sell, as where more is taken off than there is: then what is known
  // is what the most leaves.
  const low = (kit.components.length === 0 ? high : sideAt(ends.low)) ?? (high && { ...high, isProved: false });
  if (!low || !high) return null;
  const [from, to] = [low.range.from.plus(low.added), high.range.to.plus(high.added)];
  const [cheapest, dearest] = [
    withParts(low.range.cheapest, kit, low.side),
    withParts(high.range.dearest, kit, high.side),
  ];
  const sells = (selection: Selection, price: Exact) => {
    const { state, unitPrice } = resolve(program, selection, { stock: null, today: SOME_DAY });
    return state === 'sellable' && unitPrice?.equals(price) === true;
  };
  return {
    // What would come to less than nothing is not sold; where that begins is not looked for.
    from: from.sign() < 0 ? Exact.zero : from,
    to,
    per: null,
    open: ends.open || low.range.open || high.range.open,
    cheapest,
    dearest,
    parts: ends,
    isProved: ends.isProved && low.isProved && high.isProved && sells(cheapest, from) && sells(dearest, to),
  };
}
