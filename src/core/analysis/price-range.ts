import { SOME_DAY } from '../calendar';
import { amountsOf } from '../catalog';
import { type Program } from '../compile';
import { Exact } from '../number';
import { orderableRange } from '../ordering';
import { priceToReach } from './dead-options';
import { asksToday } from './depends-on';
import { kitRange, type PriceRange, withoutParts } from './kit-range';
import { pairOf } from './pair';
import { perUnitOf } from './per-unit';
import { type PriceCoverage, type PriceEnd, priceEnds } from './price-ends';
import { lookByPrice } from './slots';

/** Steps of searching for a range that stands in a list. */
const LIST_STEPS = 20_000;
const LIST_ROUNDS = 12;

/** By day, where that matters. */
const known = new WeakMap<Program, Map<string, PriceRange | null>>();

/**
 * The range of prices that lists and pages show: of everything that can be sold in the quantity that is given first,
 * to who is in no customer group. Of a product that is sold by a measure, it is that of one unit of it.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD: of what rules ask what day it is, it is the range of that day
 * @returns null where nothing can be sold, or has a price
 */
export function sellableRange(program: Program, today: string = SOME_DAY): PriceRange | null {
  const day = asksToday(program) ? today : SOME_DAY;
  const before = known.get(program) ?? new Map<string, PriceRange | null>();
  known.set(program, before);
  const told = before.get(day);
  if (told !== undefined) return told;
  const range = rangeOf(program, day);
  before.set(day, range);
  return range;
}

/**
 * Whether anything is paid for each character: of texts not every number of spaces is looked at, which only matters
 * where a price may not fall below nothing.
 */
const countsCharacters = ({ product, rules }: Program) =>
  [
    ...product.choices.flatMap(amountsOf),
    ...(rules?.itemEffects ?? []).map(({ effect }) => (effect.kind === 'amount' ? effect.amount : null)),
  ].some((amount) => amount?.kind === 'perCharacter');

function rangeOf(program: Program, today: string): PriceRange | null {
  if (program.blocking.length > 0) return null;
  if (isWholeKit(program)) return itemRange(program);
  const { unit, isOpen, priced } = perUnitOf(program);
  const range = searched(priced, today);
  return range && { ...range, per: unit, open: isOpen || range.open };
}

/** Whether a product has parts or slots, of which the parts are still to be looked at by themselves. */
export const isWholeKit = ({ kit }: Program): boolean => kit !== null && !kit.isApart;

const items = new WeakMap<Program, PriceRange | null>();

/**
 * The range of what one item costs, in the quantity that is given first; of a product that is sold by a measure, that
 * of whole pieces.
 */
export function itemRange(program: Program): PriceRange | null {
  const before = items.get(program);
  if (before !== undefined) return before;
  const range =
    program.blocking.length > 0
      ? null
      : program.kit && isWholeKit(program)
        ? kitRange(program, program.kit, itemRange)
        : searched(program, SOME_DAY);
  items.set(program, range);
  return range;
}

/** The quantity that is given first, of whatever has the word about it. */
function firstQuantities({ defaultQuantity, quantities: { nearer } }: Program): number[] {
  return [defaultQuantity, ...nearer.flatMap(({ orderable }) => orderableRange(orderable)?.least ?? [])];
}

/** Candidates for slots are looked at for what they cost. */
export const BY_PRICE = lookByPrice(itemRange);

function searched(priced: Program, today: string): PriceRange | null {
  const pair = pairOf(priced, today, BY_PRICE);
  const { found } = priceEnds(pair, {
    searching: LIST_STEPS,
    rounds: LIST_ROUNDS,
    quantities: firstQuantities(priced),
    onlySold: true,
  });
  const { lowest, highest } = found;
  if (!lowest || !highest) return null;
  const is =
    (kind: PriceCoverage['kind']) =>
    ({ coverage }: PriceEnd) =>
      coverage.kind === kind;
  const ends = [lowest, highest];
  return {
    from: Exact.from(lowest.price),
    to: Exact.from(highest.price),
    per: null,
    open: ends.some(is('open')),
    cheapest: lowest.selection,
    dearest: highest.selection,
    isProved: ends.every(is('proved')) && !(priceToReach(pair.outer, pair.outerSolver) && countsCharacters(priced)),
  };
}

/**
 * A product whose own choices can be clicked through by themselves: of a kit, without its parts, at the least that
 * these come to.
 */
export function ownChoices(program: Program): Program {
  if (!program.kit || !isWholeKit(program)) return program;
  return withoutParts(program, itemRange(program)?.parts?.low.base ?? Exact.zero).program;
}
