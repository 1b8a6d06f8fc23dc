import { type KitProgram, type Program, programWith } from '../../compile';
import { Exact } from '../../number';
import { coversUsual, kindOfAmount } from '../../pricing';
import {
  type Asked,
  boundOf,
  type Found,
  type FoundMargin,
  LEAST_SEARCHING,
  leastOf,
  type LowestMargin,
  valueOf,
} from './earned';
import { allCounts } from '../model/in-number';
import { type KitCase, kitCases } from './kit-cases';
import { groupsThatDiffer } from '../model/model-of';
import { asksPrices } from '../model/ways-in';

/** How what stands in the places of a kit is looked at for what it leaves. */
export type LookForLeft =
  /** what each leaves of so much of its price as is kept, where prices only add up */
  | { readonly kind: 'left'; readonly share: Exact; readonly group: string | null }
  /** what each costs, and its price by itself */
  | { readonly kind: 'cost'; readonly group: string | null };

/** Finds the lowest margin of a kit for one group, in one case in which it is bought. */
export type LowestIn = (program: Program, look: LookForLeft, asked: Asked) => LowestMargin;

/**
 * The lowest margin of a kit or build, of each customer group by itself, because a kit is bought by one customer. Where
 * its price is a sum of what its parts and its own choices add, in each of the cases in which it is bought, what each
 * part leaves is one figure; else prices and costs are looked at apart.
 */
export function lowestOfKit(program: Program, kit: KitProgram, asked: Asked, lowestIn: LowestIn): LowestMargin {
  const isSum = addsUp(program) && !isCoveredTogether(kit) && !asksPrices(program);
  const cases = isSum ? kitCases(program, kit) : null;
  const groups = program.pricedFor ?? groupsThatDiffer(program);
  const each = shared(asked, kit, groups.length * (cases?.length ?? 1));
  const found = groups.flatMap((group) => {
    const of = (one: Program, look: LookForLeft) => lowestIn(programWith(one, { pricedFor: [group] }), look, each);
    return cases
      ? cases.map((one: KitCase) => of(one.program, { kind: 'left', share: asked.kept.times(one.share), group }))
      : [of(program, { kind: 'cost', group })];
  });
  return worstOf(found, program, kit, asked.kept);
}

/** Whether all that is in a slot together may be paid nothing for, so that what each leaves is not told. */
const isCoveredTogether = ({ slots, terms }: KitProgram): boolean =>
  slots.length > 0 && coversUsual(terms) && !terms.cheaperLess;

/** Whether what a kit costs is a sum, as far as {@link kitCases} can part what is not. */
function addsUp({ rules, base, baseFormula, formulas }: Program): boolean {
  return (
    base.unit === null &&
    baseFormula === null &&
    !formulas.some(({ compiled }) => compiled.uses.has('base')) &&
    (rules?.itemEffects ?? []).every(
      ({ effect, setPrice }) =>
        setPrice === null && (effect.kind !== 'amount' || kindOfAmount(effect.amount).operation === 'add'),
    )
  );
}

/** The same, where each of many looks takes its share of the time. @param times so many times all of it is looked at */
function shared(asked: Asked, { components, slots }: KitProgram, times: number): Asked {
  const inParts = components.reduce(
    (sum, { candidates, quantity }) => sum + candidates.length * (allCounts(quantity)?.length ?? 3),
    0,
  );
  const inSlots = slots.reduce((sum, { component }) => sum + component.candidates.length, 0);
  const looks = times * (1 + inParts + inSlots);
  return {
    ...asked,
    limits: { ...asked.limits, searching: Math.max(LEAST_SEARCHING, Math.floor(asked.limits.searching / looks)) },
  };
}

/** What was found, without how far it is proved. */
function foundIn(margin: FoundMargin): Found {
  if (margin.kind === 'proved') return margin;
  const { bound: _bound, open: _open, ...found } = margin;
  return found;
}

/** The worst of what was found for each group and in each case, and how far that is proved. */
function worstOf(
  found: readonly LowestMargin[],
  { places }: Program,
  { components, slots }: KitProgram,
  kept: Exact,
): LowestMargin {
  const missing = found.find(({ kind }) => kind === 'costsMissing');
  if (missing) return missing;
  if (found.some(({ kind }) => kind === 'notLookedAt')) return { kind: 'notLookedAt' };
  const sold = found.filter((one) => 'margin' in one);
  const [first, ...others] = sold;
  const isKnown = !found.some(({ kind }) => kind === 'notFound');
  if (!first) return { kind: isKnown ? 'nothingSold' : 'notFound' };
  const worst = others.reduce<FoundMargin>(
    (least, one) => (valueOf(one, kept).isLess(valueOf(least, kept)) ? one : least),
    first,
  );
  const bound = leastOf(sold.map((one) => boundOf(one, kept)));
  const same = foundIn(worst);
  // Half a minor unit for each price that is rounded before it is added up, and for what comes of it.
  const pieces =
    components.reduce((sum, { quantity }) => sum + quantity.most, 0) + slots.reduce((sum, { most }) => sum + most, 0);
  const slack = Exact.of(1, 2 * 10 ** places).times(Exact.of(2 + pieces));
  if (isKnown && bound && !bound.isLess(valueOf(worst, kept).minus(slack))) return { ...same, kind: 'proved' };
  const limit = isKnown && bound ? bound.rounded(6).toString() : null;
  return { ...same, kind: 'found', bound: limit, open: [] };
}
