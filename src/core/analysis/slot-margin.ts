import { type KitProgram, type Program, programWith } from '../compile';
import { Exact } from '../number';
import { asksQuantity } from './depends-on';
import { type Asked, boundOf, LEAST_SEARCHING, type LowestOf, type MarginLimits, valueOf } from './earned';
import { inNumber } from './kit-range';
import { itemRange } from './price-range';
import { type Look } from './slots';

const HUNDRED = Exact.of(100);

/**
 * What can be put in the slots of a build, each by what it leaves least: no rule tells the answers of one from those of
 * another, so what is left of the build is least where it is least of each, as far as they fit.
 */
export function lookInSlots(
  { pricedFor }: Program,
  { slots, terms }: KitProgram,
  { today, costs, kept, limits }: Asked,
  lowestOf: LowestOf,
): Look {
  const share = kept.times(terms.share);
  const [group = null] = pricedFor ?? [];
  const looks = slots.reduce((sum, { component }) => sum + component.candidates.length, 1);
  const own: MarginLimits = { ...limits, searching: Math.max(LEAST_SEARCHING, Math.floor(limits.searching / looks)) };
  return {
    group,
    rangeOf: itemRange,
    known: new WeakMap(),
    standing(program, slot) {
      const found = lowestOf(
        programWith(inNumber(program, 1), { pricedFor: [group] }),
        today,
        costs,
        HUNDRED.minus(HUNDRED.times(share)),
        own,
      );
      if (found.kind === 'nothingSold') return [];
      if (!('margin' in found))
        return [{ selection: { answers: {} }, isProved: true, left: { value: 0, bound: null } }];
      // Several of a product in a slot may cost otherwise than one.
      const bound = slot.most > 1 && asksQuantity(program) ? null : boundOf(found, share);
      return [
        {
          selection: found.selection,
          isProved: true,
          left: { value: valueOf(found, share).toApproximateNumber(), bound: bound && bound.toApproximateNumber() },
        },
      ];
    },
  };
}
