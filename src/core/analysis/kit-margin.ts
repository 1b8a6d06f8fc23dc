import {
  type CandidateProgram,
  type ComponentProgram,
  formulaInputsOf,
  type KitProgram,
  type Program,
  programsWithin,
  programWith,
} from '../compile';
import { Exact } from '../number';
import { coversUsual, kindOfAmount, type KitTerms } from '../pricing';
import { resolve } from '../run';
import { asksQuantity } from './depends-on';
import { inPieces, wordsWithParts } from './example';
import {
  allCounts,
  inNumber,
  isGraduated,
  ownAmounts,
  type PartEnd,
  withoutParts,
  withParts,
  usuallyIn,
} from './kit-range';
import { type KitCase, kitCases } from './kit-cases';
import { type Asked, boundOf, type Found, LEAST_SEARCHING, type LowestMargin, type LowestOf } from './earned';
import { groupsThatDiffer } from './model';

const HUNDRED = Exact.of(100);

/**
 * In which numbers a part is looked at. Of one that costs the same in any number what is left rises or falls evenly,
 * and is least at an end.
 *
 * @returns null where that are too many
 */
function countsOf(quantity: ComponentProgram['quantity'], { program }: CandidateProgram): readonly number[] | null {
  return allCounts(quantity) ?? (asksQuantity(program) ? null : [quantity.least, quantity.most]);
}

/**
 * So much stands for what parts cost while a kit is looked at by itself: more than anything that is taken off, and
 * little enough for sums of binary fractions to be exact to a billionth.
 */
const insteadOfParts = ({ places }: Program) => Exact.of(10 ** (7 - Math.min(places, 4)));

/**
 * The lowest margin of a kit or build. No rule ties one part to another or to the kit's own choices, and what parts
 * cost is added up: so what is left of it is least where it is least of each part and of the kit by itself, with what
 * is put in its slots. Of each customer group by itself, because a kit is bought by one customer.
 */
export function lowestOfKit(program: Program, kit: KitProgram, asked: Asked, lowestOf: LowestOf): LowestMargin {
  if (!addsUp(program, kit)) return { kind: 'notLookedAt' };
  const cases = kitCases(program, kit);
  if (!cases) return { kind: 'notLookedAt' };
  const groups = program.pricedFor ?? [...new Set([program, ...programsWithin(program)].flatMap(groupsThatDiffer))];
  const each = shared(asked, kit, groups.length * cases.length);
  const found = groups.flatMap((group) => cases.map((one) => lowestFor(group, { program, kit, one }, each, lowestOf)));
  if (found.some(({ kind }) => kind === 'notLookedAt')) return { kind: 'notLookedAt' };
  const worst = leastBy(
    found.filter((one) => one.kind === 'found'),
    ({ value }) => value,
  );
  if (!worst) return { kind: found.some(({ kind }) => kind === 'notFound') ? 'notFound' : 'nothingSold' };
  const bound = leastBound(found.filter(({ kind }) => kind !== 'nothingSold').map((one) => one.bound));
  if (bound && !bound.isLess(worst.value.minus(worst.slack))) return { kind: 'proved', ...worst.margin };
  return { kind: 'found', ...worst.margin, bound: bound?.rounded(6).toString() ?? null, open: [] };
}

/**
 * Whether what a kit costs is the sum of what its parts and its own choices add, each by itself, as far as {@link
 * kitCases} can part what is not.
 */
function addsUp(program: Program, { components, terms }: KitProgram): boolean {
  const { rules, formulas, base, baseFormula } = program;
  if (base.unit !== null || baseFormula !== null) return false;
  if (
    components.some(({ quantity, candidates }) =>
      candidates.some((candidate) => countsOf(quantity, candidate) === null),
    )
  )
    return false;
  if (
    (rules?.itemEffects ?? []).some(
      ({ effect, setPrice }) =>
        setPrice !== null || (effect.kind === 'amount' && kindOfAmount(effect.amount).operation !== 'add'),
    )
  )
    return false;
  // Beside a price of its own what takes something off could come below nothing by itself, and not with its parts.
  if (
    terms.isOwn &&
    (ownAmounts(program).some((amount) => amount?.value.startsWith('-')) ||
      formulas.some(({ serves }) => serves.kind === 'amount'))
  )
    return false;
  return formulas.every(({ compiled }, place) => !compiled.uses.has('base') && !formulaInputsOf(program, place).parts);
}

