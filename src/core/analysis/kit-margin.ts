import { type CandidateProgram, type ComponentProgram, formulaInputsOf, type KitPrice, type KitProgram, type Program, programsWithin } from '../compile';
import { Exact } from '../number';
import { kindOfAmount } from '../pricing';
import { plainPrice, resolve } from '../run';
import { asksQuantity } from './depends-on';
import { inPieces, wordsWithParts } from './example';
import { allCounts, inNumber, isGraduated, ownAmounts, type PartEnd, withoutParts, withParts } from './kit-range';
import { type KitCase, kitCases } from './kit-cases';
import { type Asked, boundOf, type Found, LEAST_SEARCHING, type LowestMargin, type LowestOf, valueOf } from './earned';
import { groupsThatDiffer } from './model';

const HUNDRED = Exact.of(100);

/**
 * In which numbers a part is looked at. Of one that costs the same in any number what is left rises or falls evenly, and is
 * least at an end.
 *
 * @returns null where that are too many
 */
function countsOf(quantity: ComponentProgram['quantity'], { program }: CandidateProgram): readonly number[] | null {
  return allCounts(quantity) ?? (asksQuantity(program) ? null : [quantity.least, quantity.most]);
}

/**
 * So much stands for what parts cost while a kit is looked at by itself: more than anything that is taken off, and little
 * enough for sums of binary fractions to be exact to a billionth.
 */
const insteadOfParts = ({ places }: Program) => Exact.of(10 ** (7 - Math.min(places, 4)));

/**
 * The lowest margin of a kit or build. No rule ties one part to another or to the kit's own choices, and what parts
 * cost is added up: so what is left of it is least where it is least of each part and of the kit by itself, with what is
 * put in its slots. Of each customer group by itself, because a kit is bought by one customer.
 */
export function lowestOfKit(program: Program, kit: KitProgram, asked: Asked, lowestOf: LowestOf): LowestMargin {
  if (!addsUp(program, kit)) return { kind: 'notLookedAt' };
  const cases = kitCases(program, kit);
  if (!cases) return { kind: 'notLookedAt' };
  const groups = program.pricedFor ?? [...new Set([program, ...programsWithin(program)].flatMap(groupsThatDiffer))];
  const each = shared(asked, kit, groups.length * cases.length);
  const found = groups.flatMap((group) => cases.map((one) => lowestFor(group, program, kit, one, each, lowestOf)));
  if (found.some(({ kind }) => kind === 'notLookedAt')) return { kind: 'notLookedAt' };
  const worst = leastBy(found.filter((one) => one.kind === 'found'), ({ value }) => value);
  if (!worst) return { kind: found.some(({ kind }) => kind === 'notFound') ? 'notFound' : 'nothingSold' };
  const bound = leastBound(found.filter(({ kind }) => kind !== 'nothingSold').map((one) => one.bound));
  if (bound && !bound.isLess(worst.value.minus(worst.slack))) return { kind: 'proved', ...worst.margin };
  return { kind: 'found', ...worst.margin, bound: bound?.rounded(6).toString() ?? null, open: [] };
}

/** Whether what a kit costs is the sum of what its parts and its own choices add, each by itself, as far as {@link kitCases} can part what is not. */
function addsUp(program: Program, { components, price }: KitProgram): boolean {
  const { rules, formulas, base, baseFormula } = program;
  if (base.unit !== null || baseFormula !== null) return false;
  if (components.some(({ quantity, candidates }) => candidates.some((candidate) => countsOf(quantity, candidate) === null))) return false;
  if ((rules?.itemEffects ?? []).some(({ effect, setPrice }) => setPrice !== null || (effect.kind === 'amount' && kindOfAmount(effect.amount).operation !== 'add'))) return false;
  // Beside a price of its own what takes something off could come below nothing by itself, and not with its parts.
  if (price.kind === 'own' && (ownAmounts(program).some((amount) => amount?.value.startsWith('-')) || formulas.some(({ serves }) => serves.kind === 'amount'))) return false;
  return formulas.every(({ compiled }, place) => !compiled.uses.has('base') && !formulaInputsOf(program, place).parts);
}

