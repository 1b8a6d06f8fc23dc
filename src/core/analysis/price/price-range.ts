import { SOME_DAY } from '../../calendar';
import { type Program, programWith } from '../../compile';
import { Exact } from '../../number';
import { orderableRange } from '../../ordering';
import { type Customer } from '../model/customer';
import { amountsSaid, asksGroup, asksToday } from '../model/depends-on';
import { pairOf } from './pair';
import { perUnitOf } from './per-unit';
import { type PriceCoverage, type PriceEnd, priceEnds } from './price-ends';
import { Known } from '../model/known';
import { lookByPrice } from './look-by-price';
import { type PriceRange, type RangeOf } from './range-of';
import { priceToReach } from './price-to-reach';

/** Steps of searching for a range that stands in a list. */
const LIST_STEPS = 20_000;
const LIST_ROUNDS = 12;

/** By day and group, where these matter. */
const inLists = new Known<Program, ReturnType<RangeOf>>();

/**
 * The range of prices that lists and pages show: of everything that can be sold in the quantity that is given first, to
 * who is in no customer group. Of a product that is sold by a measure, it is that of one unit of it.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD: of what rules ask what day it is, it is the range of that day
 * @returns null where nothing can be sold, or has a price, as far as is known
 */
export function sellableRange(program: Program, today: string = SOME_DAY): PriceRange | null {
  const day = asksToday(program) ? today : SOME_DAY;
  const range = inLists.of(program, day, () => {
    if (program.blocking.length > 0) return null;
    if (program.kit) return searched(program, day);
    const { unit, isOpen, priced } = perUnitOf(program);
    const found = searched(priced, day);
    return found && { ...found, per: unit, open: isOpen || found.open };
  });
  return range ?? null;
}

/**
 * Whether anything is paid for each character: of texts not every number of spaces is looked at, which only matters
 * where a price may not fall below nothing.
 */
const countsCharacters = (program: Program) => amountsSaid(program).some(({ kind }) => kind === 'perCharacter');

const ofItems = new Known<Program, ReturnType<RangeOf>>();

/**
 * The range of what one item costs a customer, in the quantity that is given first; of a product that is sold by a
 * measure, that of whole pieces.
 */
export function itemRange(program: Program, { today, group }: Customer): ReturnType<RangeOf> {
  const day = asksToday(program) ? today : SOME_DAY;
  const who = asksGroup(program) ? group : null;
  return ofItems.of(program, `${day} ${who ?? ''}`, () =>
    program.blocking.length > 0 ? null : searched(programWith(program, { pricedFor: [who] }), day),
  );
}

/** The quantity that is given first, of whatever has the word about it. */
function firstQuantities({ defaultQuantity, quantities: { nearer } }: Program): number[] {
  return [defaultQuantity, ...nearer.flatMap(({ orderable }) => orderableRange(orderable)?.least ?? [])];
}

/** What stands in places is looked at for what it costs. */
export const BY_PRICE = lookByPrice(itemRange);

function searched(priced: Program, today: string): ReturnType<RangeOf> {
  const pair = pairOf(priced, today, BY_PRICE);
  const { found, isNothing } = priceEnds(pair, {
    searching: LIST_STEPS,
    rounds: LIST_ROUNDS,
    quantities: firstQuantities(priced),
    onlySold: true,
  });
  const { lowest, highest } = found;
  if (isNothing) return null;
  if (!lowest || !highest) return undefined;
  const is =
    (kind: PriceCoverage['kind']) =>
    ({ coverage }: PriceEnd) =>
      coverage.kind === kind;
  const ends = [lowest, highest];
  const isUnsure = priceToReach(pair.outer, pair.outerSolver) !== null && countsCharacters(priced);
  return {
    from: Exact.from(lowest.price),
    to: Exact.from(highest.price),
    per: null,
    open: ends.some(is('open')),
    cheapest: lowest.selection,
    dearest: highest.selection,
    least: isUnsure ? null : provedLeast(lowest),
    isProved: ends.every(is('proved')) && !isUnsure,
  };
}

/** What nothing costs less than. */
function provedLeast({ price, coverage }: PriceEnd): Exact | null {
  switch (coverage.kind) {
    case 'proved':
      return Exact.from(price);
    case 'within':
      return coverage.bound === null ? null : Exact.from(coverage.bound);
    case 'open':
      return null;
  }
}