/** The same, where each of many looks takes its share of the time. @param times so many times all of it is looked at */
function shared(asked: Asked, { components }: KitProgram, times: number): Asked {
  const looks =
    times *
    (1 +
      components.reduce(
        (sum, { candidates, quantity }) =>
          sum + candidates.reduce((looked, candidate) => looked + (countsOf(quantity, candidate)?.length ?? 0), 0),
        0,
      ));
  return {
    ...asked,
    limits: { ...asked.limits, searching: Math.max(LEAST_SEARCHING, Math.floor(asked.limits.searching / looks)) },
  };
}

/** Why nothing that can be sold was found. */
type NoneFound = 'nothingSold' | 'notFound' | 'notLookedAt';

/** The lowest margin for who is in one group. Nothing comes to less than its bound; null where that is not known. */
type LowestFor =
  | {
      readonly kind: 'found';
      readonly margin: Found;
      /** so much of the price as is kept, less what it costs */
      readonly value: Exact;
      readonly bound: Exact | null;
      /** what rounding may take of it */
      readonly slack: Exact;
    }
  | { readonly kind: NoneFound; readonly bound: Exact | null };

const noneFound = (kind: NoneFound, bound: Exact | null = null): LowestFor => ({ kind, bound });

/** A kit in one of the cases in which it is bought. */
interface CaseOf {
  readonly program: Program;
  readonly kit: KitProgram;
  readonly one: KitCase;
}

function lowestFor(
  group: string | null,
  { program, kit, one: { program: inCase, share } }: CaseOf,
  { today, costs, kept, limits }: Asked,
  lowestOf: LowestOf,
): LowestFor {
  const of = (one: Program, share: Exact) =>
    lowestOf(programWith(one, { pricedFor: [group] }), today, costs, HUNDRED.minus(HUNDRED.times(share)), limits);
  // What is taken off would come below nothing without the parts: so they cost something here, which is taken away
  // again.
  const instead = kit.terms.isOwn ? Exact.zero : insteadOfParts(program);
  const own = of(withoutParts(inCase, instead).program, kept);
  const keptOfParts = kept.times(share);
  const usual = kit.terms.isOwn ? usuallyIn(program, today, group) : null;
  const parts = kit.components.map((component) =>
    lowestPart(component, { terms: kit.terms, kept: keptOfParts, usual: usual?.get(component)?.alone ?? null, of }),
  );
  const looked = parts.filter((part) => typeof part === 'object');
  const ends = looked.flatMap(({ end }) => end ?? []);
  for (const why of ['notLookedAt', 'nothingSold', 'notFound'] as const)
    if (own.kind === why || parts.includes(why)) return noneFound(why);
  if (!('margin' in own)) return noneFound('notFound');
  // More is taken off than anybody would: what comes below nothing then is not known.
  if (Exact.from(own.price).plus(Exact.from(own.price)).isLess(instead.times(share))) return noneFound('notLookedAt');
  const less = kit.terms.less.plus(instead).times(keptOfParts);
  const bounds = [boundOf(own, kept), ...looked.map(({ bound }) => bound)];
  const bound = bounds.reduce<Exact | null>((sum, one) => (sum && one ? sum.plus(one) : null), less.negated());
  const selection = withParts(own.selection, kit, ends);
  const {
    state,
    unitPrice,
    cost,
    counted,
    parts: shown,
  } = resolve(program, selection, { stock: null, today, group, costs });
  // Half a minor unit for each price that is rounded before it is added up, and for what comes of it.
  const pieces = ends.reduce((sum, { count }) => sum + count, 0) + kit.slots.reduce((sum, { most }) => sum + most, 0);
  const slack = Exact.of(1, 2 * 10 ** program.places).times(Exact.of(2 + pieces));
  // What leaves least of each part may not fit together.
  if (state !== 'sellable' || !unitPrice || !cost)
    return noneFound(program.fits.length > 0 ? 'notLookedAt' : 'notFound', bound);
  const text = (amount: Exact) => amount.rounded(6).toString();
  return {
    kind: 'found',
    margin: {
      selection,
      group,
      words: [wordsWithParts(program, { counted, parts: shown }), ...inPieces(program, selection.quantity)].join(' · '),
      margin: text(unitPrice.minus(cost.known)),
      cost: text(cost.known),
      price: text(unitPrice),
    },
    value: unitPrice.times(kept).minus(cost.known),
    bound,
    slack,
  };
}

/**
 * How what is paid for a part follows from what it costs alone: so much of that, less so much; or nothing, where that
 * is more.
 */
interface Paid {
  readonly share: Exact;
  readonly less: Exact;
  /** whether it is never less than nothing */
  readonly atLeastNothing: boolean;
  /** whether that is not the whole of how it follows */
  readonly isLoose: boolean;
}