/** The same, where each of many looks takes its share of the time. @param times so many times all of it is looked at */
function shared(asked: Asked, { components }: KitProgram, times: number): Asked {
  const looks = times * (1 + components.reduce((sum, { candidates, quantity }) => sum + candidates.reduce((looked, candidate) => looked + (countsOf(quantity, candidate)?.length ?? 0), 0), 0));
  return { ...asked, limits: { ...asked.limits, searching: Math.max(LEAST_SEARCHING, Math.floor(asked.limits.searching / looks)) } };
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

function lowestFor(group: string | null, program: Program, kit: KitProgram, { program: inCase, share }: KitCase, { today, costs, kept, limits }: Asked, lowestOf: LowestOf): LowestFor {
  const of = (one: Program, share: Exact) => lowestOf({ ...one, pricedFor: [group] }, today, costs, HUNDRED.minus(HUNDRED.times(share)), limits);
  // What is taken off would come below nothing without the parts: so they cost something here, which is taken away again.
  const instead = kit.price.kind === 'own' ? Exact.zero : insteadOfParts(program);
  const own = of(withoutParts(inCase, instead).program, kept);
  const keptOfParts = kept.times(share);
  const ofParts = shareOfParts(kit.price, keptOfParts);
  const parts = kit.components.map((component) => lowestPart(component, (one) => of(one, ofParts), ofParts, includedIn(kit.price, component).times(keptOfParts)));
  const looked = parts.filter((part) => typeof part === 'object');
  const ends = looked.flatMap(({ end }) => end ?? []);
  for (const why of ['notLookedAt', 'nothingSold', 'notFound'] as const) if (own.kind === why || parts.includes(why)) return noneFound(why);
  if (!('margin' in own)) return noneFound('notFound');
  // More is taken off than anybody would: what comes below nothing then is not known.
  if (Exact.from(own.price).plus(Exact.from(own.price)).isLess(instead.times(share))) return noneFound('notLookedAt');
  const less = (kit.price.kind === 'lessAmount' ? kit.price.amount : Exact.zero).plus(instead).times(keptOfParts);
  const bounds = [boundOf(own, kept), ...looked.map(({ bound }) => bound)];
  const bound = bounds.reduce<Exact | null>((sum, one) => (sum && one ? sum.plus(one) : null), less.negated());
  const selection = withParts(own.selection, kit, ends);
  const { state, unitPrice, cost, counted, parts: shown } = resolve(program, selection, { stock: null, today, group, costs });
  // Half a minor unit for each price that is rounded before it is added up, and for what comes of it.
  const pieces = ends.reduce((sum, { count }) => sum + count, 0) + kit.slots.reduce((sum, { most }) => sum + most, 0);
  const slack = Exact.of(1, 2 * 10 ** program.places).times(Exact.of(2 + pieces));
  // What leaves least of each part may not fit together.
  if (state !== 'sellable' || !unitPrice || !cost) return noneFound(program.fits.length > 0 ? 'notLookedAt' : 'notFound', bound);
  const text = (amount: Exact) => amount.rounded(6).toString();
  return {
    kind: 'found',
    margin: { selection, group, words: [wordsWithParts(program, { counted, parts: shown }), ...inPieces(program, selection.quantity)].join(' · '), margin: text(unitPrice.minus(cost.known)), cost: text(cost.known), price: text(unitPrice) },
    value: unitPrice.times(kept).minus(cost.known),
    bound, slack,
  };
}

/** So much of what a part costs alone is there to pay what supplying it costs. */
export function shareOfParts(price: KitPrice, kept: Exact): Exact {
  switch (price.kind) {
    case 'sum':
    case 'lessAmount':
      return kept;
    case 'lessPercent':
      return kept.times(HUNDRED.minus(price.percent).over(HUNDRED));
    case 'own':
      return price.extras === 'onTop' ? kept : Exact.zero;
  }
}

/** What of a part the kit's own price covers: what it costs as it usually is. */
function includedIn(price: KitPrice, { optional, quantity, candidates: [usual] }: ComponentProgram): Exact {
  return price.kind === 'own' && price.extras === 'onTop' && !optional && usual ? plainPrice(usual.program).times(Exact.of(quantity.least)) : Exact.zero;
}

/** What is left of a part at the least. */
interface LowestPart {
  /** null where it is least without it */
  readonly end: Omit<PartEnd, 'alone'> | null;
  readonly value: Exact;
  readonly bound: Exact | null;
}

/** What is left of a part at the least. @param included what is paid for it with the kit’s own price, as far as it is kept */
function lowestPart(component: ComponentProgram, of: (program: Program) => LowestMargin, share: Exact, included: Exact): LowestPart | NoneFound {
  const { quantity, candidates, optional } = component;
  const ways: LowestPart[] = optional ? [{ end: null, value: Exact.zero, bound: Exact.zero }] : [];
  for (const candidate of candidates) {
    for (const count of countsOf(quantity, candidate) ?? []) {
      const found = of(inNumber(candidate.program, count));
      if (found.kind === 'nothingSold') continue;
      if (!('margin' in found)) return found.kind === 'notLookedAt' ? 'notLookedAt' : 'notFound';
      const inAll = (ofOne: Exact) => ofOne.times(Exact.of(count)).minus(included);
      // Beyond a graduated step pieces cost otherwise than the first.
      const bound = isGraduated(candidate.program, count) ? null : boundOf(found, share);
      ways.push({ end: { component, candidate, count, selection: found.selection }, value: inAll(valueOf(found, share)), bound: bound && inAll(bound) });
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
