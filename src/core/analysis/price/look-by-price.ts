import { type Program } from '../../compile';
import { asksQuantity } from '../model/depends-on';
import { eachSold } from '../model/each-sold';
import { inNumber } from '../model/in-number';
import { Known } from '../model/known';
import { type RangeOf } from './range-of';
import { type Customer } from '../model/customer';
import { type Look, type PlaceLooked, type Standing } from '../model/ways-in';

/** What is put in of which nothing is known. */
export const NOT_KNOWN: Standing = { selection: { answers: {} }, isProved: false, isExact: false };

/** The numbers in which something may come: of what counts together with others of the same in a slot, any. */
export const numbersOf = (program: Program, { count, most }: PlaceLooked): readonly number[] =>
  most > 1 && asksQuantity(program) ? Array.from({ length: most }, (_, more) => more + 1) : [count];

/**
 * What stands for what something costs in a place: the cheapest and the dearest; where formulas ask what it costs, a
 * selection for each price, if these can be gone through.
 */
export const lookByPrice = (rangeOf: RangeOf): Look => ({
  standing(program, place, customer) {
    const numbers = numbersOf(program, place);
    const ranges = numbers.map((number) => rangeOf(inNumber(program, number), customer));
    if (ranges.every((range) => range === null)) return [];
    const range = ranges.find((one) => one !== null && one !== undefined);
    if (!range) return [NOT_KNOWN];
    const isProved = range.isProved && numbers.length === 1;
    if (range.from.equals(range.to)) return [{ selection: range.cheapest, isProved, isExact: isProved }];
    const each = isProved && place.asksPrice ? eachPrice(inNumber(program, place.count), customer) : null;
    return each ?? [range.cheapest, range.dearest].map((selection) => ({ selection, isProved, isExact: false }));
  },
  known: new Known(),
});

/** A selection for each price that something can have; null where these can't be gone through. */
function eachPrice(program: Program, customer: Customer): readonly Standing[] | null {
  const sold = eachSold(program, customer);
  if (!sold) return null;
  const byPrice = new Map(sold.map(({ selection, resolution }) => [resolution.unitPrice?.toString(), selection]));
  return [...byPrice.values()].map((selection) => ({ selection, isProved: true, isExact: true }));
}