/** What is paid for so many of a part. @param usual what it costs usually; null where nothing comes in its place */
function paidFor(
  { terms, kept, usual }: Pick<PartAsked, 'terms' | 'kept' | 'usual'>,
  { quantity }: ComponentProgram,
  count: number,
  { program }: CandidateProgram,
): Paid {
  const whole: Paid = { share: kept.times(terms.share), less: Exact.zero, atLeastNothing: false, isLoose: false };
  if (!usual || !coversUsual(terms)) return whole;
  if (terms.covers === 'usual') return { ...whole, less: usual.times(kept), atLeastNothing: !terms.cheaperLess };
  const more = Math.max(0, count - quantity.usual);
  // What is more than usual is paid: so much of all of it, as long as each piece costs the same.
  return {
    share: kept.times(Exact.of(more, count)),
    less: Exact.zero,
    atLeastNothing: false,
    isLoose: more > 0 && asksQuantity(program),
  };
}

/** What is left of a part at the least. */
interface LowestPart {
  /** null where it is least without it */
  readonly end: Omit<PartEnd, 'alone'> | null;
  readonly value: Exact;
  readonly bound: Exact | null;
}

/** What a part is looked at with. */
interface PartAsked {
  readonly terms: KitTerms;
  /** so much of what is paid for parts is kept */
  readonly kept: Exact;
  readonly usual: Exact | null;
  /** the lowest margin of a product of whose price so much is kept */
  of(program: Program, share: Exact): LowestMargin;
}

/** What is left of a part at the least. */
function lowestPart(component: ComponentProgram, { terms, kept, usual, of }: PartAsked): LowestPart | NoneFound {
  const { quantity, candidates, optional } = component;
  const isOff = terms.covers === 'usual' && terms.cheaperLess;
  const without = isOff && usual ? usual.times(kept).negated() : Exact.zero;
  const ways: LowestPart[] = optional ? [{ end: null, value: without, bound: without }] : [];
  for (const candidate of candidates) {
    for (const count of countsOf(quantity, candidate) ?? []) {
      const paid = paidFor({ terms, kept, usual }, component, count, candidate);
      const program = inNumber(candidate.program, count);
      // Where nothing is paid for what is cheaper, what costs most may leave least.
      const looks = [of(program, paid.share), ...(paid.atLeastNothing ? [of(program, Exact.zero)] : [])];
      if (looks.some(({ kind }) => kind === 'nothingSold')) continue;
      const found = looks.filter((one) => 'margin' in one);
      if (found.length < looks.length)
        return looks.some(({ kind }) => kind === 'notLookedAt') ? 'notLookedAt' : 'notFound';
      const all = Exact.of(count);
      const leftOf = (one: (typeof found)[number]): Exact => {
        const more = Exact.from(one.price).times(all).times(paid.share).minus(paid.less);
        return (paid.atLeastNothing && more.sign() < 0 ? Exact.zero : more).minus(Exact.from(one.cost).times(all));
      };
      const [first, second] = found;
      if (!first) continue;
      const worst = second && leftOf(second).isLess(leftOf(first)) ? second : first;
      // Beyond a graduated step pieces cost otherwise than the first.
      const isKnown = !isGraduated(candidate.program, count) && !paid.isLoose;
      const bounds = [
        boundOf(first, paid.share)?.times(all).minus(paid.less),
        second && boundOf(second, Exact.zero)?.times(all),
      ].flatMap((one) => one ?? []);
      const bound =
        isKnown && bounds.length === found.length
          ? bounds.reduce<Exact | null>((most, one) => (most && !one.isMore(most) ? most : one), null)
          : null;
      ways.push({ end: { component, candidate, count, selection: worst.selection }, value: leftOf(worst), bound });
    }
  }
  const least = leastBy(ways, ({ value }) => value);
  return least ? { ...least, bound: leastBound(ways.map(({ bound }) => bound)) } : 'nothingSold';
}

/** The one of which something is least, the first of several such. */
function leastBy<T>([first, ...others]: readonly T[], of: (one: T) => Exact): T | undefined {
  return first && others.reduce((least, one) => (of(one).isLess(of(least)) ? one : least), first);
}

/** The least of bounds; null where one of them is not known. */
function leastBound(bounds: readonly (Exact | null)[]): Exact | null {
  const known = bounds.filter((bound) => bound !== null);
  return known.length < bounds.length ? null : (leastBy(known, (bound) => bound) ?? null);
}
